import {
  useMutation,
  useQuery,
  useQueryClient,
  type UseMutationResult,
  type UseQueryResult,
} from '@tanstack/react-query';
import { readBackup, writeBackup } from '../core/formats/backup.ts';
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

/** The library as the text of a backup file. */
export async function exportLibrary(): Promise<string> {
  const { studies } = await readLibrary();
  return writeBackup(studies, new Date().toISOString());
}

/** What an import did. */
export interface ImportReport {
  readonly added: number;
  /** Studies the library already held, unchanged. */
  readonly known: number;
  /** Studies the library held in another state: the file's state was added beside it. */
  readonly beside: number;
}

/** Adds the studies of a backup to the library; refuses a bad file whole, with its reason. */
export function useImportLibrary(): UseMutationResult<ImportReport, Error, string> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (text) => {
      const backup = readBackup(text);
      if (!backup.ok) throw new Error(backup.refusal.message);
      const { studies } = await readLibrary();
      const here = new Map(studies.map((study) => [study.id, JSON.stringify(study)]));
      const fresh: SavedStudy[] = [];
      let known = 0;
      let beside = 0;
      for (const study of backup.value.studies) {
        const mine = here.get(study.id);
        if (mine === undefined) fresh.push(study);
        else if (mine === JSON.stringify(study)) known += 1;
        else {
          beside += 1;
          fresh.push({ ...study, id: newId() });
        }
      }
      await writeStudies(fresh);
      return { added: fresh.length - beside, known, beside };
    },
    onSuccess: () => client.invalidateQueries({ queryKey: LIBRARY }),
  });
}
