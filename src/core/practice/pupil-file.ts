import { z } from 'zod';
import { atPlace, refused, type Outcome } from '../base/outcome.ts';
import { parseJson, readOutside } from '../base/reading.ts';
import { SavedStudy } from '../study/saved-study.ts';
import { Id } from './attempt.ts';
import { Ladder } from './ladder.ts';
import { Assignment, LoggedAttempt, Pupil, type PupilWhole } from './pupil.ts';

const VERSION = 1;

/**
 * What is set, as it goes home with a pupil: their studies with all fingers, what is set and said of it, and the log so far.
 * The teacher's notes stay with the teacher.
 */
export const Homework = z.object({
  format: z.literal('step-ladder-homework'),
  version: z.literal(VERSION),
  made: z.iso.datetime(),
  pupil: Pupil,
  studies: z.array(SavedStudy).max(2000),
  assignments: z.array(Assignment).max(2000),
  ladders: z.array(Ladder).max(100).default([]),
  attempts: z.array(LoggedAttempt).max(200_000),
});

export type Homework = z.infer<typeof Homework>;

/** What was practised, as it comes back. */
export const PracticeLog = z.object({
  format: z.literal('step-ladder-log'),
  version: z.literal(VERSION),
  made: z.iso.datetime(),
  pupil: z.object({ id: Id, name: z.string().max(80) }),
  attempts: z.array(LoggedAttempt).max(200_000),
});

export type PracticeLog = z.infer<typeof PracticeLog>;

/** The homework file of a pupil, made at a moment (ISO date and time). */
export function homeworkOf(
  { pupil, assignments, attempts }: PupilWhole,
  studies: readonly SavedStudy[],
  ladders: readonly Ladder[],
  made: string,
): Homework {
  const set = assignments.filter(({ put }) => put === undefined);
  const ids = new Set(set.map(({ study }) => study));
  return {
    format: 'step-ladder-homework',
    version: VERSION,
    made,
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
    return refused('other-version', 'version', { thing, version: String(head.data?.version), reads: VERSION });
  }
  const read = format === 'step-ladder-log' ? readOutside(PracticeLog, json.value) : readOutside(Homework, json.value);
  return read.ok ? read : atPlace(read, 'Nothing was read in.');
}

/** What a log adds to what is here: tries that are new, each once however often it is read; never over the teacher's own. */
export interface LogMerge {
  readonly fresh: readonly LoggedAttempt[];
  readonly known: number;
  /** Tries at studies that were not set here. */
  readonly strange: number;
}

/** Reads a log into what is here. */
export function mergeLog(here: PupilWhole, log: PracticeLog): LogMerge {
  const seen = new Set(here.attempts.map(({ id }) => id));
  const studies = new Set(here.assignments.map(({ study }) => study));
  const fresh: LoggedAttempt[] = [];
  let [known, strange] = [0, 0];
  for (const { heard: _, ...attempt } of log.attempts) {
    if (attempt.pupil !== here.pupil.id || !studies.has(attempt.study)) strange += 1;
    else if (seen.has(attempt.id)) known += 1;
    else {
      seen.add(attempt.id);
      fresh.push(attempt);
    }
  }
  return { fresh, known, strange };
}
