import { useState } from 'react';
import { toast } from 'sonner';
import { counted } from '../../core/base/words.ts';
import { noteExport } from '../../data/backup-folder.ts';
import { useBackupMade } from '../../data/backup-queries.ts';
import { exportLibrary, importLibrary, stopLibrarian, wasStopped } from '../../data/librarian.ts';
import { Button } from '../../ui/button.tsx';
import { FileButton } from '../../ui/file-button.tsx';
import { download } from '../../ui/download.ts';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { BackupReminder, Backups } from './backups.tsx';

/** A backup larger than this is not one of ours: a hundred thousand studies take less. */
const LARGEST_BACKUP = 500 * 1024 * 1024;

/** What is going on, and how far it has come, 0 to 1. */
interface Going {
  readonly words: string;
  readonly share: number;
}

/** All a teacher has made out to a file, and back in. */
export function BackupActions({
  alone,
}: {
  /** Only one of the two, where the other stands elsewhere. */
  alone?: 'import' | 'export';
}) {
  const [going, setGoing] = useState<Going>();
  const made = useBackupMade();
  const fail = (error: unknown): void => {
    if (error instanceof Error && wasStopped(error)) toast(error.message);
    else sayTrouble(error);
  };
  /** Does long work with its progress on screen. */
  const go = (words: string, work: (onProgress: (share: number) => void) => Promise<unknown>): void => {
    setGoing({ words, share: 0 });
    void work((share) => setGoing((now) => now && { words, share }))
      .catch(fail)
      .finally(() => setGoing(undefined));
  };
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
  if (going) {
    return (
      <p role="status" className="flex items-center gap-3">
        <span>{going.words} …</span>
        <progress value={going.share} max={1} aria-label={going.words} className="accent-accent" />
        <Button onClick={stopLibrarian}>Stop</Button>
      </p>
    );
  }
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
