import { describe, expect, it } from 'vitest';
import { passageOf } from '../passage/from-ask.ts';
import { Bowing } from '../recipe/bowing.ts';
import { readRecipe } from '../recipe/recipe.ts';
import { loudnessOf } from './loudness.ts';

describe('loudness', () => {
  const recipe = readRecipe({ instrument: 'violin', tonic: 'G', octaves: 2 });
  const passage = recipe.ok ? passageOf(recipe.value) : recipe;
  if (!passage.ok) throw new Error('no passage');
  const of = (given: object): number[] =>
    passage.value.notes.map(({ at }) => loudnessOf(passage.value, Bowing.parse(given), at));

  it('is even where nothing is asked', () => {
    expect(new Set(of({})).size).toBe(1);
  });

  it('grows to the top by equal steps and falls from it, softest at both ends', () => {
    const asked = of({ dynamics: 'rise-and-fall' });
    const { top } = passage.value;
    expect(asked.indexOf(Math.max(...asked))).toBe(top);
    expect(asked[0]).toBeCloseTo(asked.at(-1)!, 9);
    expect(asked[top / 2]).toBeCloseTo((asked[0]! + asked[top]!) / 2, 9);
    const steps = asked.slice(1).map((one, k) => one - asked[k]!);
    steps.forEach((step, k) => expect(Math.sign(step)).toBe(k < top ? 1 : -1));
    expect(Math.min(...asked)).toBeGreaterThan(0.3);
    expect(Math.max(...asked)).toBeLessThan(0.95);
  });

  it('is more on every accented note, and there alone', () => {
    const plain = of({});
    const accented = of({ accents: 4 });
    accented.forEach((one, at) => expect(one > plain[at]!).toBe(at % 4 === 0));
  });
});
