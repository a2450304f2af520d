import '../../core/base/without-eval.ts';
import { titleOf } from '../../core/recipe/index.ts';
import type { ScoredStudy } from '../../core/score/index.ts';
import { buildStudy, type SavedStudy } from '../../core/study/index.ts';

/**
 * A kept study as it is engraved: under the fingers it was kept with; nothing if they can no longer be played.
 * It brings the whole engine, which a score on the screen does without.
 */
export function scoredFrom({ recipe, fingering }: Pick<SavedStudy, 'recipe' | 'fingering'>): ScoredStudy | undefined {
  const pins = fingering.map(({ string, finger }, at) => ({ at, string, finger }));
  const { groups: _, ...rest } = recipe;
  const built = buildStudy({ ...rest, pins, ways: 1 });
  const way = built.ok ? built.value.ways[0] : undefined;
  return built.ok && way
    ? { title: titleOf(recipe), recipe: { ...recipe, pins: [] }, passage: built.value.passage, way }
    : undefined;
}
