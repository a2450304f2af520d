import { useState } from 'react';
import { toast } from 'sonner';
import { exportLibrary, stopLibrarian, useImportLibrary, wasStopped } from '../../data/librarian.ts';
import { Button } from '../../ui/button.tsx';
import { FileButton } from '../../ui/file-button.tsx';
import { download } from '../../ui/download.ts';

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
  const importLibrary = useImportLibrary();
  const [going, setGoing] = useState<Going>();
  const fail = (error: unknown): void => {
    const trouble = error instanceof Error ? error : new Error(String(error));
    if (wasStopped(trouble)) toast(trouble.message);
    else toast.error(trouble.message, { duration: 15_000 });
  };
  const read = (file: File): void => {
    if (file.size > LARGEST_BACKUP) {
      toast.error('This file is too large to be a backup of Step Ladder. Nothing was imported.', { duration: 15_000 });
      return;
    }
    const words = 'Importing the library';
    setGoing({ words, share: 0 });
    void importLibrary
      .mutateAsync({ file, onProgress: (share) => setGoing((now) => now && { words, share }) })
      .then((words) => toast.success(words), fail)
      .finally(() => setGoing(undefined));
  };
  const write = (): void => {
    const now = new Date().toISOString();
    const words = 'Exporting the library';
    setGoing({ words, share: 0 });
    void exportLibrary(now, (share) => setGoing((before) => before && { words, share }))
      .then((file) => download(`step-ladder-library-${now.slice(0, 10)}.json`, file, 'application/json'), fail)
      .finally(() => setGoing(undefined));
  };
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
        <Button kind="quiet" onClick={write}>
          Export the library
        </Button>
      )}
    </>
  );
}
