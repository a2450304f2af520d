import { describe, expect, it } from 'vitest';
import { CELLO } from '../../instruments/cello.ts';
import { VIOLIN } from '../../instruments/violin.ts';
import { playable } from '../../study/playable.ts';
import type { RecipeInput } from '../../recipe/recipe.ts';
import { patternWords, widestStretch } from './hand-pattern.ts';

function study(input: RecipeInput) {
  const built = playable({ ways: 1, ...input });
  return built.ways[0]!.fingers;
}

const STRINGS = ['G', 'D', 'A', 'E'];

describe('hand patterns', () => {
  // Facts of the trade: G major in first position has 2 touching 3 on the lower strings, low 2 on the upper.
  it('tell where the half steps lie, in a teacher’s words and in a beginner’s', () => {
    const words = patternWords(study({ instrument: 'violin', tonic: 'G', octaves: 2 }), STRINGS, VIOLIN);
    expect(words.map((one) => `${one.string}: ${one.halfSteps}`)).toEqual([
      'G: half step between 2 and 3',
      'D: half step between 2 and 3',
      'A: half step between 1 and 2',
      'E: half step between 1 and 2',
    ]);
    expect(words.map((one) => one.beginners)).toEqual([
      'high 2, 3 touching 2',
      'high 2, 3 touching 2',
      'low 2 touching 1',
      'low 2 touching 1',
    ]);
  });

  it('leave beginners’ words where the hand leaves first position, and to violin and viola', () => {
    const high = patternWords(study({ instrument: 'violin', tonic: 'A', octaves: 3 }), STRINGS, VIOLIN);
    expect(high.find((one) => one.string === 'E')!.beginners).toBeUndefined();
    const cello = patternWords(study({ instrument: 'cello', tonic: 'C' }), ['C', 'G'], CELLO);
    expect(cello.map((one) => one.halfSteps)).toEqual(['half step between 3 and 4', 'half step between 3 and 4']);
    expect(cello[0]!.beginners).toBeUndefined();
  });

  it('tell an augmented second', () => {
    const words = patternWords(
      study({ instrument: 'violin', tonic: 'A', form: 'harmonic-minor', start: 'A3' }),
      STRINGS,
      VIOLIN,
    );
    expect(words.find((one) => one.string === 'D')!.halfSteps).toBe(
      'half step between 1 and 2; three half steps between 2 and 3',
    );
  });

  it('measure the widest stretch', () => {
    // First to fourth finger of an extended cello hand, stops 2 to 6 of 690 mm: 690·(2^(−2/12) − 2^(−6/12)).
    const stretch = widestStretch(study({ instrument: 'cello', tonic: 'D', octaves: 1, start: 'D2' }), 690)!;
    expect(stretch.halfSteps).toBe(4);
    expect(stretch.millimetres).toBeCloseTo(690 * (2 ** (-2 / 12) - 2 ** (-6 / 12)), 6);
    expect([stretch.low.finger, stretch.high.finger]).toEqual([1, 4]);
  });
});
