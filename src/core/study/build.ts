import { fingerPassage, type Way } from '../fingering/fingering.ts';
import { isSeries } from '../theory/figure.ts';
import { passageOf, type Passage } from '../passage/passage.ts';
import { fingerParts } from './series.ts';
import { readRecipe, type Recipe } from '../recipe/recipe.ts';
import { granted, type Outcome } from '../base/outcome.ts';

/** A recipe worked out: its notes and the ways to finger them, best first. */
export interface BuiltStudy {
  readonly recipe: Recipe;
  readonly passage: Passage;
  readonly ways: readonly Way[];
}

/** Works a recipe out, or refuses it with the field at fault and what would work. */
export function buildStudy(recipe: Recipe): Outcome<BuiltStudy> {
  const passage = passageOf(recipe);
  if (!passage.ok) return passage;
  const ways = isSeries(recipe.figure) ? fingerParts(recipe, passage.value) : fingerPassage(recipe, passage.value);
  if (!ways.ok) return ways;
  return granted({ recipe, passage: passage.value, ways: ways.value });
}

/** Reads and works out a recipe from outside. */
export function buildFrom(input: unknown): Outcome<BuiltStudy> {
  const recipe = readRecipe(input);
  return recipe.ok ? buildStudy(recipe.value) : recipe;
}
