import { useState } from 'react';

/** What was shown before and what was undone, latest last, written out: hundreds of steps stay small. */
interface Track {
  readonly past: readonly string[];
  readonly future: readonly string[];
}

export interface Undo<T> {
  /** Call with what is shown now, before it is replaced. */
  readonly remember: (now: T) => void;
  /** What to show instead of `now`; `undefined` when there is nothing to undo. */
  readonly back: (now: T) => T | undefined;
  readonly forth: (now: T) => T | undefined;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

/** Undo and redo without limit for as long as the screen is open, of anything that can be written as JSON. */
export function useUndo<T>(): Undo<T> {
  const [{ past, future }, setTrack] = useState<Track>({ past: [], future: [] });
  const read = (written: string | undefined): T | undefined =>
    written === undefined ? undefined : (JSON.parse(written) as T);
  return {
    remember: (now) => setTrack({ past: [...past, JSON.stringify(now)], future: [] }),
    back: (now) => {
      if (past.length > 0) setTrack({ past: past.slice(0, -1), future: [...future, JSON.stringify(now)] });
      return read(past.at(-1));
    },
    forth: (now) => {
      if (future.length > 0) setTrack({ past: [...past, JSON.stringify(now)], future: future.slice(0, -1) });
      return read(future.at(-1));
    },
    canUndo: past.length > 0,
    canRedo: future.length > 0,
  };
}
