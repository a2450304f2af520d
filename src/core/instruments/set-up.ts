import { z } from 'zod';
import { parsePitch } from '../theory/index.ts';

const TUNING = 'A tuning lists the open strings, lowest first, as sounding pitches such as ["G3","D4","A4","E5"].';

const OpenPitch = z.string({ error: TUNING }).refine((text) => parsePitch(text) !== undefined, { error: TUNING });

/** How one player's instrument differs from the usual one; whatever is left out is as usual. */
export const SetUp = z.strictObject({
  /** Open strings, lowest first, sounding. */
  tuning: z
    .array(OpenPitch, { error: TUNING })
    .min(1, { error: TUNING })
    .max(7, { error: 'A tuning has at most seven strings.' })
    .refine(rises, { error: 'The strings of a tuning must rise from the lowest to the highest.' })
    .optional(),
  /** Half steps the lowest string is lengthened beyond its nut, each sounded without a finger. */
  extension: z
    .number()
    .int({ error: 'An extension is a whole number of half steps.' })
    .min(0, { error: 'An extension is a number of half steps, 0 for none.' })
    .max(7, { error: 'An extension reaches at most 7 half steps below the lowest string.' })
    .optional(),
  /** A size by its name, such as 3/4. */
  size: z.string().max(20).optional(),
  /** The player's own vibrating string length, millimetres; goes before the size. */
  length: z
    .number()
    .min(100, { error: 'A vibrating string length is given in millimetres, 100 at least.' })
    .max(1300, { error: 'A vibrating string length is given in millimetres, 1300 at most.' })
    .optional(),
  /** How its positions are numbered, where schools differ in that: by half steps when left out. */
  numbering: z
    .enum(['half steps', 'steps'], { error: 'Positions are numbered by "half steps" or by "steps".' })
    .optional(),
});

export type SetUp = z.infer<typeof SetUp>;

function rises(tuning: readonly string[]): boolean {
  const pitches = tuning.map((text) => parsePitch(text)?.midi ?? Number.NaN);
  return pitches.every((midi, k) => k === 0 || midi > (pitches[k - 1] as number));
}

/** A set-up teachers meet, to choose from. Common practice, no source. */
export interface KnownSetUp {
  readonly name: string;
  readonly setUp: SetUp;
}
