import { useMutation, useQuery, useQueryClient, type UseMutationResult } from '@tanstack/react-query';
import { useMemo } from 'react';
import { MockCall } from '../core/grading/mock-call.ts';
import { SHIPPED } from '../core/grading/shipped/shipped.ts';
import { Syllabus } from '../core/grading/syllabus.ts';
import { changeFacts, readFacts } from './facts.ts';
import { newId } from './library.ts';

/** Where the teacher's own syllabuses are kept among the facts, and mock examinations held. */
export const SYLLABUSES = 'syllabuses';
export const CALLS = 'mock-calls';

const QUERY = ['syllabuses'] as const;
const CALLS_QUERY = ['mock calls'] as const;

/** The teacher's own syllabuses; damaged ones are left alone and not shown. */
export async function readSyllabuses(): Promise<readonly Syllabus[]> {
  return (await readFacts(SYLLABUSES)).flatMap((one) => Syllabus.safeParse(one).data ?? []);
}

/** Keeps a syllabus, in place of the one of its id. */
export async function writeSyllabus(syllabus: Syllabus): Promise<void> {
  const kept = Syllabus.parse(syllabus);
  await changeFacts(SYLLABUSES, (list) => [...without(list, kept.id), kept]);
}

async function removeSyllabus(id: string): Promise<void> {
  await changeFacts(SYLLABUSES, (list) => without(list, id));
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

/** Mock examinations held before, the latest last; damaged ones are left alone. */
export async function readMockCalls(): Promise<readonly MockCall[]> {
  return (await readFacts(CALLS)).flatMap((one) => MockCall.safeParse(one).data ?? []);
}

/** The same, for screens. */
export function useMockCalls(): readonly MockCall[] {
  const { data } = useQuery({
    queryKey: CALLS_QUERY,
    queryFn: readMockCalls,
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
