import { useQuery, useQueryClient, type QueryClient, type UseQueryResult } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import type { ListedStudy, SavedStudy } from '../core/study/index.ts';
import {
  readDamaged,
  readLibrary,
  readList,
  readNewest,
  readStudy,
  type DamagedRecord,
  type Found,
  type StudyList,
} from './library.ts';
import { onChanged } from './records.ts';
import type { Place } from './place.ts';
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
    // A list of thousands that is scrolled through does not carry them all along.
    gcTime: 10_000,
  });
  return data;
}

/** Records that cannot be read, with the reason. */
export function useDamaged(keys: readonly string[]): UseQueryResult<readonly DamagedRecord[]> {
  return useQuery({ queryKey: [...DAMAGED, keys], queryFn: () => readDamaged(keys), enabled: keys.length > 0 });
}

/** Whatever is on screen of records that have changed is asked for again; of all kinds where left out. */
function recordsChanged(client: QueryClient, places: readonly Place[]): void {
  const kinds = new Set(places.map(({ kind }) => kind));
  const again = (queryKey: readonly unknown[]): void => void client.invalidateQueries({ queryKey });
  for (const kind of kinds) if (kind !== 'studies') again([kind]);
  if (kinds.has('assignments') || kinds.has('attempts') || kinds.has('lessons')) again(['pupils']);
  if (!kinds.has('studies')) return;
  for (const key of [LIST, WHOLE, NEWEST, DAMAGED]) again(key);
  const ids = places.flatMap(({ kind, key }) => (kind === 'studies' ? [key] : []));
  if (ids.includes('')) again(ONE);
  else for (const id of ids) again([...ONE, id]);
}

/** Follows what is changed here and in other tabs. */
export function useRecordChanges(): void {
  const client = useQueryClient();
  useEffect(() => onChanged((places) => recordsChanged(client, places)), [client]);
}

/** Takes over a study as it was stored just now, for the page. */
export function useTakenOver(): (study: SavedStudy) => void {
  const client = useQueryClient();
  return (study) => {
    const found: Found = { kind: 'study', study };
    client.setQueryData([...ONE, study.id], found);
  };
}
