import { tried } from '../study/playable.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRecipe } from './arbitrary-recipe.ts';
import { Bowing } from './bowing.ts';
import { Recipe } from './recipe.ts';

describe('the recipes of property tests', () => {
  it('draw every field a recipe has, with more than its default, and leave many playable', () => {
    const recipes = fc.sample(arbitraryRecipe, { numRuns: 800, seed: 9 });
    const drawn = (field: keyof Recipe): number =>
      new Set(recipes.map((recipe) => JSON.stringify(recipe[field as keyof typeof recipe]))).size;
    for (const field of Object.keys(Recipe.shape) as (keyof Recipe)[]) {
      // Music somebody else wrote is drawn by itself (`arbitrary-music.ts`).
      if (field !== 'ways' && field !== 'music') expect(drawn(field), field).toBeGreaterThan(1);
    }
    const bowings = recipes.map((recipe) => (recipe.bowing ?? {}) as Record<string, unknown>);
    for (const field of Object.keys(Bowing.shape)) {
      expect(new Set(bowings.map((bowing) => JSON.stringify(bowing[field]))).size, field).toBeGreaterThan(1);
    }
    const built = recipes.slice(0, 200).filter((recipe) => tried({ ...recipe, ways: 1 }).ok);
    expect(built.length).toBeGreaterThan(60);
  });
});
