import { spelledCount } from '../base/index.ts';
import { FIGURE_NAMES, formOf, printed } from '../theory/index.ts';
import type { Recipe } from './recipe.ts';

/** What a musician calls the study: `A♭ melodic minor, three octaves`, `C major arpeggio, two octaves`. */
export function titleOf(
  recipe: Pick<Recipe, 'tonic' | 'form' | 'figure' | 'octaves'> & { readonly music?: Recipe['music'] },
): string {
  if (recipe.music) return recipe.music.title;
  if (recipe.figure === 'arpeggio-series') {
    return `${printed(recipe.tonic)} ${FIGURE_NAMES[recipe.figure]}, ${octaveWords(recipe.octaves)}`;
  }
  const figure =
    recipe.figure === 'scale'
      ? ''
      : recipe.figure === 'arpeggio'
        ? ' arpeggio'
        : recipe.figure === 'key-set' || recipe.figure === 'octaves-joined'
          ? `: ${FIGURE_NAMES[recipe.figure]}`
          : ` in ${FIGURE_NAMES[recipe.figure]}`;
  return `${printed(recipe.tonic)} ${formOf(recipe.form).name}${figure}, ${octaveWords(recipe.octaves)}`;
}

/** `one octave`, `three octaves`. */
export function octaveWords(octaves: number): string {
  return spelledCount(octaves, 'octave');
}
