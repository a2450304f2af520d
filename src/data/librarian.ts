import { supervised } from '../workers/supervised.ts';
import type { OnProgress } from '../core/base/index.ts';
import type { Librarian, OpenedFile } from './librarian.worker.ts';
import { tellChanged } from './records.ts';
import { noteKept } from './storage-state.ts';
import { libraryId } from './settings.ts';
import { currentStudio, type Studio } from './studio.ts';

export type { OpenedFile, OpenedTries } from './librarian.worker.ts';

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
  const { words, places, number } = await librarian.importLibrary(studio, file, onProgress);
  noteKept(true);
  tellChanged(places);
  return { words, undo: () => undoImport(studio, number) };
}

async function undoImport(studio: Studio, number: number): Promise<number> {
  const { left, places } = await librarian.undoImport(studio, number);
  tellChanged(places);
  return left;
}

/** Reads a homework or a log, and says what it would change here. Throws the reason why a file is refused. */
export async function openPupilFile(text: string, onProgress: OnProgress): Promise<OpenedFile> {
  return librarian.openPupilFile(currentStudio(), text, libraryId(), onProgress);
}

/** Writes what the file opened last would change; returns what takes it back. */
export async function takeOpened(): Promise<{ readonly undo: () => Promise<number> }> {
  const studio = currentStudio();
  const { places, number } = await librarian.takeOpened(studio);
  noteKept(true);
  tellChanged(places);
  return { undo: () => undoImport(studio, number) };
}
