import { INSTRUMENTS, instrumentFor, setUpsFor } from '../instruments/instruments.ts';
import fc from 'fast-check';
import { FIGURES } from '../theory/figure.ts';
import { FORMS } from '../theory/form.ts';
import { SCHOOLS } from '../schools/schools.ts';
import type { RecipeInput } from './recipe.ts';
import { OPEN_STRING_RULES } from '../schools/open-strings.ts';
import { RETURNS } from '../schools/way-back.ts';
import { TOPS, TURNS } from './bowing.ts';

const TONICS = 'CDEFGAB'.split('').flatMap((letter) => ['', '#', 'b'].map((sign) => letter + sign));

/** Recipes of every kind for property tests, most of them playable. */
export const arbitraryRecipe: fc.Arbitrary<RecipeInput> = fc
  .record({
    instrument: fc.constantFrom(...INSTRUMENTS),
    tonic: fc.constantFrom(...TONICS),
    form: fc.constantFrom(...FORMS.map((form) => form.id)),
    figure: fc.constantFrom(...FIGURES),
    octaves: fc.integer({ min: 1, max: 4 }),
    direction: fc.constantFrom('up' as const, 'down' as const, 'up-down' as const),
    openStrings: fc.constantFrom(...OPEN_STRING_RULES),
    return: fc.constantFrom(...RETURNS),
    opening: fc.constantFrom(...TURNS),
    closing: fc.constantFrom(...TURNS),
    top: fc.constantFrom(...TOPS),
    pins: fc.array(
      fc.record({
        at: fc.integer({ min: 0, max: 12 }),
        string: fc.option(fc.integer({ min: 0, max: 3 }), { nil: undefined }),
        finger: fc.option(fc.constantFrom(0 as const, 1 as const, 2 as const, 3 as const, 4 as const), {
          nil: undefined,
        }),
      }),
      { maxLength: 2 },
    ),
    strings: fc.option(fc.subarray([0, 1, 2, 3], { minLength: 1 }), { nil: undefined }),
    low: fc.option(fc.integer({ min: 1, max: 8 }), { nil: undefined }),
    plain: fc.boolean(),
    school: fc.option(fc.constantFrom(...SCHOOLS), { nil: undefined }),
    ownSetUp: fc.option(fc.nat(), { nil: undefined }),
  })
  .map((seed) => {
    const { instrument, tonic, figure, octaves } = seed;
    // Half of all forms have no chord or no scale: a series brings its own.
    const form = figure === 'arpeggio-series' || figure === 'key-set' ? 'major' : seed.form;
    const known = setUpsFor(instrument);
    const setUp = seed.ownSetUp === undefined ? undefined : known[seed.ownSetUp % known.length]?.setUp;
    const names = instrumentFor(instrument, setUp).strings.map((string) => string.name);
    const fitting = seed.school?.instruments?.includes(instrument) ?? true;
    const base: RecipeInput = {
      instrument,
      tonic,
      form,
      figure,
      octaves,
      ways: 3,
      ...(setUp ? { setUp } : {}),
      ...(seed.school && fitting ? { school: seed.school.id } : {}),
    };
    if (seed.plain) return base;
    return {
      ...base,
      direction: seed.direction,
      openStrings: seed.openStrings,
      return: seed.return,
      bowing: {
        top: seed.top,
        opening: seed.direction === 'down' ? 'none' : seed.opening,
        closing: seed.direction === 'up' ? 'none' : seed.closing,
      },
      pins: seed.pins
        .filter((pin) => pin.string !== undefined || pin.finger !== undefined)
        .map((pin) => ({
          at: pin.at,
          ...(pin.string === undefined ? {} : { string: names[pin.string] as string }),
          ...(pin.finger === undefined ? {} : { finger: pin.finger }),
        })),
      ...(seed.strings ? { strings: seed.strings.map((index) => names[index] as string) } : {}),
      ...(seed.low === undefined ? {} : { positions: { low: seed.low, high: seed.low + 7 } }),
    };
  });
