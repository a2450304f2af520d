import { useQuery, useQueryClient, type UseQueryResult } from '@tanstack/react-query';
import { useEffect } from 'react';
import { askToPersist, backupState, backUpToFolder, noteChanges, type BackupState } from './backup-folder.ts';
import { currentStudio } from './studio.ts';

const KEY = ['backup'] as const;

/** How the backups are. */
export function useBackupState(): UseQueryResult<BackupState> {
  return useQuery({ queryKey: KEY, queryFn: backupState });
}

/** Asks for the state again, after a backup. */
export function useBackupMade(): () => void {
  const client = useQueryClient();
  return () => void client.invalidateQueries({ queryKey: KEY });
}

/** What the browser said when asked to keep the library; `undefined` while it is asked. */
export function usePersistence(): 'kept' | 'may be dropped' | 'unknown' | undefined {
  return useQuery({
    queryKey: ['persistence'],
    queryFn: async () => {
      const promised = await askToPersist().catch(() => undefined);
      return promised === undefined ? 'unknown' : promised ? 'kept' : 'may be dropped';
    },
    staleTime: Number.POSITIVE_INFINITY,
  }).data;
}

/**
 * Backs the teacher's own library up into the chosen folder when the page is left for another, and when it opens after a day
 * whose work was not backed up.
 */
export function useDailyBackup(): void {
  const made = useBackupMade();
  useEffect(() => {
    if (currentStudio() !== 'own') return undefined;
    const stop = noteChanges();
    // What cannot be written now is tried the next time; the library says since when there is no backup.
    const backUp = (): void =>
      void backUpToFolder(false).then(
        (did) => did && made(),
        () => undefined,
      );
    const hide = (): void => {
      if (document.visibilityState === 'hidden') backUp();
    };
    backUp();
    document.addEventListener('visibilitychange', hide);
    return () => {
      stop();
      document.removeEventListener('visibilitychange', hide);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for the page
  }, []);
}
