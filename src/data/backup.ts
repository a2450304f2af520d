import { unheard, type OnProgress } from '../core/base/progress.ts';
import { backupPieces, readingBackup, type Kept, type Unreadable } from '../core/library/backup.ts';
import { mergeBackup, STORED, type Merge } from '../core/library/backup-merge.ts';
import { listed } from '../core/study/listed-study.ts';
import { BOOKS_KEPT, readBooks } from './book.ts';
import { CLASSES_KEPT, readClasses } from './classes.ts';
import { inOneGo } from './database.ts';
import { listOf, readFacts } from './facts.ts';
import { newId, readLibrary } from './library.ts';
import { LADDERS_KEPT, readAllPupils, readLadders } from './pupils.ts';
import { tellOthers } from './other-tabs.ts';
import { readSchools, SCHOOLS_KEPT } from './schools.ts';
import { CALLS, readMockCalls, readSyllabuses, SYLLABUSES } from './syllabuses.ts';

/** A long work was stopped by the teacher. */
export class Stopped extends Error {
  override readonly name = 'Stopped';
}

/** Where each list is kept among the facts, and how what can be read of it is told from the rest. */
const LISTS = [
  { kind: 'schools', key: SCHOOLS_KEPT, read: readSchools },
  { kind: 'syllabuses', key: SYLLABUSES, read: readSyllabuses },
  { kind: 'books', key: BOOKS_KEPT, read: readBooks },
  { kind: 'examinations', key: CALLS, read: readMockCalls },
  { kind: 'ladders', key: LADDERS_KEPT, read: readLadders },
  { kind: 'classes', key: CLASSES_KEPT, read: readClasses },
] as const;

/** Everything the teacher has made; what cannot be read as it is. */
async function everything(onProgress: OnProgress): Promise<Kept> {
  const { studies, damaged } = await readLibrary(onProgress);
  const unreadable: Unreadable[] = damaged.map(({ key, record }) => ({ kind: 'studies', key, record }));
  for (const { kind, key, read } of LISTS) {
    const good = new Set((await read()).map(nameOf));
    for (const record of await readFacts(key)) {
      if (!good.has(nameOf(record))) unreadable.push({ kind, key: nameOf(record).slice(0, 200), record });
    }
  }
  const { kept: pupils, damaged: ofPupils } = await readAllPupils();
  unreadable.push(...ofPupils);
  const [schools, syllabuses, books, examinations, ladders, classes] = await Promise.all([
    readSchools(),
    readSyllabuses(),
    readBooks(),
    readMockCalls(),
    readLadders(),
    readClasses(),
  ]);
  return { studies, schools, syllabuses, books, examinations, ladders, classes, ...pupils, unreadable };
}

/** What tells one entry of a list from another: its id, or all of it. */
function nameOf(record: unknown): string {
  const id = typeof record === 'object' && record !== null && 'id' in record ? record.id : undefined;
  return typeof id === 'string' ? id : JSON.stringify(record);
}

/** All that is kept, as a backup file written at `now` (ISO date and time). */
export async function exportLibrary(now: string, onProgress: OnProgress = unheard): Promise<Blob> {
  const kept = await everything((share) => onProgress(share * 0.8));
  const parts: Blob[] = [];
  let text: string[] = [];
  let written = 0;
  for (const piece of backupPieces(kept, now)) {
    text.push(piece);
    if ((written += 1) % 200 !== 0) continue;
    parts.push(new Blob(text));
    text = [];
    onProgress(0.8 + (0.2 * written) / (written + kept.studies.length));
    await turn();
  }
  return new Blob([...parts, ...text], { type: 'application/json' });
}

/** Adds what a backup holds: all of it or nothing. Throws the reason why a file is refused. */
export async function importLibrary(text: string, onProgress: OnProgress = unheard): Promise<Merge> {
  const reading = readingBackup(text);
  let step = reading.next();
  while (!step.done) {
    onProgress(step.value * 0.4);
    await turn();
    step = reading.next();
  }
  if (!step.value.ok) throw new Error(step.value.refusal.message);
  const merge = mergeBackup(await everything((share) => onProgress(0.4 + share * 0.2)), step.value.value, newId);
  const { fresh } = merge;
  await inOneGo([...STORED, 'listed', 'facts'], async (transaction) => {
    const studies = transaction.objectStore('studies');
    const lists = transaction.objectStore('listed');
    const facts = transaction.objectStore('facts');
    for (const [place, study] of fresh.studies.entries()) {
      const written = [studies.add(study, study.id), lists.put(listed(study), study.id)];
      if (place % 200 !== 0) continue;
      await Promise.all(written);
      onProgress(0.6 + (0.4 * place) / fresh.studies.length);
    }
    for (const kind of STORED) {
      if (kind === 'studies') continue;
      const store = transaction.objectStore(kind);
      await Promise.all(fresh[kind].map((one) => store.add(one, one.id)));
    }
    for (const { kind, key, record } of fresh.unreadable) {
      const store = STORED.find((one) => one === kind);
      if (store) await transaction.objectStore(store).add(record, key);
    }
    for (const { kind, key } of LISTS) {
      const lost = fresh.unreadable.filter((one) => one.kind === kind).map(({ record }) => record);
      const added: readonly unknown[] = [...fresh[kind], ...lost];
      if (added.length > 0) await facts.put([...listOf(await facts.get(key)), ...added], key);
    }
  });
  tellOthers(['pupils', ...fresh.studies.map(({ id }) => id)]);
  return merge;
}

/** Lets whatever waits have its turn: a wish to stop among it. */
function turn(): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve));
}
