import { describe, expect, it } from 'vitest';
import { fingerPassage, type Way } from '../fingering/fingering.ts';
import { passageOf } from '../passage/from-ask.ts';
import type { Hand } from '../recipe/hand.ts';
import { readRecipe, type RecipeInput } from '../recipe/recipe.ts';
import { tableFor } from '../schools/cost-tables.ts';
import { TERM_IDS } from '../schools/terms.ts';
import type { Instrument } from './instrument.ts';
import { INSTRUMENT_TABLE } from './instruments.ts';
import { UPPER_STRING_POSITIONS, VIOLIN, VIOLIN_FRAMES } from './violin.ts';

/** A viola d'amore of six playing strings, tuned to a chord of D major; nobody ships it. From memory. */
const VIOLA_DAMORE: Instrument = {
  ...VIOLIN,
  id: 'viola-damore',
  name: 'Viola d’amore',
  strings: [
    { name: 'A', open: 45, numeral: 'VI' },
    { name: 'D', open: 50, numeral: 'V' },
    { name: 'A3', open: 57, numeral: 'IV' },
    { name: 'D4', open: 62, numeral: 'III' },
    { name: 'F#', open: 66, numeral: 'II' },
    { name: 'A4', open: 69, numeral: 'I' },
  ],
  highestStop: 19,
  sizes: [{ name: 'full', length: 360 }],
  setUps: [],
  clefs: [{ clef: 'alto', low: 0, high: 127 }],
  frames: VIOLIN_FRAMES,
  positions: UPPER_STRING_POSITIONS,
  weights: { 'reach-forward': 1 },
};

function fingered(instrument: Instrument, input: Omit<RecipeInput, 'instrument'>): { way: Way; pitches: number[] } {
  // The ask is read as for a violin; the instrument itself decides range, strings and hand.
  const recipe = readRecipe({ ...input, instrument: 'violin' });
  if (!recipe.ok) throw new Error(recipe.refusal.message);
  const passage = passageOf(recipe.value, instrument);
  if (!passage.ok) throw new Error(passage.refusal.message);
  const hand: Hand = {
    instrument,
    table: tableFor(instrument),
    movable: false,
    systems: [],
    openStrings: 'free',
    return: 'auto',
    pins: [],
  };
  const ways = fingerPassage({ passage: passage.value, hand }, 1);
  if (!ways.ok) throw new Error(ways.refusal.message);
  return { way: ways.value[0]!, pitches: passage.value.notes.map(({ pitch }) => pitch.midi) };
}

describe('an instrument nobody ships', () => {
  it('is a table of fields: a scale is fingered on it, every note in place, open where it can be', () => {
    const { way, pitches } = fingered(VIOLA_DAMORE, { tonic: 'D', octaves: 2, start: 'D3' });
    way.fingers.forEach((note, at) => {
      const string = VIOLA_DAMORE.strings.find(({ name }) => name === note.string)!;
      expect(string.open + note.stop).toBe(pitches[at]);
    });
    const opens = new Set(way.fingers.filter((note) => note.finger === 0).map((note) => note.string));
    expect(opens.size).toBeGreaterThan(2);
    // Thirds and fourths between its strings keep the hand at home but for the very top.
    expect(way.fingers.filter((note) => note.finger !== 0 && note.hand > 7)).toHaveLength(0);
  });

  it('may be a child’s violin of three strings', () => {
    const small: Instrument = { ...VIOLIN, id: 'three-strings', strings: VIOLIN.strings.slice(1), highestStop: 8 };
    const { way } = fingered(small, { tonic: 'D', octaves: 1, start: 'D4' });
    expect(
      way.fingers
        .slice(0, 8)
        .map((note) => note.string + note.finger)
        .join(' '),
    ).toBe('D0 D1 D2 D3 A0 A1 A2 A3');
  });

  it('has weights for terms there are', () => {
    for (const instrument of Object.values(INSTRUMENT_TABLE)) {
      for (const term of Object.keys(instrument.weights)) expect(TERM_IDS).toContain(term);
    }
  });
});
