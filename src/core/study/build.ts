import type { Outcome, OnProgress } from '../base/index.ts';
import { EngineMemory, fingerPassage, type Way } from '../fingering/index.ts';
import { passageOf, type Passage } from '../passage/index.ts';
import { readRecipe, type Recipe } from '../recipe/index.ts';
import { isSeries } from '../theory/index.ts';
import { fingerParts } from './series.ts';
import { taskOf } from './task.ts';

/** A recipe worked out: its notes and the ways to finger them, best first. */
export interface BuiltStudy {
  readonly recipe: Recipe;
  readonly passage: Passage;
  readonly ways: readonly Way[];
}

/**
 * Works a recipe out, or refuses it with the field at fault and what would work. A caller that works out
 * many keeps one `memory` for all of them: it saves time and changes nothing.
 */
export function buildStudy(
  recipe: Recipe,
  memory: EngineMemory = new EngineMemory(),
  onProgress?: OnProgress,
): Outcome<BuiltStudy> {
  const passage = passageOf(recipe);
  if (!passage.ok) return passage;
  const ways =
    !recipe.music && isSeries(recipe.figure)
      ? fingerParts(recipe, passage.value, memory)
      : fingerPassage(taskOf(recipe, passage.value), recipe.ways, memory, onProgress);
  if (!ways.ok) return ways;
  return { ok: true, value: { recipe, passage: passage.value, ways: ways.value } };
}

/** Reads and works out a recipe from outside. */
export function buildFrom(input: unknown, memory?: EngineMemory): Outcome<BuiltStudy> {
  const recipe = readRecipe(input);
  return recipe.ok ? buildStudy(recipe.value, memory) : recipe;
}
