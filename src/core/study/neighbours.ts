import { isSeries } from '../theory/figure.ts';
import { pose } from '../fingering/search/solve.ts';
import { CIRCLE } from '../theory/key-signature.ts';
import { passageOf } from '../passage/passage.ts';
import { readRecipe, type RecipeInput } from '../recipe/recipe.ts';

/**
 * Works out the steps a teacher is likely to ask for next: the same study from every other tonic.
 * What is learnt is remembered by the engine and nothing is given back. Each turn takes some
 * milliseconds, so that whoever runs it can stop between turns.
 */
export function* learnNeighbours(input: RecipeInput): Generator<void> {
  if (input.figure !== undefined && isSeries(input.figure)) return;
  for (const tonic of CIRCLE.major) {
    const recipe = readRecipe({ ...input, tonic, start: undefined, pins: [], groups: undefined, ways: 1 });
    const passage = recipe.ok ? passageOf(recipe.value) : recipe;
    if (recipe.ok && passage.ok) pose(recipe.value, passage.value);
    yield;
  }
}
