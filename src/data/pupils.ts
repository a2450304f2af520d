import { inTime, readOutside } from '../core/base/index.ts';
import { z } from 'zod';
import { LADDERS, Ladder, Assignment, Lesson, LoggedAttempt, Pupil, type PupilWhole } from '../core/practice/index.ts';
import { attempt } from './database.ts';
import { readInTurns, readRecords } from './read-records.ts';

/** What hangs on a pupil and goes into files, each kind in a store of its own. */
const WRITTEN = ['assignments', 'attempts', 'lessons'] as const;

/** As much of what is set, and of a lesson, as a list needs. */
const SetInList = Assignment.pick({ pupil: true, study: true, put: true });
const HeldLesson = Lesson.pick({ pupil: true, date: true });

/** The pupils by name, and what is set to each; neither tries nor lessons are read. */
export interface Roll {
  readonly pupils: readonly Pupil[];
  readonly assignments: readonly z.output<typeof SetInList>[];
  /** How many pupils' records cannot be read. */
  readonly damaged: number;
}

/** The pupils and what is set. */
export async function readRoll(): Promise<Roll> {
  const [records, assignments] = await attempt((db) => {
    const transaction = db.transaction(['pupils', 'assignments']);
    return Promise.all([transaction.objectStore('pupils').getAll(), transaction.objectStore('assignments').getAll()]);
  });
  const pupils = await readInTurns(Pupil, records);
  return {
    pupils: pupils.toSorted((a, b) => a.name.localeCompare(b.name)),
    assignments: await readInTurns(SetInList, assignments),
    damaged: records.length - pupils.length,
  };
}

/** When each pupil was heard. */
export async function readHeld(): Promise<readonly z.output<typeof HeldLesson>[]> {
  return readInTurns(HeldLesson, await attempt((db) => db.getAll('lessons')));
}

/** All of one pupil; `undefined` if there is no such pupil. Throws a sentence where the record is damaged. */
export async function readPupil(id: string): Promise<PupilWhole | undefined> {
  const [record, assignments, attempts, lessons] = await attempt((db) => {
    const transaction = db.transaction(['pupils', ...WRITTEN]);
    return Promise.all([
      transaction.objectStore('pupils').get(id),
      ...WRITTEN.map((store) => transaction.objectStore(store).index('pupil').getAll(id)),
    ] as const);
  });
  if (record === undefined) return undefined;
  const pupil = readOutside(Pupil, record);
  if (!pupil.ok) throw new Error(`This pupil’s record is damaged: ${pupil.refusal.message} It is left as it is.`);
  const good = <T>(schema: z.ZodType<T>, records: readonly unknown[] | undefined): T[] =>
    (records ?? []).flatMap((one) => schema.safeParse(one).data ?? []);
  return {
    pupil: pupil.value,
    assignments: good(Assignment, assignments).sort((a, b) => inTime(a.set, b.set)),
    attempts: good(LoggedAttempt, attempts),
    lessons: good(Lesson, lessons).sort((a, b) => inTime(a.date, b.date)),
  };
}

/** Every ladder: those that are shipped, then the teacher's own. */
export async function allLadders(): Promise<readonly Ladder[]> {
  return [...LADDERS, ...(await readRecords('ladders', Ladder))];
}
