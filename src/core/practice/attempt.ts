import { z } from 'zod';
import { Day } from './day.ts';
import { EarNote } from './ear-note.ts';

/** How a try went: every note there, in order, in tune for the level, no stop; nearly; not. */
export const RESULTS = ['clean', 'shaky', 'missed'] as const;

export type Result = (typeof RESULTS)[number];

/** What a thing is known by. */
export const Id = z
  .string({ error: 'An id is 1 to 80 letters, digits and dashes.' })
  .regex(/^[\w-]{1,80}$/, { error: 'An id is 1 to 80 letters, digits and dashes.' });

/** One try at a rung: what the log is made of. */
export const Attempt = z.object({
  /** Known by it wherever the log goes; read twice it counts once. */
  id: Id.optional(),
  study: Id,
  /** The rung as `rungsOf` calls it: `whole`, `shift-2`. */
  rung: Id,
  date: Day,
  /** Beats a minute it was played at. */
  bpm: z
    .number({ error: 'The tempo of a try is a number.' })
    .min(1, { error: 'The tempo of a try is 1 to 600 beats a minute.' })
    .max(600, { error: 'The tempo of a try is 1 to 600 beats a minute.' }),
  result: z.enum(RESULTS, { error: 'A try is clean, shaky or missed.' }),
  /** Seconds it took, where it was timed. */
  seconds: z.number().min(0).max(86_400).optional(),
  /** Whether the teacher heard it in a lesson. */
  heard: z.literal(true).optional(),
  /** What the ear wrote down, where a microphone or a recording was heard. */
  ear: EarNote.optional(),
});

export type Attempt = z.infer<typeof Attempt>;
