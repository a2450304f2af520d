import fc from 'fast-check';
import { HAND_SYSTEMS } from '../instruments/instrument.ts';
import { INSTRUMENT_TABLE, INSTRUMENTS, instrumentFor, setUpsFor } from '../instruments/instruments.ts';
import { OPEN_STRING_RULES } from '../schools/open-strings.ts';
import { SCHOOLS } from '../schools/schools.ts';
import { RETURNS } from '../schools/way-back.ts';
import { FIGURES } from '../theory/figure.ts';
import { FORMS } from '../theory/form.ts';
import { DIRECTIONS, MELODIC_DESCENTS } from './ask.ts';
import { BOW_PARTS } from './bow-part.ts';
import { TOPS, TURNS } from './bowing.ts';
import { TEMPO_UNITS } from './tempo-unit.ts';
import type { RecipeInput } from './recipe.ts';
import { RHYTHM_NAMES } from './rhythm-cell.ts';

const TONICS = 'CDEFGAB'.split('').flatMap((letter) => ['', '#', 'b'].map((sign) => letter + sign));

/** Finger groups that fit a scale of one octave here and there. */
const GROUPS: readonly string[][] = [
  ['1234', '1234'],
  ['124', '124', '12'],
  ['012', '0123', '4'],
];

/** Leaves a field out half of the time. */
function maybe<T>(one: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> {
  return fc.option(one, { nil: undefined, freq: 2 });
}

/** A recipe's fields without those that are left out. */
function given<T extends object>(fields: T): { [K in keyof T]?: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as never;
}

const arbitraryBowing = fc.record({
  slur: maybe(fc.integer({ min: 1, max: 9 })),
  perBeat: maybe(fc.integer({ min: 1, max: 8 })),
  beatsPerNote: maybe(fc.constantFrom(1 as const, 2 as const, 4 as const)),
  pattern: maybe(fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 2, maxLength: 4 })),
  opening: fc.constantFrom(...TURNS),
  closing: fc.constantFrom(...TURNS),
  top: fc.constantFrom(...TOPS),
  longTop: maybe(fc.integer({ min: 1, max: 4 })),
  longTonic: maybe(fc.integer({ min: 0, max: 4 })),
  repeats: maybe(fc.constantFrom(1 as const, 2 as const, 4 as const)),
  rhythm: maybe(
    fc.oneof(
      fc.constantFrom(...RHYTHM_NAMES),
      fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 5 }),
    ),
  ),
  start: maybe(fc.constantFrom('down' as const, 'up' as const)),
  accents: maybe(fc.integer({ min: 0, max: 4 })),
  hooked: maybe(fc.boolean()),
  part: maybe(fc.constantFrom(...BOW_PARTS)),
  dynamics: maybe(fc.constantFrom('none' as const, 'rise-and-fall' as const)),
  pickup: maybe(fc.integer({ min: 0, max: 5 })),
  bpm: maybe(fc.integer({ min: 30, max: 160 })),
  unit: maybe(fc.constantFrom(...TEMPO_UNITS)),
});

/** Recipes of every kind for property tests, every field among them, most of them playable. */
export const arbitraryRecipe: fc.Arbitrary<RecipeInput> = fc
  .record({
    instrument: fc.constantFrom(...INSTRUMENTS),
    tonic: fc.constantFrom(...TONICS),
    form: fc.constantFrom(...FORMS.map((form) => form.id)),
    figure: fc.constantFrom(...FIGURES),
    octaves: fc.integer({ min: 1, max: 4 }),
    startOctave: maybe(fc.integer({ min: 1, max: 4 })),
    direction: fc.constantFrom(...DIRECTIONS),
    descent: fc.constantFrom(...MELODIC_DESCENTS),
    openStrings: fc.constantFrom(...OPEN_STRING_RULES),
    handSystem: fc.constantFrom(...HAND_SYSTEMS),
    return: fc.constantFrom(...RETURNS),
    pins: fc.array(
      fc.record({
        at: fc.integer({ min: 0, max: 12 }),
        string: maybe(fc.integer({ min: 0, max: 3 })),
        finger: maybe(fc.constantFrom(0 as const, 1 as const, 2 as const, 3 as const, 4 as const)),
      }),
      { maxLength: 2 },
    ),
    strings: maybe(fc.subarray([0, 1, 2, 3], { minLength: 1 })),
    low: maybe(fc.integer({ min: 1, max: 8 })),
    groups: fc.nat(39).map((n) => GROUPS[n]),
    school: maybe(fc.constantFrom(...SCHOOLS)),
    ownSetUp: maybe(fc.nat()),
    size: maybe(fc.nat()),
    fitBow: maybe(fc.boolean()),
    bowing: arbitraryBowing,
    plain: fc.boolean(),
    rich: fc.boolean(),
  })
  .map((seed) => {
    const { instrument, tonic, figure, octaves } = seed;
    // Half of all forms have no chord or no scale: a series brings its own.
    const form = figure === 'arpeggio-series' || figure === 'key-set' ? 'major' : seed.form;
    const known = setUpsFor(instrument);
    const { sizes } = INSTRUMENT_TABLE[instrument];
    const own = seed.ownSetUp === undefined ? undefined : known[seed.ownSetUp % Math.max(1, known.length)]?.setUp;
    const size = seed.size === undefined ? undefined : sizes[seed.size % sizes.length]?.name;
    const setUp = own || size ? { ...own, ...(size ? { size } : {}) } : undefined;
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
    const turns = {
      top: seed.bowing.top,
      opening: seed.direction === 'down' ? ('none' as const) : seed.bowing.opening,
      closing: seed.direction === 'up' ? ('none' as const) : seed.bowing.closing,
    };
    return {
      ...base,
      direction: seed.direction,
      openStrings: seed.openStrings,
      return: seed.return,
      ...(instrument === 'bass' ? { handSystem: seed.handSystem } : {}),
      ...(form === 'melodic-minor' ? { melodicDescent: seed.descent } : {}),
      bowing: seed.rich ? { ...given(seed.bowing), ...turns } : turns,
      ...(seed.rich && seed.startOctave !== undefined ? { remarks: [{ at: seed.startOctave, text: 'lightly' }] } : {}),
      ...(seed.rich ? given({ fitBow: seed.fitBow, groups: seed.groups }) : {}),
      ...(seed.rich && seed.startOctave !== undefined ? { start: `${tonic}${seed.startOctave}` } : {}),
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
