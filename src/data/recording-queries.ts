import { useQuery } from '@tanstack/react-query';
import { readRecordings, type Recording } from './recordings.ts';

/** The recordings kept with a pupil's studies. */
export function useRecordings(pupil: string): readonly Recording[] {
  return useQuery({ queryKey: ['recordings', pupil], queryFn: () => readRecordings(pupil) }).data ?? [];
}
