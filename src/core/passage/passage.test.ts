import { passageOf } from './from-ask.ts';
import { describe, expect, it } from 'vitest';
import { readRecipe, type RecipeInput } from '../recipe/recipe.ts';

function notes(input: RecipeInput): string {
  const recipe = readRecipe(input);
  if (!recipe.ok) return `${recipe.refusal.path}: ${recipe.refusal.message}`;
  const passage = passageOf(recipe.value);
  return passage.ok
    ? passage.value.notes.map((note) => note.pitch.name).join(' ')
    : `${passage.refusal.path}: ${passage.refusal.message}`;
}

describe('the notes of a study', () => {
  it('go up and come down, the top once', () => {
    expect(notes({ instrument: 'violin', tonic: 'G' })).toBe('G3 A3 B3 C4 D4 E4 F#4 G4 F#4 E4 D4 C4 B3 A3 G3');
  });

  it('take the descending form of the melodic minor on the way down, also when only coming down', () => {
    expect(notes({ instrument: 'cello', tonic: 'A', form: 'melodic-minor', start: 'A2' })).toBe(
      'A2 B2 C3 D3 E3 F#3 G#3 A3 G3 F3 E3 D3 C3 B2 A2',
    );
    expect(notes({ instrument: 'cello', tonic: 'A', form: 'melodic-minor', start: 'A2', direction: 'down' })).toBe(
      'A3 G3 F3 E3 D3 C3 B2 A2',
    );
  });

  it('keep the ascending form of the melodic minor both ways when asked', () => {
    expect(
      notes({ instrument: 'cello', tonic: 'A', form: 'melodic-minor', start: 'A2', melodicDescent: 'ascending' }),
    ).toBe('A2 B2 C3 D3 E3 F#3 G#3 A3 G#3 F#3 E3 D3 C3 B2 A2');
    expect(notes({ instrument: 'cello', tonic: 'A', melodicDescent: 'ascending' })).toMatch(/^melodicDescent: /);
  });

  it('keep broken thirds and groups within the range', () => {
    expect(notes({ instrument: 'violin', tonic: 'D', start: 'D4', figure: 'broken-thirds' })).toBe(
      'D4 F#4 E4 G4 F#4 A4 G4 B4 A4 C#5 B4 D5 B4 C#5 A4 B4 G4 A4 F#4 G4 E4 F#4 D4',
    );
    expect(notes({ instrument: 'violin', tonic: 'D', start: 'D4', figure: 'groups-of-three', direction: 'up' })).toBe(
      'D4 E4 F#4 E4 F#4 G4 F#4 G4 A4 G4 A4 B4 A4 B4 C#5 B4 C#5 D5',
    );
  });

  it('add the turns that make a scale come out even: 21 steps and 3 make 24', () => {
    const plain = notes({ instrument: 'violin', tonic: 'A', octaves: 3, direction: 'up' }).split(' ');
    const turned = notes({
      instrument: 'violin',
      tonic: 'A',
      octaves: 3,
      direction: 'up',
      bowing: { opening: 'three' },
    }).split(' ');
    expect(plain.length - 1).toBe(21);
    expect(turned.length - 1).toBe(24);
    expect(turned.slice(0, 6)).toEqual(['A3', 'B3', 'C#4', 'A3', 'B3', 'C#4']);
    expect(notes({ instrument: 'violin', tonic: 'D', start: 'D4', bowing: { closing: 'three', top: 'twice' } })).toBe(
      'D4 E4 F#4 G4 A4 B4 C#5 D5 D5 C#5 B4 A4 G4 F#4 E4 D4 F#4 E4 D4',
    );
    expect(
      notes({ instrument: 'violin', tonic: 'D', start: 'D4', direction: 'down', bowing: { closing: 'two' } }),
    ).toBe('D5 C#5 B4 A4 G4 F#4 E4 D4 E4 D4');
  });

  it('count as the trade does: diatonic 7 an octave, triad 3, seventh chord 4, chromatic 12', () => {
    const steps = (input: RecipeInput): number => notes({ ...input, direction: 'up' }).split(' ').length - 1;
    expect(steps({ instrument: 'violin', tonic: 'A', octaves: 3 })).toBe(21);
    expect(steps({ instrument: 'violin', tonic: 'A', octaves: 3, figure: 'arpeggio' })).toBe(9);
    expect(steps({ instrument: 'violin', tonic: 'A', octaves: 3, figure: 'arpeggio', form: 'dominant-7' })).toBe(12);
    expect(steps({ instrument: 'violin', tonic: 'A', octaves: 3, form: 'chromatic' })).toBe(36);
  });

  it('refuse with the field at fault and what would work', () => {
    expect(notes({ instrument: 'violin', tonic: 'B', octaves: 4 })).toMatch(
      /^octaves: .*three octaves of B, from B3.*Four octaves fit from G, A♭, A/,
    );
    expect(notes({ instrument: 'violin', tonic: 'A', start: 'B3' })).toMatch(/^start: .*must be the tonic, A/);
    expect(notes({ instrument: 'violin', tonic: 'A', start: 'A2' })).toMatch(/^start: .*A3/);
    expect(notes({ instrument: 'violin', tonic: 'B', start: 'B4', octaves: 3 })).toMatch(
      /^octaves: .*Start on B3, or take two octaves from B4/,
    );
    expect(notes({ instrument: 'cello', tonic: 'D', form: 'dorian', figure: 'arpeggio' })).toMatch(/^form: .*minor-7/);
    expect(notes({ instrument: 'cello', tonic: 'D', form: 'minor' })).toMatch(/^form: .*harmonic-minor/);
    expect(notes({ instrument: 'cello', tonic: 'G##' })).toMatch(/^tonic: .*A major/);
    expect(notes({ instrument: 'cello', tonic: 'H' })).toMatch(/^tonic: /);
    expect(notes({ instrument: 'cello', tonic: 'D', octaves: 9 })).toMatch(/^octaves: .*1 to 4/);
    expect(notes({ instrument: 'cello', tonic: 'D', key: 'x' } as never)).toMatch(/^key: .*no field “key”/);
  });
});
