import type { RecipeInput } from '../recipe/index.ts';
import { isMinor } from '../theory/index.ts';
import type { Ask } from './syllabus.ts';

/** The form a study takes for an item's form: an arpeggio of any minor is the minor triad. */
export function formFor({ item }: Pick<Ask, 'item'>): NonNullable<RecipeInput['form']> {
  const [form = 'major'] = item.forms;
  return item.figure === 'arpeggio' && isMinor(form) ? 'minor' : form;
}

/**
 * The recipe that answers an ask: its first form, its longest slur, its tempo; fingered by a school
 * where one is given.
 */
export function recipeFor(ask: Ask, school?: string): RecipeInput {
  const { item, instrument, tonic } = ask;
  return {
    instrument,
    tonic,
    form: formFor(ask),
    figure: item.figure,
    octaves: item.octaves,
    direction: item.direction,
    ...(item.lowest ? { start: item.lowest } : {}),
    ...(school ? { school } : {}),
    bowing: {
      slur: Math.max(1, ...item.slurs),
      rhythm: item.rhythm,
      ...(item.tempo ? { perBeat: item.tempo.perBeat, bpm: item.tempo.bpm } : {}),
    },
    ways: 1,
  };
}
