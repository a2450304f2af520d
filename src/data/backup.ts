import { noProgress, type OnProgress, inTime } from '../core/base/index.ts';
import {
  backupPieces,
  NOTHING_KEPT,
  readingBackup,
  type Kept,
  type Unreadable,
  mergeBackup,
  type Merge,
  KEPT_KINDS,
  KINDS,
  type Kind,
} from '../core/library/index.ts';
import type { SavedStudy } from '../core/study/index.ts';
import { attempt, GivenUp } from './database.ts';
import { newId } from './library.ts';
import type { Change, Step } from './change.ts';
import { turn } from './turn.ts';
import { writeRecords } from './writer.ts';

/** A long work was stopped by the teacher. */
export class Stopped extends GivenUp {
  override readonly name = 'Stopped';
}

/** Records read at a time, so that Stop is heard in between. */
const AT_A_TIME = 200;

/** Everything the teacher has made; what cannot be read as it is. */
async function everything(onProgress: OnProgress): Promise<Kept> {
  const unreadable: Unreadable[] = [];
  const kept: Record<string, unknown[]> = {};
  for (const [place, kind] of KEPT_KINDS.entries()) {
    const all = (kept[kind] = [] as unknown[]);
    const keys = await attempt((db) => db.getAllKeys(kind));
    for (let from = 0; from < keys.length; from += AT_A_TIME) {
      onProgress((place + from / keys.length) / KEPT_KINDS.length);
      await turn();
      const range = IDBKeyRange.bound(keys[from] ?? '', keys[Math.min(from + AT_A_TIME, keys.length) - 1] ?? '');
      const [known, records] = await attempt((db) => {
        const { store } = db.transaction(kind);
        return Promise.all([store.getAllKeys(range), store.getAll(range)]);
      });
      records.forEach((record, k) => {
        const read = KINDS[kind].entry.safeParse(record);
        if (read.success) all.push(read.data);
        else unreadable.push({ kind, key: (known[k] ?? '').slice(0, 200), record });
      });
    }
  }
  const studies = (kept['studies'] as SavedStudy[]).toSorted((a, b) => inTime(b.updated, a.updated));
  return { ...NOTHING_KEPT, ...kept, studies, unreadable };
}

/** All that is kept, as a backup file written at `now` (ISO date and time). */
export async function exportLibrary(now: string, onProgress: OnProgress = noProgress): Promise<Blob> {
  const kept = await everything((share) => onProgress(share * 0.8));
  const all = KEPT_KINDS.reduce((sum, kind) => sum + kept[kind].length, 1);
  const parts: Blob[] = [];
  let text: string[] = [];
  let written = 0;
  for (const piece of backupPieces(kept, now)) {
    text.push(piece);
    if ((written += 1) % AT_A_TIME !== 0) continue;
    parts.push(new Blob(text));
    text = [];
    onProgress(Math.min(1, 0.8 + (0.2 * written) / all));
    await turn();
  }
  return new Blob([...parts, ...text], { type: 'application/json' });
}

/** What an import came to, and how to take it back. */
export interface Imported {
  readonly merge: Merge;
  readonly steps: readonly Step[];
}

/** Another tab may write between the reading and the writing of an import; then it is worked out again, so often. */
const ROUNDS = 3;

/** Adds what a backup holds: all of it or nothing. Throws the reason why a file is refused. */
export async function importLibrary(text: string, onProgress: OnProgress = noProgress): Promise<Imported> {
  const reading = readingBackup(text);
  let step = reading.next();
  while (!step.done) {
    onProgress(step.value * 0.4);
    await turn();
    step = reading.next();
  }
  if (!step.value.ok) throw new Error(step.value.refusal.message);
  const file = step.value.value;
  for (let round = 1; ; round += 1) {
    const merge = mergeBackup(await everything((share) => onProgress(0.4 + share * 0.2)), file, newId);
    const written = await writeRecords(changesOf(merge.fresh), (share) => onProgress(0.6 + 0.4 * share));
    if (written.kind === 'kept') return { merge, steps: written.steps };
    if (round === ROUNDS) {
      throw new Error('Another tab goes on changing the library. Close it and import once more. Nothing was imported.');
    }
  }
}

function changesOf(fresh: Kept): Change[] {
  return [
    ...KEPT_KINDS.flatMap((kind) => fresh[kind].map((record): Change => ({ op: 'add', kind, record }))),
    ...fresh.unreadable.map(({ kind, key, record }): Change => ({
      op: 'add-unreadable',
      kind: kind as Kind,
      key,
      record,
    })),
  ];
}
