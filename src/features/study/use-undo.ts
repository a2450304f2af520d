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

/** Undo and redo without limit for as long as the screen is open. */
export function useUndo<T>(): Undo<T> {
  const [track, setTrack] = useState<Track<T>>({ past: [], future: [] });
  return {
    remember: (now) => setTrack({ past: [...track.past, now], future: [] }),
    back: (now) => {
      const target = track.past.at(-1);
      if (track.past.length > 0) setTrack({ past: track.past.slice(0, -1), future: [...track.future, now] });
      return target;
    },
    forth: (now) => {
      const target = track.future.at(-1);
      if (track.future.length > 0) setTrack({ past: [...track.past, now], future: track.future.slice(0, -1) });
      return target;
    },
    canUndo: track.past.length > 0,
    canRedo: track.future.length > 0,
  };
}
