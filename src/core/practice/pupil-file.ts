import { z } from 'zod';
import { atPlace, granted, refused, type Outcome, parseJson, readOutside, versionWords } from '../base/index.ts';
import { SavedStudy } from '../study/index.ts';
import { Id } from './attempt.ts';
import { dayAfter, type Day } from './day.ts';
import { Ladder } from './ladder.ts';
import { Assignment, LoggedAttempt, Pupil, type PupilWhole } from './pupil.ts';

const VERSION = 1;
/** The most tries a file may hold. */
const MOST_TRIES = 200_000;

/**
 * What is set, as it goes home with a pupil: their studies with all fingers, what is set and said of it, and the log so far.
 * The teacher's notes stay with the teacher.
 */
export const Homework = z.object({
  format: z.literal('step-ladder-homework'),
  version: z.literal(VERSION),
  made: z.iso.datetime(),
  /** The library it was made in. */
  from: z.string().max(64).optional(),
  pupil: Pupil,
  studies: z.array(SavedStudy).max(2000),
  assignments: z.array(Assignment).max(2000),
  ladders: z.array(Ladder).max(100).default([]),
  attempts: z.array(LoggedAttempt).max(MOST_TRIES),
});

export type Homework = z.infer<typeof Homework>;

/** What was practised, as it comes back. */
export const PracticeLog = z.object({
  format: z.literal('step-ladder-log'),
  version: z.literal(VERSION),
  made: z.iso.datetime(),
  pupil: z.object({ id: Id, name: z.string().max(80) }),
  attempts: z.array(LoggedAttempt).max(MOST_TRIES),
});

export type PracticeLog = z.infer<typeof PracticeLog>;

/** The homework file of a pupil, made at a moment (ISO date and time). */
export function homeworkOf(
  { pupil, assignments, attempts }: PupilWhole,
  studies: readonly SavedStudy[],
  ladders: readonly Ladder[],
  made: string,
  from?: string,
): Homework {
  const set = assignments.filter(({ put }) => put === undefined);
  const ids = new Set(set.map(({ study }) => study));
  return {
    format: 'step-ladder-homework',
    version: VERSION,
    made,
    ...(from !== undefined && { from }),
    pupil: { ...pupil, notes: '' },
    studies: studies.filter(({ id }) => ids.has(id)),
    assignments: set,
    ladders: [...ladders],
    attempts: attempts.filter(({ study }) => ids.has(study)),
  };
}

/** The log of a pupil: what they practised themselves; what the teacher heard is the teacher's. */
export function logOf({ pupil, attempts }: PupilWhole, made: string): PracticeLog {
  return {
    format: 'step-ladder-log',
    version: VERSION,
    made,
    pupil: { id: pupil.id, name: pupil.name },
    attempts: attempts.filter(({ heard }) => !heard),
  };
}

/** A file that goes between teacher and pupil, whichever of the two it is. */
export function readPupilFile(text: string): Outcome<Homework | PracticeLog> {
  const reading = readingPupilFile(text);
  let step = reading.next();
  while (!step.done) step = reading.next();
  return step.value;
}

/** So many tries are read between two reports of how far it has come. */
const TRIES_AT_A_TIME = 5000;

/** The same a piece at a time; yields the share that is read, 0 to 1. */
export function* readingPupilFile(text: string): Generator<number, Outcome<Homework | PracticeLog>> {
  const thing = 'a homework or a log of Step Ladder';
  const instead = 'Choose a file made by “Homework file” or “Send the log back”.';
  const json = parseJson(text);
  if (!json) return refused('not-json', '', { thing, instead });
  const head = z.object({ format: z.unknown(), version: z.unknown() }).safeParse(json.value);
  const format = head.success ? head.data.format : undefined;
  if (format !== 'step-ladder-homework' && format !== 'step-ladder-log') {
    return refused('other-file', 'format', { thing, instead });
  }
  if (head.data?.version !== VERSION) {
    return refused('other-version', 'version', { thing, version: versionWords(head.data?.version), reads: VERSION });
  }
  yield 0.2;
  const { attempts: tries } =
    z.object({ attempts: z.array(z.unknown()).max(MOST_TRIES) }).safeParse(json.value).data ?? {};
  const attempts: LoggedAttempt[] = [];
  for (let from = 0; tries && from < tries.length; from += TRIES_AT_A_TIME) {
    const some = z.array(LoggedAttempt).safeParse(tries.slice(from, from + TRIES_AT_A_TIME));
    if (!some.success) break;
    attempts.push(...some.data);
    yield 0.2 + (0.8 * from) / tries.length;
  }
  const good = tries !== undefined && attempts.length === tries.length;
  // Where a try is at fault the whole is read at once, which says where it stands.
  const value: unknown = good ? { ...(json.value as object), attempts: [] } : json.value;
  const read = format === 'step-ladder-log' ? readOutside(PracticeLog, value) : readOutside(Homework, value);
  if (!read.ok) return atPlace(read, 'Nothing was read in.');
  return good ? granted({ ...read.value, attempts }) : read;
}

/** What is known of the library a file is opened in. */
export interface Here {
  /** What the library is known by. */
  readonly library: string | undefined;
  /** All of the file's pupil; `undefined` where they are not here. */
  readonly whole: PupilWhole | undefined;
  /** Whose a set study or a try of this id is; `undefined` where it is not here. */
  readonly ownerOf: (kind: 'assignments' | 'attempts', id: string) => string | undefined;
  /** ISO day. */
  readonly today: Day;
}

/** Tries of a file, sorted by what becomes of them. */
export interface TriesMerge {
  readonly fresh: readonly LoggedAttempt[];
  /** Here already. */
  readonly known: number;
  /** Left out: at studies that are not set, or of another pupil. */
  readonly strange: number;
  /** Left out: dated after tomorrow. */
  readonly future: number;
}

/** Sorts the tries of a file: new ones once, however often it is read; never over another's. */
function mergeTries(
  attempts: readonly LoggedAttempt[],
  pupil: string,
  set: ReadonlySet<string>,
  here: Here,
): TriesMerge {
  const seen = new Set<string>();
  const fresh: LoggedAttempt[] = [];
  const count = { known: 0, strange: 0, future: 0 };
  // A clock may be ahead, and midnight comes earlier elsewhere.
  const last = dayAfter(here.today, 1);
  for (const attempt of attempts) {
    const owner = here.ownerOf('attempts', attempt.id);
    if (attempt.pupil !== pupil || !set.has(attempt.study) || (owner !== undefined && owner !== pupil))
      count.strange += 1;
    else if (owner !== undefined || seen.has(attempt.id)) count.known += 1;
    else if (attempt.date > last) count.future += 1;
    else {
      seen.add(attempt.id);
      fresh.push(attempt);
    }
  }
  return { fresh, ...count };
}

/** Reads a log into the pupil it is of; what the teacher heard is the teacher's alone. */
export function mergeLog(log: PracticeLog, whole: PupilWhole, here: Here): TriesMerge {
  const own = log.attempts.map(({ heard: _, ...attempt }) => attempt);
  return mergeTries(own, whole.pupil.id, new Set(whole.assignments.map(({ study }) => study)), here);
}

/** A record as it is here and as it becomes. */
interface Becomes<One> {
  readonly base: One;
  readonly next: One;
}

/** What opening a homework comes to. */
export interface HomeworkMerge {
  /** Made in this very library: there is nothing to open. */
  readonly own: boolean;
  readonly newPupil: Pupil | undefined;
  readonly pupil: Becomes<Pupil> | undefined;
  readonly set: readonly Assignment[];
  readonly changed: readonly Becomes<Assignment>[];
  /** Set here and no longer in the file: kept in the history. */
  readonly ended: readonly Becomes<Assignment>[];
  readonly tries: TriesMerge;
  /** Set studies that are another pupil's here: left out. */
  readonly foreign: number;
}

/**
 * What a homework changes in a library. What is here and newer than the file stays, as do the notes, the log and whatever
 * is another pupil's.
 */
export function mergeHomework(file: Homework, here: Here): HomeworkMerge {
  const { whole } = here;
  const own = file.from !== undefined && file.from === here.library;
  const mine = new Map(whole?.assignments.map((one) => [one.id, one]));
  const ownerOf = (id: string): string => here.ownerOf('assignments', id) ?? file.pupil.id;
  const theirs = file.assignments.filter(({ id, pupil }) => pupil === file.pupil.id && ownerOf(id) === file.pupil.id);
  const given = new Set(theirs.map(({ id }) => id));
  const newer = whole && file.pupil.updated > whole.pupil.updated;
  const next = newer && { ...file.pupil, notes: whole.pupil.notes, created: whole.pupil.created };
  return {
    own,
    newPupil: whole ? undefined : file.pupil,
    pupil: next && whole ? { base: whole.pupil, next } : undefined,
    set: theirs.filter(({ id }) => !mine.has(id)),
    changed: theirs.flatMap((one) => {
      const base = mine.get(one.id);
      return base && one.updated > base.updated ? [{ base, next: one }] : [];
    }),
    ended: (whole?.assignments ?? []).flatMap((base) =>
      given.has(base.id) || base.put !== undefined || base.updated > file.made
        ? []
        : [{ base, next: { ...base, put: file.made.slice(0, 10), updated: file.made } }],
    ),
    tries: mergeTries(file.attempts, file.pupil.id, new Set(theirs.map(({ study }) => study)), here),
    foreign: file.assignments.length - theirs.length,
  };
}
