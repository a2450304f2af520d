import { passageOf } from '../src/core/passage/from-ask.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sweepForward } from '../src/core/fingering/search/lattice.ts';
import { EngineMemory } from '../src/core/fingering/search/memory.ts';
import { pose } from '../src/core/fingering/search/routes.ts';
import { taskOf } from '../src/core/study/task.ts';
import { arbitraryRecipe } from '../src/core/recipe/arbitrary-recipe.ts';
import { isSeries } from '../src/core/theory/figure.ts';
import { readRecipe } from '../src/core/recipe/recipe.ts';
import { generalGraph } from './shortest-path.ts';
import { THOROUGH } from '../tests/thorough.ts';

/** Beyond this many columns times their width a graph takes the library seconds to lay out. */
const LARGEST = 1_400;

describe('a shortest-path library that knows nothing of fingering', () => {
  it('finds the same cost on the same graphs, whole recipes, both ways and mirrored', () => {
    let recipes = 0;
    let mirrored = 0;
    const memory = new EngineMemory();
    fc.assert(
      fc.property(arbitraryRecipe, (input) => {
        const recipe = readRecipe(input);
        if (!recipe.ok || isSeries(recipe.value.figure)) return;
        const passage = passageOf(recipe.value);
        const posed = passage.ok ? pose(taskOf(recipe.value, passage.value), memory) : passage;
        if (!posed.ok) return;
        const route = posed.value.routes[recipes % posed.value.routes.length]!;
        if (route.lattice.columns.reduce((sum, column) => sum + column.length, 0) > LARGEST) return;
        recipes += 1;
        if (route.mirrored) mirrored += 1;
        const ours = sweepForward(route.lattice).best;
        const theirs = generalGraph(route.lattice).search();
        if (Number.isFinite(ours)) expect(theirs).toBeCloseTo(ours, 6);
        else expect(theirs).toBe(ours);
      }),
      { numRuns: 500 * THOROUGH, seed: 17 },
    );
    expect(recipes).toBeGreaterThan(60);
    expect(mirrored).toBeGreaterThan(15);
  });
});
