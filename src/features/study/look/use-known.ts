import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { type BuiltStudy, changesFrom, knownRecipe, type Changes, type KnownStudy } from '../../../core/study/index.ts';
import type { Outcome } from '../../../core/base/index.ts';
import { engine } from '../../../workers/engine.ts';

/** What changes in the chosen way from a study the pupil knows; nothing until that is worked out. */
export function useKnown(
  known: KnownStudy | undefined,
  study: BuiltStudy | undefined,
  chosen: number,
): Changes | undefined {
  const recipe = useMemo(() => (known && study ? knownRecipe(study.recipe, known) : undefined), [known, study]);
  const { data } = useQuery({
    queryKey: ['known', recipe],
    queryFn: async (): Promise<Outcome<BuiltStudy>> => engine().build(recipe),
    enabled: recipe !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 3_000,
  });
  return useMemo(() => {
    const way = study?.ways[chosen];
    const kin = recipe && data?.ok ? data.value : undefined;
    const kinWay = kin?.ways[0];
    return study && way && kin && kinWay
      ? changesFrom({ ...study, way }, { recipe: kin.recipe, passage: kin.passage, way: kinWay })
      : undefined;
  }, [study, chosen, data, recipe]);
}
