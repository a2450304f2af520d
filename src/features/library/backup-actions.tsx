import { toast } from 'sonner';
import { mergeWords } from '../../core/library/backup-merge.ts';
import { exportLibrary, useImportLibrary } from '../../data/backup.ts';
import { Button } from '../../ui/button.tsx';
import { FileButton } from '../../ui/file-button.tsx';
import { download } from '../../ui/download.ts';

/** A backup larger than this is not one of ours: twenty thousand studies take less. */
const LARGEST_BACKUP = 200 * 1024 * 1024;

/** All a teacher has made out to a file, and back in. */
export function BackupActions() {
  const importLibrary = useImportLibrary();
  const read = async (file: File): Promise<void> => {
    if (file.size > LARGEST_BACKUP) {
      toast.error('This file is too large to be a backup of Step Ladder. Nothing was imported.', { duration: 15_000 });
      return;
    }
    importLibrary.mutate(await file.text(), {
      onSuccess: (merge) => toast.success(mergeWords(merge)),
      onError: (error) => toast.error(error.message, { duration: 15_000 }),
    });
  };
  const write = async (): Promise<void> => {
    const now = new Date().toISOString();
    try {
      download(`step-ladder-library-${now.slice(0, 10)}.json`, await exportLibrary(now), 'application/json');
    } catch (error) {
      toast.error((error as Error).message, { duration: 15_000 });
    }
  };
  return (
    <>
      <FileButton label="Backup file to import" accept="application/json,.json" onFile={(file) => void read(file)}>
        Import a library
      </FileButton>
      <Button kind="quiet" onClick={() => void write()}>
        Export the library
      </Button>
    </>
  );
}
