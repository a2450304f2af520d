import { supervised } from '../workers/supervised.ts';
import type { OnProgress } from '../core/base/progress.ts';
import type { Librarian } from './librarian.worker.ts';
import { tellChanged } from './records.ts';
import { noteKept } from './storage-state.ts';
import { currentStudio } from './studio.ts';

const librarian = supervised<Librarian>(
  () => new Worker(new URL('./librarian.worker.ts', import.meta.url), { type: 'module', name: 'librarian' }),
  {
    words:
      'The library could not be read or written: the work stopped twice. Nothing was changed. Reload the page and try again.',
    limit: 120_000,
  },
);

/** All that is kept, as a backup file written at `now` (ISO date and time). */
export function exportLibrary(now: string, onProgress: OnProgress): Promise<Blob> {
  return librarian.exportLibrary(currentStudio(), now, onProgress);
}

/** Stops an import or an export; of an import nothing is then kept. */
export function stopLibrarian(): void {
  void librarian.stop();
}

/** True for the error of a work that was stopped by the teacher. */
export function wasStopped(error: Error): boolean {
  return error.name === 'Stopped';
}

/** What came of an import, in words; `undo` takes it back and returns how many records are left, changed since. */
export interface ImportedHere {
  readonly words: string;
  readonly undo: () => Promise<number>;
}

/** Adds a backup file to the library; refuses a bad file whole: throws its reason. */
export async function importLibrary(file: Blob, onProgress: OnProgress): Promise<ImportedHere> {
  const studio = currentStudio();
  const { words, places } = await librarian.importLibrary(studio, file, onProgress);
  noteKept(true);
  tellChanged(places);
  const undo = async (): Promise<number> => {
    const back = await librarian.undoImport(studio);
    tellChanged(back.places);
    return back.left;
  };
  return { words, undo };
}
