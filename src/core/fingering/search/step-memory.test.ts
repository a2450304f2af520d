import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { arbitraryRecipe } from '../../recipe/arbitrary-recipe.ts';

/** The engine as it is first loaded, with nothing remembered. */
async function freshEngine(): Promise<(typeof import('../../study/build.ts'))['buildFrom']> {
  vi.resetModules();
  return (await import('../../study/build.ts')).buildFrom;
}

describe('what is remembered of steps from study to study', () => {
  it('changes no fingering, cost or refusal, in whatever order studies are asked for', async () => {
    const recipes = fc.sample(arbitraryRecipe, { numRuns: 24, seed: 20 });
    const inOrder = await freshEngine();
    const first = recipes.map((recipe) => inOrder(recipe));
    const otherOrder = await freshEngine();
    for (let k = 0; k < recipes.length; k += 1) {
      const place = (k * 7 + 5) % recipes.length;
      expect(otherOrder(recipes[place]!)).toEqual(first[place]);
    }
    for (const place of [3, 11, 17]) {
      const alone = await freshEngine();
      expect(alone(recipes[place]!)).toEqual(first[place]);
    }
    expect(first.filter(({ ok }) => ok).length).toBeGreaterThan(8);
  });
});
