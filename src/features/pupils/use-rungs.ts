import { useQuery } from '@tanstack/react-query';
import type { RungHere } from '../../core/practice/index.ts';
import { coach, type ToClimb } from '../../workers/coach.ts';

/** The rungs of a study with the music of each; nothing until they are worked out. */
export function useRungs(toClimb: ToClimb | undefined): readonly RungHere[] | undefined {
  return useQuery({
    queryKey: ['rungs', toClimb],
    queryFn: () => (toClimb ? coach().rungs(toClimb) : []),
    enabled: toClimb !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
  }).data;
}
