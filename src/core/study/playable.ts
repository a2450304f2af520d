import { buildFrom, type BuiltStudy } from './build.ts';
import type { RecipeInput } from './recipe.ts';

/** The study of a recipe known to be playable; throws the refusal where it is not. For tests and tables. */
export function playable(recipe: RecipeInput): BuiltStudy {
  const built = buildFrom(recipe);
  if (!built.ok) throw new Error(built.refusal.message);
  return built.value;
}
