import { useMutation, useQuery, useQueryClient, type UseMutationResult } from '@tanstack/react-query';
import { useMemo } from 'react';
import { z } from 'zod';
import { SHIPPED } from '../core/grading/shipped/shipped.ts';
import { Syllabus } from '../core/grading/syllabus.ts';
import { changeFacts, readFacts } from './facts.ts';
import { newId } from './library.ts';

const KEY = 'syllabuses';
const CALLS = 'mock-calls';
const QUERY = ['syllabuses'] as const;
const CALLS_QUERY = ['mock calls'] as const;

/** The teacher's own syllabuses; damaged ones are left alone and not shown. */
export async function readSyllabuses(): Promise<readonly Syllabus[]> {
  return (await readFacts(KEY)).flatMap((one) => Syllabus.safeParse(one).data ?? []);
}

/** Keeps a syllabus, in place of the one of its id. */
export async function writeSyllabus(syllabus: Syllabus): Promise<void> {
  const kept = Syllabus.parse(syllabus);
  await changeFacts(KEY, (list) => [...without(list, kept.id), kept]);
}

async function removeSyllabus(id: string): Promise<void> {
  await changeFacts(KEY, (list) => without(list, id));
}

function without(list: readonly unknown[], id: string): readonly unknown[] {
  return list.filter((one) => Syllabus.safeParse(one).data?.id !== id);
}

/** A syllabus under an id of its own, to be changed. */
export function ownCopyOf(syllabus: Syllabus): Syllabus {
  return { ...syllabus, id: newId(), name: `${syllabus.name}, own copy`.slice(0, 120) };
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
    queryFn: async () => (await readFacts(CALLS)).flatMap((one) => MockCall.safeParse(one).data ?? []),
  });
  return data ?? [];
}

export function useKeepMockCall(): UseMutationResult<void, Error, MockCall> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (call) => {
      const held = MockCall.parse(call);
      return changeFacts(CALLS, (list) => [...list, held]);
    },
    onSuccess: () => client.invalidateQueries({ queryKey: CALLS_QUERY }),
  });
}

/** True for the syllabuses that come with Step Ladder; they are copied before they are changed. */
export function isShipped(syllabus: Syllabus): boolean {
  return SHIPPED.some(({ id }) => id === syllabus.id);
}
