import { bowPlaces } from '../bowing/index.ts';
import type { Task } from '../fingering/index.ts';
import { parallelMajor, type Passage } from '../passage/index.ts';
import { handOf, type Recipe } from '../recipe/index.ts';
import type { CostTable } from '../schools/index.ts';

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
