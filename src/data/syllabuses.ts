import { useMutation, useQuery, useQueryClient, type UseMutationResult } from '@tanstack/react-query';
import { useMemo } from 'react';
import { z } from 'zod';
import { SHIPPED } from '../core/grading/shipped/shipped.ts';
import { Syllabus } from '../core/grading/syllabus.ts';
import { database, troubleFrom } from './database.ts';

const KEY = 'syllabuses';
const CALLS = 'mock-calls';
const QUERY = ['syllabuses'] as const;
const CALLS_QUERY = ['mock calls'] as const;

async function readFact(key: string): Promise<readonly unknown[]> {
  try {
    return z.array(z.unknown()).safeParse(await (await database()).get('facts', key)).data ?? [];
  } catch (error) {
    throw troubleFrom(error);
  }
}

async function writeFact(key: string, value: readonly unknown[]): Promise<void> {
  try {
    await (await database()).put('facts', value, key);
  } catch (error) {
    throw troubleFrom(error);
  }
}

/** The teacher's own syllabuses; damaged ones are left alone and not shown. */
export async function readSyllabuses(): Promise<readonly Syllabus[]> {
  return (await readFact(KEY)).flatMap((one) => Syllabus.safeParse(one).data ?? []);
}

/** Keeps a syllabus, in place of the one of its id. Records that can't be read here stay as they are. */
export async function writeSyllabus(syllabus: Syllabus): Promise<void> {
  const others = (await readFact(KEY)).filter((one) => Syllabus.safeParse(one).data?.id !== syllabus.id);
  await writeFact(KEY, [...others, Syllabus.parse(syllabus)]);
}

async function removeSyllabus(id: string): Promise<void> {
  await writeFact(
    KEY,
    (await readFact(KEY)).filter((one) => Syllabus.safeParse(one).data?.id !== id),
  );
}

/** Every syllabus at hand: the invented ones first, then the teacher's own. */
export function useSyllabuses(): readonly Syllabus[] {
  const { data } = useQuery({ queryKey: QUERY, queryFn: readSyllabuses });
  return useMemo(() => (data ? [...SHIPPED, ...data] : SHIPPED), [data]);
}

export function useKeepSyllabus(): UseMutationResult<void, Error, Syllabus> {
  const client = useQueryClient();
  return useMutation({ mutationFn: writeSyllabus, onSuccess: () => client.invalidateQueries({ queryKey: QUERY }) });
}

export function useRemoveSyllabus(): UseMutationResult<void, Error, string> {
  const client = useQueryClient();
  return useMutation({ mutationFn: removeSyllabus, onSuccess: () => client.invalidateQueries({ queryKey: QUERY }) });
}

/** What was called for in a mock examination and how it went. */
export const MockCall = z.strictObject({
  date: z.iso.datetime(),
  syllabus: z.string().max(64),
  instrument: z.string().max(20),
  grade: z.string().max(60),
  /** One for each thing called for. */
  calls: z.array(
    z.strictObject({
      item: z.string().max(64),
      tonic: z.string().max(4),
      went: z.enum(['right', 'shaky', 'missed']),
    }),
  ),
});

export type MockCall = z.infer<typeof MockCall>;

/** Mock examinations held before, the latest last. */
export function useMockCalls(): readonly MockCall[] {
  const { data } = useQuery({
    queryKey: CALLS_QUERY,
    queryFn: async () => (await readFact(CALLS)).flatMap((one) => MockCall.safeParse(one).data ?? []),
  });
  return data ?? [];
}

export function useKeepMockCall(): UseMutationResult<void, Error, MockCall> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (call) => writeFact(CALLS, [...(await readFact(CALLS)), MockCall.parse(call)]),
    onSuccess: () => client.invalidateQueries({ queryKey: CALLS_QUERY }),
  });
}

/** True for the syllabuses that come with Step Ladder; they are copied before they are changed. */
export function isShipped(syllabus: Syllabus): boolean {
  return SHIPPED.some(({ id }) => id === syllabus.id);
}
