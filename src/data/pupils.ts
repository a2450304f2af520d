import { inTime } from '../core/base/moments.ts';
import { z } from 'zod';
import { LADDERS, Ladder } from '../core/practice/ladder.ts';
import { Assignment, Lesson, LoggedAttempt, Pupil, type PupilWhole } from '../core/practice/pupil.ts';
import { mergeLog, type Homework, type LogMerge, type PracticeLog } from '../core/practice/pupil-file.ts';
import { readOutside } from '../core/base/reading.ts';
import { listed } from '../core/study/listed-study.ts';
import { attempt, inOneGo } from './database.ts';
import { changeFacts, readFacts } from './facts.ts';
import { tellOthers } from './other-tabs.ts';
import { PUPILS_CHANGED } from './pupils-changed.ts';
import { Recording } from './recordings.ts';

/** What hangs on a pupil and goes into files, each kind in a store of its own. */
const WRITTEN = ['assignments', 'attempts', 'lessons'] as const;
/** All that hangs on a pupil: sound too, which goes into no backup. */
const HANGS_ON = [...WRITTEN, 'recordings'] as const;
const ALL = ['pupils', ...HANGS_ON] as const;

const SCHEMAS = {
  pupils: Pupil,
  assignments: Assignment,
  attempts: LoggedAttempt,
  lessons: Lesson,
  recordings: Recording,
} as const;

export type PupilStore = keyof typeof SCHEMAS;
type WrittenStore = Exclude<PupilStore, 'recordings'>;
type Record_<Store extends PupilStore> = z.output<(typeof SCHEMAS)[Store]>;

/** Records of one kind that can be read, and those that cannot, as they stand. */
async function readStore<Store extends PupilStore>(
  store: Store,
): Promise<{ readonly good: Record_<Store>[]; readonly bad: { readonly key: string; readonly record: unknown }[] }> {
  const [keys, records] = await attempt((db) => Promise.all([db.getAllKeys(store), db.getAll(store)]));
  const good: Record_<Store>[] = [];
  const bad: { key: string; record: unknown }[] = [];
  records.forEach((record, place) => {
    const read = SCHEMAS[store].safeParse(record);
    if (read.success) good.push(read.data as Record_<Store>);
    else bad.push({ key: keys[place] ?? '', record });
  });
  return { good, bad };
}

/** Everything of all pupils, for the backup; what cannot be read as it stands. */
export async function readAllPupils(): Promise<{
  readonly kept: { readonly [Store in WrittenStore]: readonly Record_<Store>[] };
  readonly damaged: readonly { readonly kind: WrittenStore; readonly key: string; readonly record: unknown }[];
}> {
  const [pupils, assignments, attempts, lessons] = await Promise.all([
    readStore('pupils'),
    readStore('assignments'),
    readStore('attempts'),
    readStore('lessons'),
  ]);
  const damaged = Object.entries({ pupils, assignments, attempts, lessons }).flatMap(([kind, { bad }]) =>
    bad.map((one) => ({ kind: kind as WrittenStore, ...one })),
  );
  return {
    kept: { pupils: pupils.good, assignments: assignments.good, attempts: attempts.good, lessons: lessons.good },
    damaged,
  };
}

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
  const pupils = await inTurns(Pupil, records);
  return {
    pupils: pupils.toSorted((a, b) => a.name.localeCompare(b.name)),
    assignments: await inTurns(SetInList, assignments),
    damaged: records.length - pupils.length,
  };
}

/** When each pupil was heard. */
export async function readHeld(): Promise<readonly z.output<typeof HeldLesson>[]> {
  return inTurns(HeldLesson, await attempt((db) => db.getAll('lessons')));
}

/** So many records are read at a time, so that nothing else waits long. */
const AT_A_TIME = 200;

/** The records that can be read, a part at a time. */
async function inTurns<T>(schema: z.ZodType<T>, records: readonly unknown[]): Promise<T[]> {
  const good: T[] = [];
  for (let from = 0; from < records.length; from += AT_A_TIME) {
    if (from > 0) await new Promise((resolve) => setTimeout(resolve));
    for (const record of records.slice(from, from + AT_A_TIME)) {
      const read = schema.safeParse(record);
      if (read.success) good.push(read.data);
    }
  }
  return good;
}

/** All of one pupil; `undefined` where there is none. Throws a sentence where the record is damaged. */
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

/** Records to be kept, by kind. */
export type PupilRecords = { readonly [Store in PupilStore]?: readonly Record_<Store>[] };

/** Keeps records, each in place of the one of its id: all of them or none. */
export async function keepPupilRecords(records: PupilRecords): Promise<void> {
  const whole = Object.entries(records).flatMap(([store, list]) =>
    list.map((one) => [store as PupilStore, SCHEMAS[store as PupilStore].parse(one)] as const),
  );
  await inOneGo([...ALL], (transaction) =>
    Promise.all(whole.map(([store, one]) => transaction.objectStore(store).put(one, one.id))),
  );
  tellOthers([PUPILS_CHANGED]);
}

/** Changes part of a pupil as it stands now, so that what another tab changed of another part stays. Throws a sentence where they are gone. */
export async function changePupil(id: string, part: Partial<Omit<Pupil, 'id'>>): Promise<void> {
  await change('pupils', id, part);
}

/** Changes part of what is set, in the same way. */
export async function changeAssignment(id: string, part: Partial<Omit<Assignment, 'id'>>): Promise<void> {
  await change('assignments', id, part);
}

async function change(store: 'pupils' | 'assignments', id: string, part: object): Promise<void> {
  const found = await inOneGo([store], async (transaction) => {
    const kept = transaction.objectStore(store);
    const there: unknown = await kept.get(id);
    if (there === undefined) return false;
    const fields = Object.entries({ ...(there as object), ...part }).filter(([, value]) => value !== undefined);
    await kept.put(SCHEMAS[store].parse(Object.fromEntries(fields)), id);
    return true;
  });
  if (!found) throw new Error('It was deleted in another tab; nothing was changed.');
  tellOthers([PUPILS_CHANGED]);
}

/** Takes back a try that was written by mistake. */
export async function removeAttempt(id: string): Promise<void> {
  await inOneGo(['attempts'], (transaction) => transaction.objectStore('attempts').delete(id));
  tellOthers([PUPILS_CHANGED]);
}

/** Deletes a pupil and everything of theirs, and gives it back as it stood, so that it can be restored. */
export async function deletePupil(id: string): Promise<PupilRecords> {
  const gone = await inOneGo([...ALL], async (transaction) => {
    const taken: Partial<Record<PupilStore, unknown[]>> = { pupils: [await transaction.objectStore('pupils').get(id)] };
    await transaction.objectStore('pupils').delete(id);
    for (const store of HANGS_ON) {
      const kept = transaction.objectStore(store);
      taken[store] = await kept.index('pupil').getAll(id);
      for (const key of await kept.index('pupil').getAllKeys(id)) await kept.delete(key);
    }
    return taken;
  });
  tellOthers([PUPILS_CHANGED]);
  return Object.fromEntries(
    Object.entries(gone).map(([store, records]) => [
      store,
      records.flatMap((one) => SCHEMAS[store as PupilStore].safeParse(one).data ?? []),
    ]),
  );
}

/** Reads a log in: each new try once. */
export async function takeLog(log: PracticeLog): Promise<LogMerge> {
  const here = await readPupil(log.pupil.id);
  if (!here) throw new Error(`This log is of ${log.pupil.name}, who is no pupil here. Nothing was read in.`);
  const merge = mergeLog(here, log);
  if (merge.fresh.length > 0) await keepPupilRecords({ attempts: merge.fresh });
  return merge;
}

/**
 * Opens a homework in a pupil's own Step Ladder: what is set stands as the file says; what the pupil has practised here
 * stays, and studies that were changed here stay as they are. All of it or nothing.
 */
export async function takeHomework({ pupil, assignments, attempts, studies, ladders }: Homework): Promise<void> {
  await inOneGo([...ALL, 'studies', 'listed'], async (transaction) => {
    await transaction.objectStore('pupils').put(pupil, pupil.id);
    const set = transaction.objectStore('assignments');
    for (const key of await set.index('pupil').getAllKeys(pupil.id)) await set.delete(key);
    for (const one of assignments) await set.put(one, one.id);
    const tries = transaction.objectStore('attempts');
    for (const one of attempts) if ((await tries.getKey(one.id)) === undefined) await tries.put(one, one.id);
    for (const study of studies) {
      if ((await transaction.objectStore('studies').getKey(study.id)) !== undefined) continue;
      await transaction.objectStore('studies').put(study, study.id);
      await transaction.objectStore('listed').put(listed(study), study.id);
    }
  });
  if (ladders.length > 0) await keepLadders(ladders);
  tellOthers([PUPILS_CHANGED, ...studies.map(({ id }) => id)]);
}

/** Where a teacher's own ladders are kept among the facts. */
export const LADDERS_KEPT = 'ladders';

/** The teacher's own ladders; damaged ones are left alone and not shown. */
export async function readLadders(): Promise<readonly Ladder[]> {
  return (await readFacts(LADDERS_KEPT)).flatMap((one) => Ladder.safeParse(one).data ?? []);
}

/** Keeps ladders, each in place of the one of its id. */
export async function keepLadders(ladders: readonly Ladder[]): Promise<void> {
  const ids = new Set(ladders.map(({ id }) => id));
  await changeFacts(LADDERS_KEPT, (list) => [
    ...list.filter((one) => !ids.has(Ladder.safeParse(one).data?.id ?? '')),
    ...ladders,
  ]);
}

/** Every ladder: those that are shipped, then the teacher's own. */
export async function allLadders(): Promise<readonly Ladder[]> {
  return [...LADDERS, ...(await readLadders())];
}
