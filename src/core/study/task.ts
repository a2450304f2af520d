import { bowPlaces } from '../bowing/bow-places.ts';
import type { Task } from '../fingering/fingering.ts';
import { parallelMajor } from '../passage/kin.ts';
import type { Passage } from '../passage/passage.ts';
import { handOf } from '../recipe/hand.ts';
import type { Recipe } from '../recipe/recipe.ts';
import type { CostTable } from '../schools/terms.ts';

/** What the engine is given to finger for a recipe of one part; `table` replaces the table of its school. */
export function taskOf(recipe: Recipe, passage: Passage, table?: CostTable): Task {
  const kin = parallelMajor(recipe);
  return {
    passage,
    hand: handOf(recipe, table),
    // Music somebody else wrote has bows of its own, and its shifts are judged by them.
    ...(recipe.fitBow || recipe.music ? { bows: bowPlaces(passage, recipe.bowing, recipe.form === 'chromatic') } : {}),
    ...(kin ? { kin } : {}),
  };
}
