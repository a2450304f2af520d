import { expose } from 'comlink';
import type { OnProgress } from '../core/base/progress.ts';
import { mergeWords } from '../core/library/backup-merge.ts';
import { exportLibrary, importLibrary, Stopped } from './backup.ts';
import type { Place, Step } from './records.ts';
import { actFor, type Studio } from './studio.ts';
import { takeBackRecords } from './writer.ts';

let stopped = false;

function watched(onProgress: OnProgress): OnProgress {
  return (share) => {
    if (stopped) throw new Stopped('Stopped. Nothing was changed.');
    onProgress(share);
  };
}

/** What the last import wrote; it stays here, since thousands of records are long on the way. */
let lastImport: readonly Step[] = [];

/** Of more records than this a page is told only that their kinds have changed. */
const MANY = 200;

function placesOf(steps: readonly Step[]): Place[] {
  if (steps.length <= MANY) return steps.map(({ kind, key }) => ({ kind, key }));
  return [...new Set(steps.map(({ kind }) => kind))].map((kind) => ({ kind, key: '' }));
}

/** Reads and writes backups of thousands of records, off the page's thread. */
const librarian = {
  async exportLibrary(studio: Studio, now: string, onProgress: OnProgress): Promise<Blob> {
    stopped = false;
    actFor(studio);
    return exportLibrary(now, watched(onProgress));
  },

  /** Reads a backup in; returns what came of it in words, and which records changed. */
  async importLibrary(
    studio: Studio,
    file: Blob,
    onProgress: OnProgress,
  ): Promise<{ readonly words: string; readonly places: readonly Place[] }> {
    stopped = false;
    actFor(studio);
    const { merge, steps } = await importLibrary(await file.text(), watched(onProgress));
    lastImport = steps;
    return { words: mergeWords(merge), places: placesOf(steps) };
  },

  /** Takes the last import back, as far as nobody has changed its records since; returns how many are left. */
  async undoImport(studio: Studio): Promise<{ readonly left: number; readonly places: readonly Place[] }> {
    actFor(studio);
    const { left, undone } = await takeBackRecords(lastImport);
    lastImport = [];
    return { left, places: placesOf(undone) };
  },

  /** Stops what is going on; nothing of an import is then kept. */
  stop(): void {
    stopped = true;
  },
};

export type Librarian = typeof librarian;

expose(librarian);
