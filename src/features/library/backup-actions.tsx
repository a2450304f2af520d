import { toast } from 'sonner';
import { exportLibrary, useImportLibrary, type ImportReport } from '../../data/library-queries.ts';
import { Button } from '../../ui/button.tsx';
import { FileButton } from '../../ui/file-button.tsx';
import { download } from '../../ui/download.ts';

/** A backup larger than this is not one of ours: twenty thousand studies take less. */
const LARGEST_BACKUP = 200 * 1024 * 1024;

/** The whole library out to a file, and back in. */
export function BackupActions({ empty }: { empty: boolean }) {
  const importLibrary = useImportLibrary();
  const read = async (file: File): Promise<void> => {
    if (file.size > LARGEST_BACKUP) {
      toast.error('This file is too large to be a backup of Step Ladder. Nothing was imported.', { duration: 15_000 });
      return;
    }
    importLibrary.mutate(await file.text(), {
      onSuccess: (report) => toast.success(reportWords(report)),
      onError: (error) => toast.error(error.message, { duration: 15_000 }),
    });
  };
  const write = async (): Promise<void> => {
    try {
      download(
        `step-ladder-library-${new Date().toISOString().slice(0, 10)}.json`,
        await exportLibrary(),
        'application/json',
      );
    } catch (error) {
      toast.error((error as Error).message, { duration: 15_000 });
    }
  };
  return (
    <>
      <FileButton label="Backup file to import" accept="application/json,.json" onFile={(file) => void read(file)}>
        Import a library
      </FileButton>
      <Button kind="quiet" disabled={empty} onClick={() => void write()}>
        Export the library
      </Button>
    </>
  );
}

function reportWords({ added, known, beside }: ImportReport): string {
  const parts = [
    `${added} ${added === 1 ? 'study' : 'studies'} added`,
    known > 0 ? `${known} already here` : '',
    beside > 0 ? `${beside} put beside your own changed ${beside === 1 ? 'state' : 'states'}` : '',
  ];
  return `${parts.filter(Boolean).join(', ')}.`;
}
