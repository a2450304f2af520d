import { z } from 'zod';
import { FIGURES } from '../theory/figure.ts';
import { FORMS, type FormId } from '../theory/form.ts';
import { isTonicName, parsePitch } from '../theory/pitch.ts';
import { Bowing } from './bowing.ts';
import { HAND_SYSTEMS, INSTRUMENT_TABLE, INSTRUMENTS } from '../instruments/instrument.ts';
import { OPEN_STRING_RULES } from '../schools/open-strings.ts';
import { School } from '../schools/school.ts';
import { SCHOOL_IDS, schoolNamed } from '../schools/schools.ts';
import { RETURNS } from '../schools/way-back.ts';
import { hasSize, SetUp } from '../instruments/set-up.ts';
import { granted, refused, type Outcome } from '../base/outcome.ts';

const FORM_IDS = FORMS.map((form) => form.id) as [FormId, ...FormId[]];

export const MELODIC_DESCENTS = ['natural', 'ascending'] as const;

const listed = (values: readonly string[]): string => values.join(', ');

function choice<const T extends readonly [string, ...string[]]>(
  what: string,
  values: T,
): z.ZodEnum<{ [K in T[number]]: K }> {
  return z.enum(values, { error: `Choose the ${what} from: ${listed(values)}.` }) as z.ZodEnum<{ [K in T[number]]: K }>;
}

function whole(what: string, low: number, high: number): z.ZodNumber {
  const error = `${what} must be a whole number from ${low} to ${high}.`;
  return z.number({ error }).int(error).min(low, error).max(high, error);
}

const Finger = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal('T')], {
  error: 'A finger is 0 for the open string, 1 to 4, or "T" for the thumb.',
});

const Pin = z
  .strictObject({
    at: whole('The note a pin sits on, counted from 0,', 0, 2000),
    string: z.string({ error: 'A pin names its string by the letter of the open pitch.' }).optional(),
    finger: Finger.optional(),
  })
  .refine((pin) => pin.string !== undefined || pin.finger !== undefined, {
    error: 'A pin needs a string, a finger or both.',
  });

/** The school a recipe follows, if any. */
export function schoolOf({ school }: { readonly school?: string | School | undefined }): School | undefined {
  return typeof school === 'string' ? schoolNamed(school) : school;
}

export const Recipe = z
  .strictObject({
    instrument: choice('instrument', INSTRUMENTS),
    tonic: z
      .string({ error: 'Name the tonic: a letter A to G, then # or b if needed, such as F# or Bb.' })
      .refine(isTonicName, {
        error: 'A tonic is a letter A to G, then #, b, ## or bb if needed, such as F# or Bb.',
      }),
    form: choice('form', FORM_IDS).default('major'),
    figure: choice('figure', FIGURES).default('scale'),
    octaves: whole('Octaves', 1, 4).default(1),
    start: z
      .string({ error: 'The lowest note is a sounding pitch such as A3.' })
      .refine((text) => parsePitch(text) !== undefined, {
        error: 'The lowest note is a sounding pitch with its octave, such as A3 or Bb2.',
      })
      .optional(),
    direction: choice('direction', ['up', 'down', 'up-down']).default('up-down'),
    /** Melodic minor coming down: with its natural notes, or keeping those of the way up. */
    melodicDescent: choice('way the melodic minor comes down', MELODIC_DESCENTS).default('natural'),
    /** A shipped school by its id, or a school written out. */
    school: z
      .union([z.enum(SCHOOL_IDS), School], {
        error: `A school is one of: ${SCHOOL_IDS.join(', ')}; or a school written out with its id, name, rules and weights.`,
      })
      .optional(),
    openStrings: choice('rule for open strings', OPEN_STRING_RULES).default('free'),
    /** The player's own tuning, size or extension. */
    setUp: SetUp.optional(),
    handSystem: choice('hand system', HAND_SYSTEMS).optional(),
    return: choice('way down', RETURNS).default('auto'),
    groups: z
      .array(z.string().regex(/^[0-4T]+$/, { error: 'A group is a row of fingers, such as "124"; T is the thumb.' }), {
        error: 'Groups are a list such as ["124","124"].',
      })
      .min(1, { error: 'Give at least one group of fingers, or leave groups out.' })
      .max(200)
      .optional(),
    strings: z
      .array(z.string(), { error: 'Strings are a list of letters such as ["G","D"].' })
      .min(1, { error: 'Allow at least one string, or leave strings out to allow all.' })
      .max(8)
      .optional(),
    pins: z
      .array(Pin, { error: 'Pins are a list such as [{"at": 7, "string": "D", "finger": 1}].' })
      .max(500)
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
    bowing: Bowing.prefault({}),
    /** Shifts are charged by where they fall in the bow: dearer inside a slur, cheaper on a beat. */
    fitBow: z.boolean({ error: 'Fitting the bow is true or false.' }).default(false),
    ways: whole('The number of ways', 1, 20).default(5),
  })
  .superRefine((recipe, context) => {
    const school = schoolOf(recipe);
    if (school?.instruments && !school.instruments.includes(recipe.instrument)) {
      context.addIssue({
        code: 'custom',
        path: ['school'],
        message: `The school “${school.name}” is for ${school.instruments.join(', ')}. Choose another, or leave it out.`,
      });
    }
    if (hasSize(recipe.instrument, recipe.setUp)) return;
    const { name, sizes } = INSTRUMENT_TABLE[recipe.instrument];
    context.addIssue({
      code: 'custom',
      path: ['setUp', 'size'],
      message: `The ${name.toLowerCase()} comes in these sizes: ${sizes.map((size) => size.name).join(', ')}. Or give its string length in millimetres.`,
    });
  });

/** What a teacher asks for, defaults filled in. Field names are those of the command line. */
export type Recipe = z.infer<typeof Recipe>;

/** A recipe as it is written: only instrument and tonic are required. */
export type RecipeInput = z.input<typeof Recipe>;

export type Pin = Recipe['pins'][number];

/** A recipe from outside with the rules of its school filled in where it gives none of its own. */
function underSchool(input: unknown): unknown {
  if (typeof input !== 'object' || input === null || !('school' in input)) return input;
  const { school } = input;
  const read = typeof school === 'string' ? schoolNamed(school) : School.safeParse(school).data;
  if (!read) return input;
  const { openStrings, return: back, handSystem } = read.rules;
  const bass = 'instrument' in input && input.instrument === 'bass';
  const rules = { openStrings, return: back, handSystem: bass ? handSystem : undefined };
  const own = Object.entries(input).filter(([, value]) => value !== undefined);
  return {
    ...Object.fromEntries(Object.entries(rules).filter(([, value]) => value !== undefined)),
    ...Object.fromEntries(own),
  };
}

/** Reads a recipe from outside; the refusal names the first field at fault. */
export function readRecipe(input: unknown): Outcome<Recipe> {
  const result = Recipe.safeParse(underSchool(input));
  if (result.success) return granted(result.data);
  const issue = result.error.issues[0];
  if (issue?.code === 'unrecognized_keys') {
    const path = [...issue.path, ...issue.keys.slice(0, 1)].join('.');
    return refused(path, `A recipe has no field "${path}". Its fields are: ${Object.keys(Recipe.shape).join(', ')}.`);
  }
  if (issue && issue.path.length === 0) {
    return refused('', 'A recipe is an object with at least an instrument and a tonic.');
  }
  return refused(issue?.path.join('.') ?? '', issue?.message ?? 'This recipe could not be read.');
}
