import { z } from 'zod';

const seconds = (what: string, most: number) =>
  z
    .number({ error: `${what} is in seconds, 0 to ${most}.` })
    .min(0)
    .max(most);

/** One fault, at a note of the study counted from 0. */
export const Fault = z.strictObject({
  at: z.number().int().min(0).max(4000),
  /** Cents off its place, below zero flat. */
  cents: z.number().min(-300).max(300).optional(),
  /** Begun so much late. */
  late: seconds('What a note is late', 3).optional(),
  /** Half steps off: another note. */
  wrong: z.number().int().min(-24).max(24).optional(),
  /** Left out. */
  skip: z.boolean().optional(),
  /** Stopped after this note and begun again from an earlier one. */
  backTo: z.number().int().min(0).max(4000).optional(),
  /** A slide heard into the note. */
  slide: seconds('A slide', 1).optional(),
});

export type Fault = z.output<typeof Fault>;

/** A pupil who is invented: how they play, and what goes wrong. The same seed plays the same. */
export const InventedPupil = z.strictObject({
  seed: z.number().int().min(0).max(4_294_967_295).default(1),
  /** Beats a minute; the study's own when left out. */
  bpm: z.number().min(20).max(400).optional(),
  /** Hz of the A they tune to. */
  a: z.number().min(380).max(480).default(440),
  /** Noise under the sound, decibels below full. */
  noise: z.number().min(-120).max(-6).default(-60),
  /** Cents the vibrato swings to each side. */
  vibrato: z.number().min(0).max(60).default(0),
  faults: z.array(Fault).max(4000).default([]),
});

export type InventedPupil = z.output<typeof InventedPupil>;
