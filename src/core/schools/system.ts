import { z } from 'zod';
import { INSTRUMENTS } from '../instruments/index.ts';
import { readClimb } from './climb.ts';
import { RETURNS } from './way-back.ts';

const Line = z
  .string({ error: 'How it climbs is a line such as “home I 12+ 1234”.' })
  .max(120)
  .superRefine((line, context) => {
    const read = readClimb(line);
    if ('climb' in read) return;
    context.addIssue({
      code: 'custom',
      message: `“${read.stumbles}” is no part of a climb. Write home or free, strings I to V, fingers such as 12+ or 1234, next, |, a position such as 3rd, hand, any.`,
    });
  });

/** What a system needs before it makes sense, and what a study it is for must be. */
const Fits = z.strictObject({
  figures: z.array(z.enum(['scale', 'arpeggio'])).default(['scale']),
  /** Scales by whole and half steps throughout, or half steps throughout. */
  chromatic: z.boolean().default(false),
  octaves: z.tuple([z.int().min(1).max(4), z.int().min(1).max(4)]).default([1, 4]),
  /** The chord of an arpeggio; any when left out. */
  chord: z.enum(['major', 'minor', 'triad']).optional(),
});

/**
 * A system of fingering: what a teacher carries through every key, by its name. Its form is the
 * one of its `climbs` that suits the key best.
 */
export const System = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{2,64}$/, { error: 'A system is known by small letters, digits and dashes.' }),
  name: z.string().trim().min(1, { error: 'Give the system a name.' }).max(80),
  /** Why one would choose it. */
  why: z.string().trim().max(400).default(''),
  instruments: z.array(z.enum(INSTRUMENTS)).min(1).optional(),
  fits: Fits.prefault({}),
  climbs: z.array(Line).max(12).default([]),
  /** The first line that can be played is its form; otherwise the one that costs least. */
  inOrder: z.boolean().default(false),
  /** Groups the scale's own steps decide (`movable-groups.ts`). */
  groupsBySteps: z.boolean().default(false),
  /** As much as lies in these positions, lowest and highest, named by the stop under the first finger. */
  hands: z.tuple([z.int().min(1).max(25), z.int().min(1).max(25)]).optional(),
  /** Open strings one way, and the fourth finger in their place the other. */
  openStrings: z.enum(['up', 'down']).optional(),
  /** How the way down returns; the way up is then the best one. */
  return: z.enum(RETURNS).optional(),
});

export type System = z.infer<typeof System>;
