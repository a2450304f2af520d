import {
  useMutation,
  useQuery,
  useQueryClient,
  type QueryClient,
  type UseMutationResult,
  type UseQueryResult,
} from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import type { Meeting, StudyChange } from '../core/library/meeting.ts';
import type { ListedStudy } from '../core/study/listed-study.ts';
import type { SavedStudy } from '../core/study/saved-study.ts';
import {
  addStudies,
  changeStudy,
  deleteDamaged,
  deleteStudy,
  readDamaged,
  readLibrary,
  readList,
  readNewest,
  readStudy,
  restoreStudy,
  type DamagedRecord,
  type Found,
  type StudyList,
} from './library.ts';
import { hearOthers } from './other-tabs.ts';
import { finishEdits } from './unfinished.ts';

const LIST = ['studies'] as const;
const NEWEST = ['newest studies'] as const;
const WHOLE = ['library'] as const;
const ONE = ['study'] as const;
const DAMAGED = ['damaged studies'] as const;

/** The studies as lists show them; those changed last are there before the others. */
export function useStudyList(): UseQueryResult<StudyList> {
  const { data: newest, error } = useQuery({ queryKey: NEWEST, queryFn: readNewest, gcTime: 0 });
  const first = useMemo(
    (): StudyList | undefined => (newest && newest.length > 0 ? { studies: newest, damaged: [] } : undefined),
    [newest],
  );
  return useQuery({
    // Thousands of rows are not compared one by one with those before.
    structuralSharing: false,
    placeholderData: first,
    // The first rows come before all others are asked for.
    enabled: newest !== undefined || error !== null,
    queryKey: LIST,
    queryFn: async () => {
      await finishEdits();
      return readList();
    },
  });
}

/** Every study whole. */
export function useLibrary(): UseQueryResult<readonly SavedStudy[]> {
  return useQuery({ queryKey: WHOLE, queryFn: async () => (await readLibrary()).studies });
}

/** What stands under an id. */
export function useSavedStudy(id: string | undefined): UseQueryResult<Found> {
  return useQuery({
    queryKey: [...ONE, id],
    queryFn: async (): Promise<Found> => {
      await finishEdits();
      return id === undefined ? { kind: 'none' } : readStudy(id);
    },
    enabled: id !== undefined,
  });
}

/** A study of a list whole, as it was last changed, for what a row draws of it; `null` where it is gone or damaged. */
export function useRowStudy({ id, updated }: Pick<ListedStudy, 'id' | 'updated'>): SavedStudy | null | undefined {
  const { data } = useQuery({
    queryKey: ['row', id, updated],
    queryFn: async () => {
      const found = await readStudy(id);
      return found.kind === 'study' ? found.study : null;
    },
    staleTime: Number.POSITIVE_INFINITY,
    // Whoever scrolls through thousands does not carry them all along.
    gcTime: 10_000,
  });
  return data;
}

/** Records that cannot be read, with the reason. */
export function useDamaged(keys: readonly string[]): UseQueryResult<readonly DamagedRecord[]> {
  return useQuery({ queryKey: [...DAMAGED, keys], queryFn: () => readDamaged(keys), enabled: keys.length > 0 });
}

/** Of more changed studies than this each is not looked up by itself. */
const MANY = 100;

/** Whatever is on screen of studies is asked for again. */
export function studiesChanged(client: QueryClient, changed?: readonly string[]): void {
  const ids = changed && changed.length <= MANY ? changed : undefined;
  // Other tabs and imports tell of pupils in the same breath.
  if (!changed || changed.includes('pupils')) void client.invalidateQueries({ queryKey: ['pupils'] });
  if (!changed || changed.includes('classes')) void client.invalidateQueries({ queryKey: ['classes'] });
  void client.invalidateQueries({ queryKey: LIST });
  void client.invalidateQueries({ queryKey: WHOLE });
  if (!ids) void client.invalidateQueries({ queryKey: ONE });
  for (const id of ids ?? []) void client.invalidateQueries({ queryKey: [...ONE, id] });
}

/** Follows what other tabs change. */
export function useOtherTabs(): void {
  const client = useQueryClient();
  useEffect(() => hearOthers((ids) => studiesChanged(client, ids)), [client]);
}

/** Takes over a study as it was kept just now, for whoever shows it. */
export function useTakenOver(): (study: SavedStudy) => void {
  const client = useQueryClient();
  return (study) => {
    const found: Found = { kind: 'study', study };
    client.setQueryData([...ONE, study.id], found);
    void client.invalidateQueries({ queryKey: LIST });
    void client.invalidateQueries({ queryKey: WHOLE });
  };
}

/** Keeps new studies: all of them or none. */
export function useKeepStudies(): UseMutationResult<void, Error, readonly SavedStudy[]> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: addStudies,
    onSuccess: (_, studies) =>
      studiesChanged(
        client,
        studies.map(({ id }) => id),
      ),
  });
}

/** Changes a part of a study that was read as it stood in `base`. */
export function useChangeStudy(): UseMutationResult<
  Meeting,
  Error,
  { readonly base: SavedStudy; readonly change: StudyChange }
> {
  const takeOver = useTakenOver();
  return useMutation({
    mutationFn: ({ base, change }) => changeStudy(base, change, new Date().toISOString()),
    onSuccess: (meeting) => {
      if (meeting.kind === 'kept') takeOver(meeting.study);
    },
  });
}

/** Takes a study out of the library; gives it as it stood. */
export function useDeleteStudy(): UseMutationResult<SavedStudy | undefined, Error, string> {
  const client = useQueryClient();
  return useMutation({ mutationFn: deleteStudy, onSuccess: (_, id) => studiesChanged(client, [id]) });
}

/** Brings a deleted study back as it stood. */
export function useRestoreStudy(): UseMutationResult<void, Error, SavedStudy> {
  const client = useQueryClient();
  return useMutation({ mutationFn: restoreStudy, onSuccess: (_, { id }) => studiesChanged(client, [id]) });
}

/** Deletes a record that cannot be read. */
export function useDeleteDamaged(): UseMutationResult<void, Error, string> {
  const client = useQueryClient();
  return useMutation({ mutationFn: deleteDamaged, onSuccess: (_, key) => studiesChanged(client, [key]) });
}
