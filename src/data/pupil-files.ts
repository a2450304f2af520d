import { NOTHING_KEPT, writeBackup } from '../core/library/index.ts';
import {
  homeworkOf,
  mergeHomework,
  mergeLog,
  type Here,
  type Homework,
  type HomeworkMerge,
  type PracticeLog,
  type TriesMerge,
  Ladder,
  type PupilWhole,
} from '../core/practice/index.ts';
import { noProgress, type OnProgress } from '../core/base/index.ts';
import type { SavedStudy } from '../core/study/index.ts';
import { attempt } from './database.ts';
import { readStudy } from './library.ts';
import { readPupil } from './pupils.ts';
import { readRecords } from './read-records.ts';
import { added, changed, type Change } from './change.ts';
import { today } from './today.ts';
import { turn } from './turn.ts';

/** What opening a file would change, shown before anything is written. */
export type FilePreview =
  | {
      readonly kind: 'homework';
      readonly file: Homework;
      readonly merge: HomeworkMerge;
      readonly changes: readonly Change[];
    }
  | {
      readonly kind: 'log';
      readonly file: PracticeLog;
      readonly tries: TriesMerge;
      readonly changes: readonly Change[];
    }
  /** A log of somebody who is not a pupil here. */
  | { readonly kind: 'stranger'; readonly file: PracticeLog };

/**
 * Works out what a homework or a log would change here. Throws `StorageTrouble`.
 *
 * @param library what this library is known by.
 * @param onProgress may throw to stop it; nothing is written here.
 */
export async function previewFile(
  file: Homework | PracticeLog,
  library?: string,
  onProgress: OnProgress = noProgress,
): Promise<FilePreview> {
  const whole = await readPupil(file.pupil.id);
  const here = await hereFor(file, whole, library, onProgress);
  if (file.format === 'step-ladder-homework') {
    const merge = mergeHomework(file, here);
    return { kind: 'homework', file, merge, changes: merge.own ? [] : await homeworkChanges(file, merge) };
  }
  if (!whole) return { kind: 'stranger', file };
  const tries = mergeLog(file, whole, here);
  return { kind: 'log', file, tries, changes: tries.fresh.map((one) => added('attempts', one)) };
}

/** So many records are looked up between two reports of progress. */
const AT_A_TIME = 2000;

async function hereFor(
  file: Homework | PracticeLog,
  whole: PupilWhole | undefined,
  library: string | undefined,
  onProgress: OnProgress,
): Promise<Here> {
  const owners = new Map<string, string>();
  const assignments = file.format === 'step-ladder-homework' ? file.assignments : [];
  const asked = [
    ...assignments.map(({ id }) => ({ kind: 'assignments' as const, id })),
    ...file.attempts.map(({ id }) => ({ kind: 'attempts' as const, id })),
  ];
  for (let from = 0; from < asked.length; from += AT_A_TIME) {
    onProgress(from / asked.length);
    await turn();
    await attempt(async (db) => {
      const transaction = db.transaction(['assignments', 'attempts']);
      const look = async ({ kind, id }: (typeof asked)[number]): Promise<void> => {
        const record: unknown = await transaction.objectStore(kind).get(id);
        if (record !== undefined) owners.set(`${kind} ${id}`, String((record as { readonly pupil?: unknown }).pupil));
      };
      await Promise.all(asked.slice(from, from + AT_A_TIME).map(look));
    });
  }
  return { library, whole, ownerOf: (kind, id) => owners.get(`${kind} ${id}`), today: today() };
}

/** Studies and ladders that are here already stay as they are. */
async function homeworkChanges(file: Homework, merge: HomeworkMerge): Promise<Change[]> {
  const [studies, ladders] = await attempt((db) => Promise.all([db.getAllKeys('studies'), db.getAllKeys('ladders')]));
  const absent = <One extends { readonly id: string }>(list: readonly One[], keys: readonly string[]): readonly One[] =>
    list.filter(({ id }) => !keys.includes(id));
  return [
    ...absent(file.studies, studies).map((one) => added('studies', one)),
    ...absent(file.ladders, ladders).map((one) => added('ladders', one)),
    ...(merge.newPupil ? [added('pupils', merge.newPupil)] : []),
    ...(merge.pupil ? [changed('pupils', merge.pupil.base, merge.pupil.next)] : []),
    ...merge.set.map((one) => added('assignments', one)),
    ...[...merge.changed, ...merge.ended].map(({ base, next }) => changed('assignments', base, next)),
    ...merge.tries.fresh.map((one) => added('attempts', one)),
  ];
}

/** The homework file of a pupil: what is set now, with the studies as they are kept; `from` is the library’s own id. */
export async function homeworkFile(whole: PupilWhole, from: string): Promise<string> {
  const [studies, ladders] = await Promise.all([studiesOf(whole), readRecords('ladders', Ladder)]);
  return JSON.stringify(homeworkOf(whole, studies, ladders, new Date().toISOString(), from), null, 1);
}

/** Everything of a pupil as a backup, which "Import a library" reads: their studies, what is set, tries, lessons, notes. */
export async function pupilBackup(whole: PupilWhole): Promise<string> {
  const { pupil, assignments, attempts, lessons } = whole;
  const [studies, ladders] = await Promise.all([studiesOf(whole), readRecords('ladders', Ladder)]);
  const used = new Set([pupil.ladder, ...assignments.map(({ ladder }) => ladder)]);
  return writeBackup(
    {
      ...NOTHING_KEPT,
      studies,
      pupils: [pupil],
      assignments,
      attempts,
      lessons,
      ladders: ladders.filter(({ id }) => used.has(id)),
    },
    new Date().toISOString(),
  );
}

async function studiesOf({ assignments }: PupilWhole): Promise<SavedStudy[]> {
  const found = await Promise.all([...new Set(assignments.map(({ study }) => study))].map(readStudy));
  return found.flatMap((one) => (one.kind === 'study' ? [one.study] : []));
}
