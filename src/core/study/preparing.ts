import type { Way } from '../fingering/index.ts';
import type { FoundStudy } from '../passage/index.ts';
import type { RecipeInput } from '../recipe/index.ts';

/**
 * The study that prepares a scale or an arpeggio found in a passage, every note on the string and with the finger it has there:
 * both have the same notes in the same order.
 */
export function preparing({ from, to, recipe }: FoundStudy, { fingers }: Way): RecipeInput {
  const pins = fingers.slice(from, to + 1).map(({ string, finger }, at) => ({ at, string, finger }));
  return { ...recipe, pins };
}
