import { useQuery } from '@tanstack/react-query';
import { School } from '../core/schools/index.ts';
import { readRecords } from './read-records.ts';

/** The teacher's own schools, for choosers; damaged ones are left alone and not shown. */
export function useOwnSchools(): readonly School[] {
  return useQuery({ queryKey: ['schools'], queryFn: () => readRecords('schools', School) }).data ?? [];
}
