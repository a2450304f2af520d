import {
  useMutation,
  useQuery,
  useQueryClient,
  type UseMutationResult,
  type UseQueryResult,
} from '@tanstack/react-query';
import { ClassRecord } from '../core/classroom/class-record.ts';
import { changeFacts, readFacts } from './facts.ts';
import { tellOthers } from './other-tabs.ts';

/** Where classes are kept among the facts. */
export const CLASSES_KEPT = 'classes';

const QUERY = ['classes'] as const;

/** The classes by name; damaged ones are left alone and not shown. */
export async function readClasses(): Promise<readonly ClassRecord[]> {
  const read = (await readFacts(CLASSES_KEPT)).flatMap((one) => ClassRecord.safeParse(one).data ?? []);
  return read.toSorted((a, b) => a.name.localeCompare(b.name));
}

/** Keeps a class, in place of the one of its id. */
export async function writeClass(record: ClassRecord): Promise<void> {
  const kept = ClassRecord.parse(record);
  await changeFacts(CLASSES_KEPT, (list) => [...list.filter((one) => idOf(one) !== kept.id), kept]);
  tellOthers([CLASSES_KEPT]);
}

/** What is changed of a class: some of its fields. */
export type ClassPart = Partial<Omit<ClassRecord, 'id'>>;

/** Changes some fields of a class as it stands now: what another tab changed of the others stays. Refuses one that was deleted meanwhile. */
export async function changeClass(id: string, part: ClassPart): Promise<void> {
  let gone = false;
  await changeFacts(CLASSES_KEPT, (list) => {
    const now = list.find((one) => idOf(one) === id);
    gone = now === undefined;
    if (gone) return list;
    const changed = ClassRecord.parse({ ...ClassRecord.parse(now), ...part });
    return [...list.filter((one) => one !== now), changed];
  });
  if (gone) throw new Error('This class was deleted in another tab. Take it back there, or make it anew.');
  tellOthers([CLASSES_KEPT]);
}

/** Deletes a class; the others stay, also those that cannot be read. */
export async function deleteClass(id: string): Promise<void> {
  await changeFacts(CLASSES_KEPT, (list) => list.filter((one) => idOf(one) !== id));
  tellOthers([CLASSES_KEPT]);
}

function idOf(record: unknown): string | undefined {
  return ClassRecord.safeParse(record).data?.id;
}

export function useClasses(): UseQueryResult<readonly ClassRecord[]> {
  return useQuery({ queryKey: QUERY, queryFn: readClasses });
}

/** Keeps a class; what is shown changes at once and goes back where it could not be kept. */
export function useKeepClass(): UseMutationResult<void, Error, ClassRecord> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: writeClass,
    onMutate: (record) => {
      client.setQueryData<readonly ClassRecord[]>(QUERY, (list = []) => [
        ...list.filter(({ id }) => id !== record.id),
        record,
      ]);
    },
    onSettled: () => client.invalidateQueries({ queryKey: QUERY }),
  });
}

/** Changes a class; what is shown changes at once and goes back where it could not be kept. */
export function useChangeClass(): UseMutationResult<void, Error, { id: string; part: ClassPart }> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, part }) => changeClass(id, part),
    onMutate: ({ id, part }) => {
      client.setQueryData<readonly ClassRecord[]>(QUERY, (list = []) =>
        list.map((one) => (one.id === id ? { ...one, ...part } : one)),
      );
    },
    onSettled: () => client.invalidateQueries({ queryKey: QUERY }),
  });
}

export function useDeleteClass(): UseMutationResult<void, Error, string> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: deleteClass,
    onSuccess: () => client.invalidateQueries({ queryKey: QUERY }),
  });
}
