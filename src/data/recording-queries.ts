import { useMutation, useQuery, useQueryClient, type UseMutationResult } from '@tanstack/react-query';
import { deleteRecording, keepRecording, readRecordings, type Recording } from './recordings.ts';

const KEY = ['pupils', 'recordings'] as const;

/** The recordings kept with a pupil's studies. */
export function useRecordings(pupil: string): readonly Recording[] {
  return useQuery({ queryKey: [...KEY, pupil], queryFn: () => readRecordings(pupil) }).data ?? [];
}

/** Keeps and deletes recordings; lists follow. */
export function useRecordingChanges(): {
  readonly keep: UseMutationResult<void, Error, Recording>;
  readonly remove: UseMutationResult<void, Error, string>;
} {
  const client = useQueryClient();
  const onSuccess = (): Promise<void> => client.invalidateQueries({ queryKey: KEY });
  return {
    keep: useMutation({ mutationFn: keepRecording, onSuccess }),
    remove: useMutation({ mutationFn: deleteRecording, onSuccess }),
  };
}
