import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import { useMemo } from 'react';
import { inTime } from '../core/base/index.ts';
import { MockCall, SHIPPED, Syllabus } from '../core/grading/index.ts';
import { newId } from './library.ts';
import { readRecords } from './read-records.ts';

/** A syllabus under an id of its own, to be changed. */
export function ownCopyOf(syllabus: Syllabus): Syllabus {
  return { ...syllabus, id: newId(), name: `${syllabus.name}, own copy`.slice(0, 120) };
}

function useOwnSyllabuses(): UseQueryResult<readonly Syllabus[]> {
  return useQuery({ queryKey: ['syllabuses'], queryFn: () => readRecords('syllabuses', Syllabus) });
}

/** Every syllabus: the invented ones first, then the teacher's own. */
export function useSyllabuses(): readonly Syllabus[] {
  const { data } = useOwnSyllabuses();
  return useMemo(() => (data ? [...SHIPPED, ...data] : SHIPPED), [data]);
}

/** Why the teacher's own syllabuses cannot be read; `null` where they can. */
export function useSyllabusTrouble(): Error | null {
  return useOwnSyllabuses().error;
}

/** Mock examinations held before, the latest last; damaged ones are left alone. */
export function useMockCalls(): readonly MockCall[] {
  const { data } = useQuery({
    queryKey: ['examinations'],
    queryFn: async () => (await readRecords('examinations', MockCall)).toSorted((a, b) => inTime(a.date, b.date)),
  });
  return data ?? [];
}

/** True for the syllabuses that come with Step Ladder; they are copied before they are changed. */
export function isShipped(syllabus: Syllabus): boolean {
  return SHIPPED.some(({ id }) => id === syllabus.id);
}
