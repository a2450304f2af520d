import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import { ClassRecord } from '../core/classroom/index.ts';
import { readRecords } from './read-records.ts';

/** The classes by name; damaged ones are left alone and not shown. */
async function readClasses(): Promise<readonly ClassRecord[]> {
  return (await readRecords('classes', ClassRecord)).toSorted((a, b) => a.name.localeCompare(b.name));
}

export function useClasses(): UseQueryResult<readonly ClassRecord[]> {
  return useQuery({ queryKey: ['classes'], queryFn: readClasses });
}
