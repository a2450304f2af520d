import { buildFrom, type BuiltStudy } from './build.ts';

/** The study of a recipe known to be playable; throws the refusal where it is not. For tests and tables. */
export function playable(recipe: unknown): BuiltStudy {
  const built = buildFrom(recipe);
  if (!built.ok) throw new Error(built.refusal.message);
  return built.value;
}
