import { describe, expect, it } from 'vitest';
import { playable } from './playable.ts';
import { changesFrom, knownRecipe, type Changes, type KnownStudy } from './known-study.ts';

function changes(input: object, known: KnownStudy): Changes {
  const study = playable(input);
  const kin = knownRecipe(study.recipe, known);
  const other = playable(kin);
  return changesFrom({ ...study, way: study.ways[0]! }, { ...other, way: other.ways[0]! });
}

// The sentences are those a teacher says; the notes behind them any harmony book has.
describe('what changes from a study the pupil knows', () => {
  it('A melodic minor beside A major: the third up, six and seven coming down', () => {
    const { sentence, altered } = changes(
      { instrument: 'violin', tonic: 'A', form: 'melodic-minor', octaves: 2, start: 'A3' },
      'parallel',
    );
    expect(sentence).toBe(
      'Like A major, but the third lower (C for C♯); coming down the seventh lower (G for G♯) and the sixth lower (F for F♯) too.',
    );
    // Two thirds each way, two sixths and two sevenths coming down.
    expect(altered).toHaveLength(8);
    expect(altered.every(({ by }) => by === -1)).toBe(true);
  });

  it('A harmonic minor beside C major: only the seventh, higher', () => {
    const { sentence, fingers } = changes(
      { instrument: 'violin', tonic: 'A', form: 'harmonic-minor', octaves: 1, start: 'A4' },
      'relative',
    );
    expect(sentence).toBe('The notes of C major, begun on its sixth, but the seventh higher (G♯ for G).');
    expect(fingers[0]).toContain('G♯5');
  });

  it('G major beside G minor names what is as before coming down', () => {
    expect(changes({ instrument: 'cello', tonic: 'G', octaves: 2, start: 'G2' }, 'parallel').sentence).toBe(
      'Like G melodic minor, but the third higher (B for B♭); coming down the seventh higher (F♯ for F) and the sixth higher (E for E♭) too.',
    );
    expect(
      changes({ instrument: 'cello', tonic: 'D', form: 'dorian', octaves: 1, start: 'D3' }, 'parallel').sentence,
    ).toBe('Like D major, but the third lower (F for F♯) and the seventh lower (C for C♯).');
  });

  it('says how the finger moves: the same one, a half step lower', () => {
    const { fingers } = changes(
      { instrument: 'violin', tonic: 'D', form: 'natural-minor', octaves: 1, start: 'D4', strings: ['D', 'A'] },
      'parallel',
    );
    expect(fingers[0]).toBe('F4: the second finger on D as before, a half step lower.');
  });

  it('has no kin for symmetrical forms', () => {
    const built = playable({ instrument: 'violin', tonic: 'G', form: 'chromatic' });
    expect(knownRecipe(built.recipe, 'parallel')).toBeUndefined();
    expect(knownRecipe({ ...built.recipe, form: 'mixolydian' }, 'relative')).toBeUndefined();
  });
});
