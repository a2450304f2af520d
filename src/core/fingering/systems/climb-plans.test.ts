import { describe, expect, it } from 'vitest';
import { instrumentFor } from '../../instruments/instruments.ts';
import { readClimb } from '../../schools/climb.ts';
import { climbPlans } from './climb-plans.ts';

const RISING = [0, 1, 2, 3, 4, 5, 6, 7];

/** The notes bound to the hand before them, plan by plan, of a line for the violin. */
function boundOf(line: string, notes: number): number[][] {
  const read = readClimb(line);
  if ('stumbles' in read) throw new Error(read.stumbles);
  const plans = climbPlans(read.climb, RISING.slice(0, notes), instrumentFor('violin'));
  for (const { places } of plans) expect([...places.keys()].every((at) => at < notes)).toBe(true);
  return plans.map(({ bound }) => [...bound].sort((a, b) => a - b));
}

// Counted by hand from what the line says.
describe('the plans of a climb', () => {
  it.each([
    // By pairs alone: the second finger of each pair stays in the hand of the first.
    ['I 12+', 6, [[1, 3, 5]]],
    // Five notes are no pairs.
    ['I 12+', 5, []],
    // A pair, and from one note of its own string to as many as leave the lead one.
    ['home I 12 any', 6, [[4], [3], [2]]],
    // One hand of one to five notes, its first free, after a lead that takes one at least.
    ['home I hand', 4, [[], [3], [2, 3]]],
    // A string left to itself has one plan, and nothing in it is bound.
    ['home I any', 8, [[]]],
    ['I any', 8, [[]]],
  ])('“%s” over %i rising notes', (line, notes, bound) => {
    expect(boundOf(line, notes)).toEqual(bound);
  });
});
