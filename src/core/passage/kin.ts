import type { Recipe } from '../recipe/index.ts';
import { isMinor } from '../theory/index.ts';
import { passageOf } from './from-ask.ts';
import type { Passage } from './passage.ts';

/**
 * The notes of a minor's parallel major, for a scale or an arpeggio that goes up. A minor keeps its
 * shifts where it can: then only the finger patterns change. Common practice, no source.
 */
export function parallelMajor(recipe: Recipe): Passage | undefined {
  if (recipe.music) return undefined;
  const asked = isMinor(recipe.form) && (recipe.figure === 'scale' || recipe.figure === 'arpeggio');
  if (!asked || recipe.direction === 'down') return undefined;
  const major = passageOf({ ...recipe, form: 'major', melodicDescent: 'natural' });
  return major.ok ? major.value : undefined;
}
