import { z } from 'zod';
import { refused, type Outcome, readOutside, choices, listed } from '../base/index.ts';
import { type Instrument, hasSize, INSTRUMENT_TABLE, isInstrument } from '../instruments/index.ts';
import { School, schoolNamed, schoolOf } from '../schools/index.ts';
import { askFields } from './ask.ts';
import { Bowing } from './bowing.ts';
import { whole } from './fields.ts';
import { handFields } from './hand-rules.ts';
import { playerFields } from './player.ts';

/** How many ways a study is offered with unless asked otherwise. */
export const WAYS_OFFERED = 8;

const Remark = z.strictObject({
  at: whole('The note a remark stands at, counted from 0,', 0, 4000),
  text: z
    .string({ error: 'A remark is a few words.' })
    .trim()
    .min(1, { error: 'Write a word, or leave the remark out.' })
    .max(80, { error: 'A remark at a note has at most 80 letters.' }),
});

/** What a teacher asks for: who plays, which notes, by what rules of the hand, with what bow. */
export const Recipe = z
  .strictObject({
    ...playerFields,
    ...askFields,
    ...handFields,
    bowing: Bowing.prefault({}),
    /** The teacher's own words at a note, `at` counted from 0. */
    remarks: z.array(Remark).max(200, { error: 'A study keeps at most 200 remarks.' }).default([]),
    ways: whole('The number of ways', 1, 20).default(WAYS_OFFERED),
  })
  .superRefine((recipe, context) => {
    const school = schoolOf(recipe);
    if (school?.instruments && !school.instruments.includes(recipe.instrument)) {
      context.addIssue({
        code: 'custom',
        path: ['school'],
        message: `The school “${school.name}” is for ${listed(school.instruments)}. Choose another, or leave it out.`,
      });
    }
    if (hasSize(recipe.instrument, recipe.setUp)) return;
    const { name, sizes }: Instrument = INSTRUMENT_TABLE[recipe.instrument];
    context.addIssue({
      code: 'custom',
      path: ['setUp', 'size'],
      message: `The ${name.toLowerCase()} comes in these sizes: ${choices(sizes.map((size) => size.name))}. Or give its string length in millimetres.`,
    });
  });

/** A recipe, defaults filled in. Field names are those of the command line. */
export type Recipe = z.infer<typeof Recipe>;

/** A recipe as it is written: only instrument and tonic are required. */
export type RecipeInput = z.input<typeof Recipe>;

/** A recipe from outside with the rules of its school filled in where it gives none of its own. */
function underSchool(input: object): unknown {
  if (!('school' in input)) return input;
  const { school } = input;
  const read = typeof school === 'string' ? schoolNamed(school) : School.safeParse(school).data;
  if (!read) return input;
  const { openStrings, return: back, handSystem } = read.rules;
  const player = 'instrument' in input ? String(input.instrument) : '';
  const instrument: Instrument | undefined = isInstrument(player) ? INSTRUMENT_TABLE[player] : undefined;
  const rules = { openStrings, return: back, handSystem: instrument?.handSystems ? handSystem : undefined };
  const own = Object.entries(input).filter(([, value]) => value !== undefined);
  return {
    ...Object.fromEntries(Object.entries(rules).filter(([, value]) => value !== undefined)),
    ...Object.fromEntries(own),
  };
}

/** Reads a recipe from outside; the refusal names the first field at fault. */
export function readRecipe(input: unknown): Outcome<Recipe> {
  if (typeof input !== 'object' || input === null || Array.isArray(input)) {
    return refused('unreadable', '', { reason: 'A recipe is an object with at least an instrument and a tonic.' });
  }
  return readOutside(Recipe, underSchool(input));
}
