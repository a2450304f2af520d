import { useState } from 'react';

/** What was shown before and what was undone, latest last. */
interface Track<T> {
  readonly past: readonly T[];
  readonly future: readonly T[];
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

/**
 * Undo and redo without limit for as long as the screen is open. What is remembered must never be
 * changed in place; steps that have parts in common share them, so hundreds of steps stay small.
 */
export function useUndo<T>(): Undo<T> {
  const [{ past, future }, setTrack] = useState<Track<T>>({ past: [], future: [] });
  return {
    remember: (now) => setTrack({ past: [...past, now], future: [] }),
    back: (now) => {
      if (past.length > 0) setTrack({ past: past.slice(0, -1), future: [...future, now] });
      return past.at(-1);
    },
    forth: (now) => {
      if (future.length > 0) setTrack({ past: [...past, now], future: future.slice(0, -1) });
      return future.at(-1);
    },
    canUndo: past.length > 0,
    canRedo: future.length > 0,
  };
}
