import type { StorageTrouble } from './storage-trouble.ts';
import { currentStudio } from './studio.ts';

type Listener = (trouble: StorageTrouble | undefined) => void;

const listeners = new Set<Listener>();
let now: StorageTrouble | undefined;

/** Told by the database: why it cannot be opened, or that it is open. */
export function tellStorage(trouble: StorageTrouble | undefined): void {
  if (now?.kind === trouble?.kind) return;
  now = trouble;
  for (const listener of listeners) listener(trouble);
}

/** Why the database cannot be opened; `undefined` while nothing is known against it. */
export function storageTrouble(): StorageTrouble | undefined {
  return now;
}

/** Calls `listener` whenever that changes; returns what stops it. */
export function onStorage(listener: Listener): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Kept apart from the database, so that it outlives one that the browser drops. */
const place = (): string => `step-ladder kept ${currentStudio()}`;

/** Notes that something is kept here, or, with `false`, that nothing is. A worker has no such place; its page notes it. */
export function noteKept(kept: boolean): void {
  if (typeof localStorage === 'undefined') return;
  try {
    if (!kept) localStorage.removeItem(place());
    else if (localStorage.getItem(place()) === null) localStorage.setItem(place(), 'yes');
  } catch {
    // Without it a dropped database is noticed by the page that had it open.
  }
}

/** True where something was kept here: a database that is then new was dropped by the browser. */
export function emptied(): boolean {
  if (typeof localStorage === 'undefined') return false;
  try {
    return localStorage.getItem(place()) !== null;
  } catch {
    return false;
  }
}
