import { z } from 'zod';
import { INSTRUMENTS, SetUp } from '../instruments/index.ts';
import { beatsPerMinute } from '../recipe/index.ts';
import type { SavedStudy } from '../study/index.ts';
import { Attempt, Id } from './attempt.ts';
import { Day } from './day.ts';
import { Practice } from './practice-time.ts';
import { TempoRule } from './tempo-steps.ts';

/** Someone who is taught: as much as a lesson needs, and nothing else. */
export const Pupil = z.object({
  id: Id,
  /** A name, or initials. */
  name: z
    .string()
    .trim()
    .min(1, { error: 'Give the pupil a name, or initials.' })
    .max(80, { error: 'A name has at most 80 letters.' }),
  instrument: z.enum(INSTRUMENTS),
  setUp: SetUp.optional(),
  /** Stretches are spared. */
  smallHand: z.boolean().default(false),
  /** The school their studies follow, by its id; the usual fingering where left out. */
  school: z.string().max(64).optional(),
  /** The ladder they climb, by its id. */
  ladder: z.string().max(64).default('usual'),
  /** The grade they work for. */
  grade: z.object({ syllabus: z.string().max(64), grade: z.string().max(64) }).optional(),
  exam: Day.optional(),
  /** Day of the week of their lesson, 0 for Sunday to 6 for Saturday. */
  lessonDay: z.number().int().min(0).max(6).optional(),
  practice: Practice.default({ minutes: 20, restDays: [0] }),
  /** How their tempi are raised and lowered. */
  tempo: TempoRule.prefault({}),
  /** The teacher's own notes. */
  notes: z.string().max(8000, { error: 'Notes have at most 8000 letters.' }).default(''),
  created: z.iso.datetime(),
  updated: z.iso.datetime(),
});

export type Pupil = z.infer<typeof Pupil>;

/** A study set to a pupil. */
export const Assignment = z.object({
  id: Id,
  pupil: Id,
  /** The study in the library. */
  study: Id,
  set: Day,
  /** The tempo to reach, and the notes to a beat it counts with. */
  target: z.object({ bpm: z.number().int().min(20).max(400), perBeat: z.number().int().min(1).max(16) }),
  /** The ladder, where it is another than the pupil's. */
  ladder: z.string().max(64).optional(),
  /** What to listen for, in the teacher's own words. */
  words: z.string().max(400, { error: 'Words to a study have at most 400 letters.' }).default(''),
  /** No longer set: kept in the history. */
  put: Day.optional(),
  updated: z.iso.datetime(),
});

export type Assignment = z.infer<typeof Assignment>;

/** Sets a study to a pupil on a day, at the tempo it is written for; `now` is an ISO date and time. */
export function setTo(
  pupil: string,
  { id: study, recipe: { bowing } }: Pick<SavedStudy, 'id' | 'recipe'>,
  id: string,
  set: Day,
  now: string,
): Assignment {
  const target = { bpm: Math.max(20, Math.round(beatsPerMinute(bowing))), perBeat: bowing.perBeat };
  return { id, pupil, study, set, target, words: '', updated: now };
}

/** A try in a pupil's log. */
export const LoggedAttempt = Attempt.extend({ id: Id, pupil: Id });

export type LoggedAttempt = z.infer<typeof LoggedAttempt>;

/** A lesson: what was heard, and what was said of it. One that was begun stays begun. */
export const Lesson = z.object({
  id: Id,
  pupil: Id,
  date: Day,
  heard: z
    .array(
      z.object({
        assignment: Id,
        rung: Id,
        result: Attempt.shape.result,
        bpm: z.number(),
        words: z.string().max(400).default(''),
      }),
    )
    .max(200)
    .default([]),
  ended: z.boolean().default(false),
  updated: z.iso.datetime(),
});

export type Lesson = z.infer<typeof Lesson>;

/** Everything of one pupil. */
export interface PupilWhole {
  readonly pupil: Pupil;
  readonly assignments: readonly Assignment[];
  readonly attempts: readonly LoggedAttempt[];
  readonly lessons: readonly Lesson[];
}
