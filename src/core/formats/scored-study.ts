import type { Way } from '../fingering/fingering.ts';
import type { Passage } from '../study/notes.ts';
import type { Recipe } from '../study/recipe.ts';

/** A study with one of its fingerings, ready to be written down. */
export interface ScoredStudy {
  readonly title: string;
  readonly recipe: Recipe;
  readonly passage: Passage;
  readonly way: Way;
}

/** The id a note's first written piece carries in the score. */
export function noteId(at: number): string {
  return `n${at}`;
}
