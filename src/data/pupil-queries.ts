import {
  useMutation,
  useQuery,
  useQueryClient,
  type UseMutationResult,
  type UseQueryResult,
} from '@tanstack/react-query';
import { LADDERS, type Ladder } from '../core/practice/ladder.ts';
import type { Assignment, Pupil, PupilWhole } from '../core/practice/pupil.ts';
import type { Homework, LogMerge, PracticeLog } from '../core/practice/pupil-file.ts';
import { studiesChanged } from './library-queries.ts';
import {
  allLadders,
  changeAssignment,
  changePupil,
  deletePupil,
  keepPupilRecords,
  readHeld,
  readPupil,
  readRoll,
  removeAttempt,
  takeHomework,
  takeLog,
  type PupilRecords,
  type Roll,
} from './pupils.ts';

/** Everything that is asked of pupils begins so; other tabs' changes ask for it again. */
export const PUPILS = ['pupils'] as const;

/** The pupils, and what is set to each. */
export function useRoll(): UseQueryResult<Roll> {
  return useQuery({ queryKey: [...PUPILS, 'roll'], queryFn: readRoll });
}

/** The days on which pupils were heard. */
export function useHeld(): Awaited<ReturnType<typeof readHeld>> | undefined {
  return useQuery({ queryKey: [...PUPILS, 'held'], queryFn: readHeld }).data;
}

/** All of one pupil; null where there is none. */
export function usePupil(id: string | undefined): UseQueryResult<PupilWhole | null> {
  return useQuery({
    queryKey: [...PUPILS, id],
    queryFn: async () => (id === undefined ? null : ((await readPupil(id)) ?? null)),
    enabled: id !== undefined,
  });
}

/** Every ladder at hand. */
export function useLadders(): readonly Ladder[] {
  return useQuery({ queryKey: ['ladders'], queryFn: allLadders }).data ?? LADDERS;
}

function usePupilChange<Given, Result>(
  mutationFn: (given: Given) => Promise<Result>,
): UseMutationResult<Result, Error, Given> {
  const client = useQueryClient();
  return useMutation({ mutationFn, onSuccess: () => client.invalidateQueries({ queryKey: PUPILS }) });
}

export function useKeepPupilRecords(): UseMutationResult<void, Error, PupilRecords> {
  return usePupilChange(keepPupilRecords);
}

export function useChangePupil(): UseMutationResult<
  void,
  Error,
  { readonly id: string; readonly part: Partial<Omit<Pupil, 'id'>> }
> {
  return usePupilChange(({ id, part }) => changePupil(id, part));
}

export function useChangeAssignment(): UseMutationResult<
  void,
  Error,
  { readonly id: string; readonly part: Partial<Omit<Assignment, 'id'>> }
> {
  return usePupilChange(({ id, part }) => changeAssignment(id, part));
}

export function useRemoveAttempt(): UseMutationResult<void, Error, string> {
  return usePupilChange(removeAttempt);
}

export function useDeletePupil(): UseMutationResult<PupilRecords, Error, string> {
  return usePupilChange(deletePupil);
}

export function useTakeLog(): UseMutationResult<LogMerge, Error, PracticeLog> {
  return usePupilChange(takeLog);
}

export function useTakeHomework(): UseMutationResult<void, Error, Homework> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: takeHomework,
    onSuccess: (_, { studies }) => {
      void client.invalidateQueries({ queryKey: PUPILS });
      void client.invalidateQueries({ queryKey: ['ladders'] });
      studiesChanged(
        client,
        studies.map(({ id }) => id),
      );
    },
  });
}
