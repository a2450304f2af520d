import { replaceEqualDeep } from '@tanstack/react-query';
import { useState } from 'react';
import type { ScoredStudy, ScoreLook } from '../../core/score/index.ts';
import type { BuiltStudy } from '../../core/study/index.ts';
import { titleOf } from '../../core/recipe/index.ts';

/**
 * The chosen way as a score; the same object while notes, fingers and look are the same, so that it
 * is engraved once. What is the same in its notes and its choices stays the same object too, so that
 * what is drawn from these alone is not drawn again. `last` is what was shown before a study that can't be made.
 */
export function useScored(
  study: BuiltStudy | undefined,
  chosen: number,
  look: ScoreLook,
): { readonly now: ScoredStudy | undefined; readonly last: ScoredStudy | undefined } {
  const [last, setLast] = useState<{ key: string; scored: ScoredStudy }>();
  const way = study?.ways[chosen];
  if (!study || !way) return { now: undefined, last: last?.scored };
  const { ways: _, ...asked } = study.recipe;
  const { beside = [], ...plain } = look;
  const key = JSON.stringify([asked, way.fingers, plain, beside.map((other) => other.fingers)]);
  if (last?.key === key) return { now: last.scored, last: last.scored };
  const scored: ScoredStudy = {
    title: titleOf(study.recipe),
    recipe: replaceEqualDeep(last?.scored.recipe, study.recipe),
    passage: replaceEqualDeep(last?.scored.passage, study.passage),
    way,
    look,
  };
  setLast({ key, scored });
  return { now: scored, last: scored };
}
