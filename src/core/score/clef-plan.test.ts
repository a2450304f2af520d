import { describe, expect, it } from 'vitest';
import { CELLO } from '../instruments/cello.ts';
import { VIOLIN } from '../instruments/violin.ts';
import { clefPlan } from './clef-plan.ts';

// Common practice: bass clef to about the first notes above the staff, tenor in the middle, treble high up.
describe('clefs of a cello part', () => {
  const low = [36, 40, 43, 48];
  const middle = [64, 67, 69, 71, 72, 69];
  const high = [76, 79, 81, 83, 84, 81];

  it('follow the line up and down again, where it stays there', () => {
    expect(clefPlan(CELLO, [low, low, high, high, high, low])).toEqual([
      'bass',
      'bass',
      'treble',
      'treble',
      'treble',
      'bass',
    ]);
    expect(clefPlan(CELLO, [low, middle, middle, middle, low])).toEqual(['bass', 'tenor', 'tenor', 'tenor', 'bass']);
  });

  it('do not change for a note or two', () => {
    expect(clefPlan(CELLO, [low, [60, 67, 60], low])).toEqual(['bass', 'bass', 'bass']);
    expect(clefPlan(CELLO, [high, [60, 57, 60], high])).toEqual(['treble', 'treble', 'treble']);
  });

  it('are the home clef where it does, and the only one where there is one', () => {
    expect(clefPlan(CELLO, [[48], [55]])).toEqual(['bass', 'bass']);
    expect(clefPlan(VIOLIN, [[55], [100]])).toEqual(['treble', 'treble']);
  });
});
