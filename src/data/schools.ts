import { z } from 'zod';
import { useMutation, useQuery, useQueryClient, type UseMutationResult } from '@tanstack/react-query';
import { School } from '../core/fingering/schools/school.ts';
import { database, troubleFrom } from './database.ts';

const KEY = 'schools';
const QUERY = ['schools'] as const;

/** The teacher's own schools; damaged ones are left out. */
export async function readSchools(): Promise<readonly School[]> {
  try {
    const list = z.array(z.unknown()).safeParse(await (await database()).get('facts', KEY)).data ?? [];
    return list.flatMap((one) => School.safeParse(one).data ?? []);
  } catch (error) {
    throw troubleFrom(error);
  }
}

/** Keeps a school, in place of the one of its id. */
export async function writeSchool(school: School): Promise<void> {
  const others = (await readSchools()).filter((one) => one.id !== school.id);
  try {
    await (await database()).put('facts', [...others, School.parse(school)], KEY);
  } catch (error) {
    throw troubleFrom(error);
  }
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
