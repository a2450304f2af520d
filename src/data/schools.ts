import { useMutation, useQuery, useQueryClient, type UseMutationResult } from '@tanstack/react-query';
import { School } from '../core/schools/school.ts';
import { changeFacts, readFacts } from './facts.ts';

/** Where the teacher's own schools are kept among the facts. */
export const SCHOOLS_KEPT = 'schools';

const QUERY = ['schools'] as const;

/** The teacher's own schools; damaged ones are left alone and not shown. */
export async function readSchools(): Promise<readonly School[]> {
  return (await readFacts(SCHOOLS_KEPT)).flatMap((one) => School.safeParse(one).data ?? []);
}

/** Keeps a school, in place of the one of its id. */
export async function writeSchool(school: School): Promise<void> {
  const kept = School.parse(school);
  await changeFacts(SCHOOLS_KEPT, (list) => [
    ...list.filter((one) => School.safeParse(one).data?.id !== kept.id),
    kept,
  ]);
}

/** The teacher's own schools, for choosers. */
export function useOwnSchools(): readonly School[] {
  return useQuery({ queryKey: QUERY, queryFn: readSchools }).data ?? [];
}

export function useKeepSchool(): UseMutationResult<void, Error, School> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: writeSchool,
    onSuccess: () => client.invalidateQueries({ queryKey: QUERY }),
  });
}
