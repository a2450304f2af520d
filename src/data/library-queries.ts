import {
  useMutation,
  useQuery,
  useQueryClient,
  type UseMutationResult,
  type UseQueryResult,
} from '@tanstack/react-query';
import type { SavedStudy } from '../core/study/saved-study.ts';
import {
  ChangedElsewhere,
  deleteStudy,
  newId,
  readLibrary,
  readStudy,
  rewriteStudy,
  writeStudies,
  writeStudy,
  type Library,
} from './library.ts';

const LIBRARY = ['library'] as const;

/** The whole library. */
export function useLibrary(): UseQueryResult<Library> {
  return useQuery({ queryKey: LIBRARY, queryFn: readLibrary });
}

/** One saved study; `null` when there is none. */
export function useSavedStudy(id: string | undefined): UseQueryResult<SavedStudy | null> {
  return useQuery({
    queryKey: [...LIBRARY, id],
    queryFn: async () => (id === undefined ? null : ((await readStudy(id)) ?? null)),
    enabled: id !== undefined,
  });
}

/** Keeps a study. */
export function useKeepStudy(): UseMutationResult<void, Error, SavedStudy> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: writeStudy,
    onSuccess: (_, study) => {
      client.setQueryData([...LIBRARY, study.id], study);
      return client.invalidateQueries({ queryKey: LIBRARY, exact: true });
    },
  });
}

/** Keeps a change of a study that was read as it stood at `base`. */
export function useRewriteStudy(): UseMutationResult<
  void,
  Error,
  { readonly study: SavedStudy; readonly base: string }
> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ study, base }) => rewriteStudy(study, base),
    onSuccess: (_, { study }) => {
      client.setQueryData([...LIBRARY, study.id], study);
      return client.invalidateQueries({ queryKey: LIBRARY, exact: true });
    },
  });
}

/** Keeps several studies at once: all of them or none. */
export function useKeepStudies(): UseMutationResult<void, Error, readonly SavedStudy[]> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: writeStudies,
    onSuccess: () => client.invalidateQueries({ queryKey: LIBRARY, exact: true }),
  });
}

/** Takes a study out of the library. */
export function useDeleteStudy(): UseMutationResult<void, Error, SavedStudy> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (study) => deleteStudy(study.id),
    onSuccess: async (_, study) => {
      client.removeQueries({ queryKey: [...LIBRARY, study.id] });
      await client.invalidateQueries({ queryKey: LIBRARY });
    },
  });
}

/** True when a change was refused because another tab had kept the study meanwhile. */
export function wasChangedElsewhere(error: Error): boolean {
  return error instanceof ChangedElsewhere;
}

/** A copy of a study under a new id, as it stands at `now` (ISO date and time). */
export function copyOf(study: SavedStudy, name: string, now: string): SavedStudy {
  return { ...study, id: newId(), name, created: now, updated: now };
}
