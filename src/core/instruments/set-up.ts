import { z } from 'zod';
import { parsePitch, tonicName, type Pitch } from '../theory/pitch.ts';
import { INSTRUMENT_TABLE, type Instrument, type InstrumentId } from './instrument.ts';

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
});

export type SetUp = z.infer<typeof SetUp>;

function rises(tuning: readonly string[]): boolean {
  const pitches = tuning.map((text) => parsePitch(text)?.midi ?? Number.NaN);
  return pitches.every((midi, k) => k === 0 || midi > (pitches[k - 1] as number));
}

/** A set-up teachers meet, to choose from. Common practice, no source. */
export interface KnownSetUp {
  readonly name: string;
  readonly instrument: InstrumentId;
  readonly setUp: SetUp;
}

export const KNOWN_SET_UPS: readonly KnownSetUp[] = [
  { name: 'five strings, low B', instrument: 'bass', setUp: { tuning: ['B0', 'E1', 'A1', 'D2', 'G2'] } },
  { name: 'five strings, high C', instrument: 'bass', setUp: { tuning: ['E1', 'A1', 'D2', 'G2', 'C3'] } },
  { name: 'low C extension', instrument: 'bass', setUp: { extension: 4 } },
  { name: 'a whole step higher', instrument: 'bass', setUp: { tuning: ['F#1', 'B1', 'E2', 'A2'] } },
  { name: 'five strings, high E', instrument: 'cello', setUp: { tuning: ['C2', 'G2', 'D3', 'A3', 'E4'] } },
  { name: 'five strings, low C', instrument: 'violin', setUp: { tuning: ['C3', 'G3', 'D4', 'A4', 'E5'] } },
];

const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'];

const made = new Map<string, Instrument>();
/** Beyond this many own instruments the earlier ones are put together anew when asked for. */
const MOST_MADE = 64;

/** The instrument a study is for: as usual, or as the player's set-up has it. The same set-up gives the same object. */
export function instrumentFor(id: InstrumentId, setUp?: SetUp): Instrument {
  const usual = INSTRUMENT_TABLE[id];
  if (setUp?.tuning === undefined && !setUp?.extension) return usual;
  const key = JSON.stringify([id, setUp.tuning, setUp.extension]);
  const known = made.get(key);
  if (known) return known;
  if (made.size >= MOST_MADE) made.clear();
  const strings = setUp.tuning ? tuned(setUp.tuning) : usual.strings;
  const fresh: Instrument = {
    ...usual,
    strings: strings.map((string, index) =>
      index === 0 && setUp.extension ? { ...string, extension: setUp.extension } : string,
    ),
  };
  made.set(key, fresh);
  return fresh;
}

/** Strings are named by the letter of their open pitch; two of one letter by their full pitch. */
function tuned(tuning: readonly string[]): Instrument['strings'] {
  const pitches = tuning.map((text) => parsePitch(text) as Pitch);
  const letters = pitches.map(tonicName);
  return pitches.map((pitch, index) => {
    const letter = letters[index] as string;
    const shared = letters.filter((other) => other === letter).length > 1;
    return {
      name: shared ? pitch.name : letter,
      open: pitch.midi,
      numeral: NUMERALS[pitches.length - 1 - index] as string,
    };
  });
}

/** The vibrating string length a study is measured on, millimetres: the player's own, their size's, or full size. */
export function stringLength(id: InstrumentId, setUp?: SetUp): number {
  const { sizes } = INSTRUMENT_TABLE[id];
  const size = sizes.find((one) => one.name === setUp?.size) ?? sizes[0];
  return setUp?.length ?? size?.length ?? 0;
}

/** True when a set-up names no size, or one its instrument has. */
export function hasSize(id: InstrumentId, setUp: SetUp | undefined): boolean {
  return setUp?.size === undefined || INSTRUMENT_TABLE[id].sizes.some((size) => size.name === setUp.size);
}

/** The set-ups known for an instrument. */
export function setUpsFor(id: InstrumentId): readonly KnownSetUp[] {
  return KNOWN_SET_UPS.filter((known) => known.instrument === id);
}
