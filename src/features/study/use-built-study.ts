import { keepPreviousData, useQuery, type UseQueryResult } from '@tanstack/react-query';
import type { BuiltStudy } from '../../core/study/build.ts';
import type { Outcome } from '../../core/study/refusal.ts';
import type { SavedFinger } from '../../core/study/saved-study.ts';
import { engine } from '../../workers/engine.ts';
import type { Choices } from './choices.ts';

/** The study worked out in the engine's worker; the last one stays on view until the next is ready. */
export function useBuiltStudy(
  choices: Choices,
  saved: readonly SavedFinger[] | undefined,
): UseQueryResult<Outcome<BuiltStudy>> {
  return useQuery({
    queryKey: ['built', choices, saved],
    queryFn: async (): Promise<Outcome<BuiltStudy>> =>
      saved ? await engine().buildSaved(choices, saved) : await engine().build(choices),
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: keepPreviousData,
  });
}
