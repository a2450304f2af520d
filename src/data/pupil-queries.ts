import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import { LADDERS, type Ladder, type PupilWhole } from '../core/practice/index.ts';
import { allLadders, readHeld, readPupil, readRoll, type Roll } from './pupils.ts';

/** The pupils, and what is set to each. */
export function useRoll(): UseQueryResult<Roll> {
  return useQuery({ queryKey: ['pupils', 'roll'], queryFn: readRoll });
}

/** The days on which pupils were heard. */
export function useHeld(): Awaited<ReturnType<typeof readHeld>> | undefined {
  return useQuery({ queryKey: ['pupils', 'held'], queryFn: readHeld }).data;
}

/** All of one pupil; null if there is no such pupil. */
export function usePupil(id: string | undefined): UseQueryResult<PupilWhole | null> {
  return useQuery({
    queryKey: ['pupils', 'one', id],
    queryFn: async () => (id === undefined ? null : ((await readPupil(id)) ?? null)),
    enabled: id !== undefined,
  });
}

/** Every ladder, shipped ones first. */
export function useLadders(): readonly Ladder[] {
  return useQuery({ queryKey: ['ladders'], queryFn: allLadders }).data ?? LADDERS;
}
