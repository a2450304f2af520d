import { noProgress, type OnProgress, inTime, readOutside } from '../core/base/index.ts';
import { highestPosition } from '../core/fingering/index.ts';
import { type BuiltStudy, ListedStudy, ENGINE_VERSION, SavedStudy } from '../core/study/index.ts';
import { attempt } from './database.ts';

/** A record that cannot be read, as it stands, and why. */
export interface DamagedRecord {
  readonly key: string;
  readonly record: unknown;
  readonly reason: string;
}

/** What a list shows: studies, latest change first, and the keys of records that cannot be read. */
export interface StudyList {
  readonly studies: readonly ListedStudy[];
  readonly damaged: readonly string[];
}

/** What stands under an id: a study, nothing, or a record that cannot be read. */
export type Found =
  | { readonly kind: 'study'; readonly study: SavedStudy }
  | { readonly kind: 'none' }
  | { readonly kind: 'damaged'; readonly damaged: DamagedRecord };

/** Records read at a time, so that nothing else waits long. */
const AT_A_TIME = 200;
/** Rows of a list are small. */
const ROWS_AT_A_TIME = 2_000;
/** So many rows fill any screen. */
const FIRST_ROWS = 24;

/** The studies changed last, as lists show them: there at once, however many there are. */
export async function readNewest(): Promise<readonly ListedStudy[]> {
  return attempt(async (db) => {
    const rows: ListedStudy[] = [];
    let at = await db.transaction('listed').store.index('updated').openCursor(null, 'prev');
    for (; at && rows.length < FIRST_ROWS; at = await at.continue()) {
      const row = ListedStudy.safeParse(at.value).data;
      if (row) rows.push(row);
    }
    return rows;
  });
}

/** Every study as lists show it, a part at a time; what the studies hold is not read. */
export async function readList(): Promise<StudyList> {
  const [keys, listedKeys] = await attempt((db) => {
    const transaction = db.transaction(['studies', 'listed']);
    return Promise.all([
      transaction.objectStore('studies').getAllKeys(),
      transaction.objectStore('listed').index('updated').getAllKeys(),
    ]);
  });
  const there = new Set(keys);
  const rows = new Map<string, ListedStudy>();
  const inOrder = listedKeys.toSorted();
  for (let from = 0; from < inOrder.length; from += ROWS_AT_A_TIME) {
    const last = inOrder[Math.min(from + ROWS_AT_A_TIME, inOrder.length) - 1];
    const range = IDBKeyRange.bound(inOrder[from] ?? '', last ?? '');
    for (const record of await attempt((db) => db.getAll('listed', range))) {
      const study = ListedStudy.safeParse(record).data;
      if (study && there.delete(study.id)) rows.set(study.id, study);
    }
    await turn();
  }
  // The index gives them by the moment of their last change, the latest last.
  const studies = listedKeys.reverse().flatMap((id) => rows.get(id) ?? []);
  return { studies, damaged: [...there] };
}

/** Lets whatever waits have its turn. */
function turn(): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve));
}

/** Every study whole, a part at a time, and whatever cannot be read; `onProgress` is told from 0 to 1. */
export async function readLibrary(
  onProgress: OnProgress = noProgress,
): Promise<{ readonly studies: readonly SavedStudy[]; readonly damaged: readonly DamagedRecord[] }> {
  const keys = await attempt((db) => db.getAllKeys('studies'));
  const studies: SavedStudy[] = [];
  const damaged: DamagedRecord[] = [];
  for (let from = 0; from < keys.length; from += AT_A_TIME) {
    onProgress(from / keys.length);
    const range = IDBKeyRange.bound(keys[from] ?? '', keys[Math.min(from + AT_A_TIME, keys.length) - 1] ?? '');
    const [known, records] = await attempt((db) =>
      Promise.all([db.getAllKeys('studies', range), db.getAll('studies', range)]),
    );
    records.forEach((record, k) => {
      const read = readOutside(SavedStudy, record);
      if (read.ok) studies.push(read.value);
      else damaged.push({ key: known[k] ?? '', record, reason: read.refusal.message });
    });
  }
  studies.sort((a, b) => inTime(b.updated, a.updated));
  return { studies, damaged };
}

/** What stands under an id. */
export async function readStudy(id: string): Promise<Found> {
  const record = await attempt((db) => db.get('studies', id));
  if (record === undefined) return { kind: 'none' };
  const read = readOutside(SavedStudy, record);
  return read.ok
    ? { kind: 'study', study: read.value }
    : { kind: 'damaged', damaged: { key: id, record, reason: read.refusal.message } };
}

/** Records that cannot be read, as they stand. */
export async function readDamaged(keys: readonly string[]): Promise<readonly DamagedRecord[]> {
  const found = await Promise.all(keys.map(readStudy));
  return found.flatMap((one) => (one.kind === 'damaged' ? [one.damaged] : []));
}

/** A new id for a record. */
export function newId(): string {
  return crypto.randomUUID();
}

/** Longest name a study can have, letters. */
const LONGEST_NAME = 200;

/** A copy of a study under a new id, as it stands at `now` (ISO date and time). */
export function copyOf(study: SavedStudy, title: string, now: string): SavedStudy {
  const more = ' (copy)';
  const name = `${(study.name ?? title).slice(0, LONGEST_NAME - more.length)}${more}`;
  return { ...study, id: newId(), name, created: now, updated: now };
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
