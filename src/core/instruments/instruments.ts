import { parsePitch, tonicName, type Pitch } from '../theory/index.ts';
import { BASS } from './bass.ts';
import { CELLO } from './cello.ts';
import type { Instrument } from './instrument.ts';
import type { KnownSetUp, SetUp } from './set-up.ts';
import { VIOLA } from './viola.ts';
import { VIOLIN } from './violin.ts';

/** Every instrument there is, in score order. */
export const INSTRUMENT_TABLE = {
  violin: VIOLIN,
  viola: VIOLA,
  cello: CELLO,
  bass: BASS,
} as const satisfies Record<string, Instrument>;

export type InstrumentId = keyof typeof INSTRUMENT_TABLE;

export const INSTRUMENTS = Object.keys(INSTRUMENT_TABLE) as [InstrumentId, ...InstrumentId[]];

/** True for the id of an instrument there is. */
export function isInstrument(id: string): id is InstrumentId {
  return Object.hasOwn(INSTRUMENT_TABLE, id);
}

const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'];

/** The instrument a study is for: as usual, or as the player's set-up has it. */
export function instrumentFor(id: InstrumentId, setUp?: SetUp): Instrument {
  const usual: Instrument = INSTRUMENT_TABLE[id];
  return setUp ? setUpAs(usual, setUp) : usual;
}

/** An instrument tuned, extended and numbered as a set-up has it. */
export function setUpAs(own: Instrument, { tuning, extension, numbering }: SetUp): Instrument {
  const usual = numbering === 'steps' && own.positionsByStep ? { ...own, positions: own.positionsByStep } : own;
  if (tuning === undefined && !extension) return usual;
  const strings = tuning ? tuned(tuning) : usual.strings;
  return {
    ...usual,
    strings: strings.map((string, index) => (index === 0 && extension ? { ...string, extension } : string)),
  };
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
  const { sizes }: Instrument = INSTRUMENT_TABLE[id];
  const size = sizes.find((one) => one.name === setUp?.size) ?? sizes[0];
  return setUp?.length ?? size?.length ?? 0;
}

/** True when a set-up names no size, or one its instrument has. */
export function hasSize(id: InstrumentId, setUp: SetUp | undefined): boolean {
  return setUp?.size === undefined || INSTRUMENT_TABLE[id].sizes.some((size) => size.name === setUp.size);
}

/** The set-ups known for an instrument. */
export function setUpsFor(id: InstrumentId): readonly KnownSetUp[] {
  return INSTRUMENT_TABLE[id].setUps;
}

/**
 * The instrument a line begins with, as it is called in print, and what comes after it.
 *
 * @example instrumentCalled('Double bass: F major') // { instrument: 'bass', rest: 'F major' }
 */
export function instrumentCalled(
  line: string,
): { readonly instrument: InstrumentId; readonly rest: string } | undefined {
  const match = /^(double bass|violin|viola|violoncello|cello|bass)\b[\s:.,–—-]*(.*)$/i.exec(line);
  if (!match) return undefined;
  const [, word = '', rest = ''] = match;
  const called = word.toLowerCase();
  const instrument = called.endsWith('bass') ? 'bass' : called.endsWith('cello') ? 'cello' : (called as InstrumentId);
  return { instrument, rest };
}
