import '../../core/base/without-eval.ts';
import { titleOf } from '../../core/recipe/title.ts';
import type { ScoredStudy } from '../../core/score/scored-study.ts';
import { buildStudy } from '../../core/study/build.ts';
import type { SavedStudy } from '../../core/study/saved-study.ts';

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
