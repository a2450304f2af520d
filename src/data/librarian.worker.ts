import { expose } from 'comlink';
import { partOf, type OnProgress } from '../core/base/index.ts';
import { mergeWords } from '../core/library/index.ts';
import { exportLibrary, importLibrary, Stopped } from './backup.ts';
import { readingPupilFile, type TriesMerge, type Pupil } from '../core/practice/index.ts';
import { previewFile, type FilePreview } from './pupil-files.ts';
import type { Change, Step } from './change.ts';
import type { Place } from './place.ts';
import { actFor, type Studio } from './studio.ts';
import { turn } from './turn.ts';
import { takeBackRecords, writeRecords } from './writer.ts';

let stopped = false;

function watched(onProgress: OnProgress): OnProgress {
  return (share) => {
    if (stopped) throw new Stopped('Stopped. Nothing was changed.');
    onProgress(share);
  };
}

/** What the last imports wrote, each under its number, and what the file opened last would change: too much to send about. */
const imports = new Map<number, readonly Step[]>();
let opened: readonly Change[] | undefined;

/** The most imports that can be taken back. */
const MOST_IMPORTS = 10;

/** What an import changed, and the number under which it can be taken back. */
export interface Written {
  readonly places: readonly Place[];
  readonly number: number;
}

let count = 0;

function remembered(steps: readonly Step[]): Written {
  count += 1;
  imports.set(count, steps);
  imports.delete(count - MOST_IMPORTS);
  return { places: placesOf(steps), number: count };
}

/** What opening a file of a pupil would change, without the records themselves. */
export type OpenedFile =
  | {
      readonly kind: 'homework';
      readonly pupil: Pick<Pupil, 'id' | 'name'>;
      readonly own: boolean;
      readonly newPupil: boolean;
      readonly changedPupil: boolean;
      readonly set: number;
      readonly changed: number;
      readonly ended: number;
      readonly foreign: number;
      readonly tries: OpenedTries;
      readonly changes: number;
    }
  | {
      readonly kind: 'log' | 'stranger';
      readonly pupil: Pick<Pupil, 'id' | 'name'>;
      readonly tries: OpenedTries;
      readonly changes: number;
    };

/** How many tries of a file are new, on how many days, and what becomes of the others. */
export interface OpenedTries {
  readonly fresh: number;
  readonly days: number;
  readonly known: number;
  readonly strange: number;
  readonly future: number;
}

function countsOf({ fresh, known, strange, future }: TriesMerge): OpenedTries {
  return { fresh: fresh.length, days: new Set(fresh.map(({ date }) => date)).size, known, strange, future };
}

const NO_TRIES: TriesMerge = { fresh: [], known: 0, strange: 0, future: 0 };

function openedFrom(preview: FilePreview): OpenedFile {
  const { id, name } = preview.file.pupil;
  const pupil = { id, name };
  if (preview.kind === 'stranger') return { kind: 'stranger', pupil, tries: countsOf(NO_TRIES), changes: 0 };
  const changes = preview.changes.length;
  if (preview.kind === 'log') return { kind: 'log', pupil, tries: countsOf(preview.tries), changes };
  const { merge } = preview;
  return {
    kind: 'homework',
    pupil,
    own: merge.own,
    newPupil: merge.newPupil !== undefined,
    changedPupil: merge.pupil !== undefined,
    set: merge.set.length,
    changed: merge.changed.length,
    ended: merge.ended.length,
    foreign: merge.foreign,
    tries: countsOf(merge.tries),
    changes,
  };
}

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
  ): Promise<Written & { readonly words: string }> {
    stopped = false;
    actFor(studio);
    const { merge, steps } = await importLibrary(await file.text(), watched(onProgress));
    return { words: mergeWords(merge), ...remembered(steps) };
  },

  /** Reads a homework or a log and works out what it would change; throws the reason why a file is refused. */
  async openPupilFile(
    studio: Studio,
    text: string,
    library: string | undefined,
    onProgress: OnProgress,
  ): Promise<OpenedFile> {
    stopped = false;
    actFor(studio);
    const reading = readingPupilFile(text);
    let step = reading.next();
    for (; !step.done; step = reading.next()) {
      watched(onProgress)(0.6 * step.value);
      await turn();
    }
    if (!step.value.ok) throw new Error(step.value.refusal.message);
    const preview = await previewFile(step.value.value, library, partOf(watched(onProgress), 0.6, 1));
    opened = preview.kind === 'stranger' ? undefined : preview.changes;
    return openedFrom(preview);
  },

  /** Writes what the file opened last would change; all of it or, where records have changed since, nothing. */
  async takeOpened(studio: Studio): Promise<Written> {
    actFor(studio);
    const written = opened && (await writeRecords(opened));
    if (written?.kind !== 'kept') throw new Error('Something of it was changed meanwhile. Open the file once more.');
    opened = undefined;
    return remembered(written.steps);
  },

  /** Takes an import back, as far as nobody has changed its records since; returns how many are left. Throws once it is forgotten. */
  async undoImport(
    studio: Studio,
    number: number,
  ): Promise<{ readonly left: number; readonly places: readonly Place[] }> {
    actFor(studio);
    const steps = imports.get(number);
    if (!steps) throw new Error('This import can no longer be taken back. Nothing was changed.');
    const { left, undone } = await takeBackRecords(steps);
    imports.delete(number);
    return { left, places: placesOf(undone) };
  },

  /** Stops what is going on; nothing of an import is then kept. */
  stop(): void {
    stopped = true;
  },
};

export type Librarian = typeof librarian;

expose(librarian);
