import { useMutation, useQueryClient, type UseMutationResult } from '@tanstack/react-query';
import { supervised } from '../workers/supervised.ts';
import type { OnProgress } from '../core/base/progress.ts';
import type { Librarian } from './librarian.worker.ts';
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

/** Adds a backup file to the library and says what came of it; refuses a bad file whole, with its reason. */
export function useImportLibrary(): UseMutationResult<
  string,
  Error,
  { readonly file: Blob; readonly onProgress: OnProgress }
> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ file, onProgress }) => librarian.importLibrary(currentStudio(), file, onProgress),
    // Whatever is on screen may have come from the library.
    onSuccess: () => client.invalidateQueries(),
  });
}
