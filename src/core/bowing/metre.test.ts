import { describe, expect, it } from 'vitest';
import { passageOf } from '../passage/from-ask.ts';
import { Bowing } from '../recipe/bowing.ts';
import { readRecipe } from '../recipe/recipe.ts';
import { chooseMetre } from './metre.ts';

/** The metre of notes of equal length, so many to a beat. */
function metreOf(input: object, given: object = {}, chromatic = false): string {
  const recipe = readRecipe({ instrument: 'violin', tonic: 'G', ...input, bowing: given });
  const passage = recipe.ok ? passageOf(recipe.value) : recipe;
  if (!passage.ok) throw new Error(passage.refusal.message);
  const bowing = Bowing.parse(given);
  const { notes } = passage.value;
  const onsets = notes.map((_, k) => k / bowing.perBeat);
  const { beats, compound } = chooseMetre(passage.value, bowing, onsets, notes.length / bowing.perBeat, chromatic);
  return `${beats}${compound ? ' compound' : ''}`;
}

describe('the metre', () => {
  // Counted by hand: steps to the top and back, over the notes of a bar.
  it.each([
    // 7 and 14 eighths fill no bar of whole beats.
    [{ octaves: 1 }, {}, '4'],
    // 14 and 28 eighths: seven and fourteen beats; no bar of 4, 3 or 2 beats ends there.
    [{ octaves: 2 }, { perBeat: 2 }, '4'],
    // 8 and 16 notes, the top played again: bars of four quarters filled each way, though the top begins none.
    [{ octaves: 1 }, { perBeat: 1, top: 'twice' }, '4'],
    // 21 triplets to the top are seven beats, back at the tonic fourteen.
    [{ octaves: 3 }, { perBeat: 3 }, '4'],
    // 24 notes with turns of three, in twos: twelve beats and twenty-four.
    [{ octaves: 3 }, { perBeat: 2, opening: 'three', closing: 'three' }, '4'],
    // 9 notes of a triad, one to a beat: bars of three; 6, in twos, three beats: bars of three too.
    [{ octaves: 3, figure: 'arpeggio' }, { perBeat: 1 }, '3'],
    [{ octaves: 2, figure: 'arpeggio' }, { perBeat: 2 }, '3'],
    // 6 notes of a triad, one to a beat: six beats; four do not fit, three do, before two.
    [{ octaves: 2, figure: 'arpeggio' }, { perBeat: 1 }, '3'],
    // 14 steps, one to a beat, and 28: only two divide both.
    [{ octaves: 2 }, { perBeat: 1 }, '2'],
    // With a pick-up, or where there are several parts, nothing is reckoned.
    [{ octaves: 2 }, { perBeat: 1, pickup: 1 }, '4'],
  ])('of %j with %j is %s', (input, bowing, metre) => {
    expect(metreOf(input, bowing)).toBe(metre);
  });

  it('is felt in threes where threes are accented or chromatic, even and struck once', () => {
    const threes = { perBeat: 3 };
    expect(metreOf({ octaves: 1 }, threes, true)).toContain('compound');
    expect(metreOf({ octaves: 1 }, threes)).not.toContain('compound');
    expect(metreOf({ octaves: 1 }, { ...threes, accents: 3 })).toContain('compound');
    expect(metreOf({ octaves: 1 }, { ...threes, accents: 2 })).not.toContain('compound');
    expect(metreOf({ octaves: 1 }, { ...threes, repeats: 2 }, true)).not.toContain('compound');
    expect(metreOf({ octaves: 1 }, { perBeat: 4 }, true)).not.toContain('compound');
    expect(metreOf({ octaves: 1 }, { perBeat: 6 }, true)).toContain('compound');
  });
});
