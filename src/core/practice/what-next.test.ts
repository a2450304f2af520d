import { describe, expect, it } from 'vitest';
import { studyFrom } from './invented.fixture.ts';
import { newWords, thingsIn, whatNext } from './what-next.ts';

const violin = (tonic: string, start: string, more: object = {}) =>
  studyFrom({ instrument: 'violin', tonic, start, ...more });

describe('what to learn next', () => {
  const known = [violin('D', 'D4'), violin('A', 'A4')];

  it('puts the study with the least that is new first, and names it', () => {
    const next = whatNext(known, [
      violin('F', 'F4'),
      violin('G', 'G4'),
      violin('A', 'A3'),
      violin('D', 'D4', { octaves: 2 }),
    ]);
    expect(next.map(({ study }) => study.passage.notes[0]!.pitch.name)[0]).toBe('G4');
    expect(next[0]!.fresh.length).toBeLessThan(next[1]!.fresh.length);
    expect(next.at(-1)!.study.recipe.octaves).toBe(2);
  });

  it('finds a low second finger on E new to who knows D and A major', () => {
    const [next] = whatNext(known, [violin('G', 'G4')]);
    expect(next!.words).toContain('low second finger on E');
    expect(whatNext([violin('G', 'G4')], [violin('G', 'G4')])[0]!.words).toBe(
      'Nothing new: the same fingers in another order.',
    );
  });

  it('counts positions, shifts, octaves and signs', () => {
    const keys = thingsIn(violin('A', 'A3', { octaves: 3 })).map(({ key }) => key);
    expect(keys).toEqual(expect.arrayContaining(['octave 2', 'octave 3', 'sharp 3', 'form major']));
    expect(keys.some((key) => key.startsWith('shift up'))).toBe(true);
    expect(keys.some((key) => key.startsWith('position'))).toBe(true);
    expect(keys).not.toContain('sharp 4');
    const words = (more: object): string[] => thingsIn(violin('C', 'C4', more)).map((thing) => thing.words);
    expect(words({})).toContain('the major scale');
    expect(words({ figure: 'arpeggio' })).toContain('the major chord');
    expect(words({ figure: 'arpeggio', form: 'dominant-7' })).toContain('the dominant seventh chord');
    expect(words({ form: 'octatonic-half-whole' })).toContain('the octatonic scale, half step first');
    expect(newWords([{ key: 'a', words: 'third position', weight: 3 }])).toBe('One thing new: third position.');
  });
});
