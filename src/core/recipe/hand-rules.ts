import { z } from 'zod';
import { choices } from '../base/index.ts';
import { HAND_SYSTEMS } from '../instruments/index.ts';
import { OPEN_STRING_RULES, School, SCHOOL_IDS, RETURNS } from '../schools/index.ts';
import { oneOf, whole } from './fields.ts';
import { playerFields } from './player.ts';

const Finger = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal('T')], {
  error: 'A finger is 0 for the open string, 1 to 4, or "T" for the thumb.',
});

const Pin = z
  .strictObject({
    at: whole('The note a pin sits on, counted from 0,', 0, 4000),
    string: z.string({ error: 'A pin names its string by the letter of the open pitch.' }).optional(),
    finger: Finger.optional(),
  })
  .refine((pin) => pin.string !== undefined || pin.finger !== undefined, {
    error: 'A pin needs a string, a finger or both.',
  });

/** A teacher's own choice for one note: a string, a finger or both. */
export type Pin = z.output<typeof Pin>;

/** What the hand may do and must. */
export const handFields = {
  /** A shipped school by its id, or a school written out. */
  school: z
    .union([z.enum(SCHOOL_IDS), School], {
      error: `A school is one of: ${choices(SCHOOL_IDS)}; or a school written out with its id, name, rules and weights.`,
    })
    .optional(),
  openStrings: oneOf('rule for open strings', OPEN_STRING_RULES).default('free'),
  handSystem: oneOf('hand system', HAND_SYSTEMS).optional(),
  return: oneOf('way down', RETURNS).default('auto'),
  groups: z
    .array(
      z
        .string({ error: 'A group is a row of fingers, such as "124".' })
        .regex(/^[0-4T]+$/, { error: 'A group is a row of fingers, such as "124"; T is the thumb.' }),
      { error: 'Groups are a list such as ["124","124"].' },
    )
    .min(1, { error: 'Give at least one group of fingers, or leave groups out.' })
    .max(200)
    .optional(),
  strings: z
    .array(z.string({ error: 'Strings are a list of letters such as ["G","D"].' }), {
      error: 'Strings are a list of letters such as ["G","D"].',
    })
    .min(1, { error: 'Allow at least one string, or leave strings out to allow all.' })
    .max(8)
    .optional(),
  pins: z
    .array(Pin, { error: 'Pins are a list such as [{"at": 7, "string": "D", "finger": 1}].' })
    .max(4000)
    .default([]),
  positions: z
    .strictObject({
      low: whole('The lowest hand', 1, 40).optional(),
      high: whole('The highest hand', 1, 40).optional(),
    })
    .refine((range) => range.low === undefined || range.high === undefined || range.low <= range.high, {
      error: 'The lowest hand must not lie above the highest.',
    })
    .optional(),
  /** Shifts are charged by where they fall in the bow: dearer inside a slur, cheaper on a beat. */
  fitBow: z.boolean({ error: 'Fitting the bow is true or false.' }).default(false),
};

/** Whose hand it is and what it may do: everything of a recipe that decides strings and fingers of given notes. */
export const HandRules = z.object({ ...playerFields, ...handFields });

export type HandRules = z.output<typeof HandRules>;
