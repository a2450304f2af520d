import { toast } from 'sonner';
import { counted } from '../../core/base/index.ts';
import { noteExport } from '../../data/backup-folder.ts';
import { useBackupMade } from '../../data/backup-queries.ts';
import { exportLibrary, importLibrary, stopLibrarian, wasStopped } from '../../data/librarian.ts';
import { Button } from '../../ui/button.tsx';
import { FileButton } from '../../ui/file-button.tsx';
import { download } from '../../ui/download.ts';
import { LongWork, useLongWork } from '../../ui/long-work.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { BackupReminder, Backups } from './backups.tsx';

/** A backup larger than this is not one of ours: a hundred thousand studies take less. */
const LARGEST_BACKUP = 500 * 1024 * 1024;

/** All a teacher has made out to a file, and back in. */
export function BackupActions({
  alone,
}: {
  /** Only one of the two, where the other stands elsewhere. */
  alone?: 'import' | 'export';
}) {
  const made = useBackupMade();
  const fail = (error: unknown): void => {
    if (error instanceof Error && wasStopped(error)) toast(error.message);
    else sayTrouble(error);
  };
  const { going, go } = useLongWork(fail);
  const read = (file: File): void => {
    if (file.size > LARGEST_BACKUP) {
      sayTrouble('This file is too large to be a backup of Step Ladder. Nothing was imported.');
      return;
    }
    go('Importing the library', async (onProgress) => {
      const { words, undo } = await importLibrary(file, onProgress);
      const back = async (): Promise<void> => {
        const left = await undo();
        toast(left > 0 ? `Taken back; ${counted(left, 'record')} changed since stay.` : 'The import is taken back.');
      };
      toast.success(words, {
        duration: 30_000,
        action: { label: 'Undo', onClick: () => void back().catch(sayTrouble) },
      });
    });
  };
  const write = (): void =>
    go('Exporting the library', async (onProgress) => {
      const now = new Date().toISOString();
      const file = await exportLibrary(now, onProgress);
      download(`step-ladder-library-${now.slice(0, 10)}.json`, file, 'application/json');
      await noteExport(now);
      made();
    });
  if (going) return <LongWork going={going} onStop={stopLibrarian} />;
  return (
    <>
      {alone === 'export' ? null : (
        <FileButton label="Backup file to import" accept="application/json,.json" onFile={read}>
          Import a library
        </FileButton>
      )}
      {alone === 'import' ? null : (
        <>
          <Button kind="quiet" onClick={write}>
            Export the library
          </Button>
          <Backups />
        </>
      )}
      {alone === 'import' ? null : <BackupReminder onExport={write} />}
    </>
  );
}
