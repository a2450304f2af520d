import { highestPosition } from '../core/fingering/reading/way-name.ts';
import type { BuiltStudy } from '../core/study/build.ts';
import { ENGINE_VERSION, SavedStudy } from '../core/study/saved-study.ts';
import { database, inOneGo, StorageTrouble, troubleFrom } from './database.ts';

/** What reading the library found: the studies, and how many records could not be read. */
export interface Library {
  readonly studies: readonly SavedStudy[];
  readonly unreadable: number;
}

/** Every saved study, newest change first. Damaged records are left alone and counted. */
export async function readLibrary(): Promise<Library> {
  const records = await attempt(async () => (await database()).getAll('studies'));
  const studies: SavedStudy[] = [];
  let unreadable = 0;
  for (const record of records) {
    const parsed = SavedStudy.safeParse(record);
    if (parsed.success) studies.push(parsed.data);
    else unreadable += 1;
  }
  studies.sort((a, b) => b.updated.localeCompare(a.updated));
  return { studies, unreadable };
}

/** One study, or `undefined` when there is none of that id or its record is damaged. */
export async function readStudy(id: string): Promise<SavedStudy | undefined> {
  const record = await attempt(async () => (await database()).get('studies', id));
  const parsed = SavedStudy.safeParse(record);
  return parsed.success ? parsed.data : undefined;
}

/** Keeps a study, replacing the one of the same id. */
export async function writeStudy(study: SavedStudy): Promise<void> {
  await attempt(async () => (await database()).put('studies', SavedStudy.parse(study), study.id));
}

/** A study was changed elsewhere since it was read here; nothing was written. */
export class ChangedElsewhere extends StorageTrouble {}

/**
 * Keeps a study that was read as it stood at `base` (its `updated`); refuses, changing nothing,
 * where another tab has kept it since.
 */
export async function rewriteStudy(study: SavedStudy, base: string): Promise<void> {
  await inOneGo(['studies'], async (transaction) => {
    const studies = transaction.objectStore('studies');
    const there = SavedStudy.safeParse(await studies.get(study.id)).data;
    if (there && there.updated !== base) {
      throw new ChangedElsewhere(
        'This study was changed in another tab since it was opened here: the change made here is not saved. Keep this one as a copy, or reload to see the other.',
      );
    }
    await studies.put(SavedStudy.parse(study), study.id);
  });
}

/** Keeps several studies at once: all of them or none. */
export async function writeStudies(studies: readonly SavedStudy[]): Promise<void> {
  await inOneGo(['studies'], (transaction) =>
    Promise.all(studies.map(async (study) => transaction.objectStore('studies').put(study, study.id))),
  );
}

/** Takes a study out of the library. */
export async function deleteStudy(id: string): Promise<void> {
  await attempt(async () => (await database()).delete('studies', id));
}

/** A new id for a study. */
export function newId(): string {
  return crypto.randomUUID();
}

/** A built study as it is kept, with one of its ways. */
export function toSaved(built: BuiltStudy, way: number, now: string, name?: string): SavedStudy {
  const chosen = built.ways[way] ?? built.ways[0];
  const fingers = chosen?.fingers ?? [];
  return {
    id: newId(),
    ...(name ? { name } : {}),
    recipe: built.recipe,
    fingering: fingers.map(({ string, finger }) => ({ string, finger })),
    engine: ENGINE_VERSION,
    highestPosition: highestPosition(fingers),
    created: now,
    updated: now,
  };
}

async function attempt<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw troubleFrom(error);
  }
}
