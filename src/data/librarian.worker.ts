import '../core/base/without-eval.ts';
import { expose } from 'comlink';
import { mergeWords } from '../core/library/backup-merge.ts';
import type { OnProgress } from '../core/base/progress.ts';
import { exportLibrary, importLibrary, Stopped } from './backup.ts';
import { actFor, type Studio } from './studio.ts';

let stopped = false;

function watched(onProgress: OnProgress): OnProgress {
  return (share) => {
    if (stopped) throw new Stopped('Stopped. Nothing was changed.');
    onProgress(share);
  };
}

/** Reads and writes backups of thousands of studies, off the page's thread. */
const librarian = {
  async exportLibrary(studio: Studio, now: string, onProgress: OnProgress): Promise<Blob> {
    stopped = false;
    actFor(studio);
    return exportLibrary(now, watched(onProgress));
  },

  /** Reads a backup in; gives what came of it in words, since thousands of studies are long on the way. */
  async importLibrary(studio: Studio, file: Blob, onProgress: OnProgress): Promise<string> {
    stopped = false;
    actFor(studio);
    return mergeWords(await importLibrary(await file.text(), watched(onProgress)));
  },

  /** Stops what is going on; nothing of an import is then kept. */
  stop(): void {
    stopped = true;
  },
};

export type Librarian = typeof librarian;

expose(librarian);
