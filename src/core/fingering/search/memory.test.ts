import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRecipe } from '../../recipe/arbitrary-recipe.ts';
import { buildFrom } from '../../study/build.ts';
import { EngineMemory } from './memory.ts';

describe('what an engine remembers from study to study', () => {
  it('changes no fingering, cost or refusal, in whatever order studies are asked for', () => {
    const recipes = fc.sample(arbitraryRecipe, { numRuns: 60, seed: 20 });
    const alone = recipes.map((recipe) => buildFrom(recipe));
    const memory = new EngineMemory();
    recipes.forEach((_, k) => {
      const place = (k * 7 + 5) % recipes.length;
      expect(buildFrom(recipes[place], memory), JSON.stringify(recipes[place])).toEqual(alone[place]);
    });
    expect(alone.filter(({ ok }) => ok).length).toBeGreaterThan(15);
    expect(memory.bytes).toBeGreaterThan(100_000);
  });

  it('keeps within its bound, and forgetting in the middle of a study changes nothing either', () => {
    const recipes = fc.sample(arbitraryRecipe, { numRuns: 20, seed: 21 });
    const memory = new EngineMemory(60_000);
    for (const recipe of recipes) {
      expect(buildFrom(recipe, memory)).toEqual(buildFrom(recipe));
      expect(memory.bytes).toBeLessThan(2_000_000);
    }
  });
});
