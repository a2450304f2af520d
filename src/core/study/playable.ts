import type { Outcome } from '../base/index.ts';
import { EngineMemory } from '../fingering/index.ts';
import { buildFrom, type BuiltStudy } from './build.ts';

/** Tests and tables ask for the same steps again and again; remembering them changes no study (memory.test.ts). */
const memory = new EngineMemory();

/** A recipe worked out, or refused. For tests and tables. */
export function tried(recipe: unknown): Outcome<BuiltStudy> {
  return buildFrom(recipe, memory);
}

/** The study of a recipe known to be playable; throws the refusal where it is not. For tests and tables. */
export function playable(recipe: unknown): BuiltStudy {
  const built = tried(recipe);
  if (!built.ok) throw new Error(built.refusal.message);
  return built.value;
}
