import { useState } from 'react';
import { join } from '../core/library/index.ts';
import type { Kept } from './use-kept.ts';

/** A record that is worked on, with the changes made here and the way back. */
interface Undoable<One extends object> {
  readonly here: One;
  /** Changes made under one name one after another, as the keys of a word, are taken back together. */
  readonly change: (part: Partial<One>, typing?: string) => void;
  /** Takes the last change made here back and leaves what others changed; returns `false` if there is nothing to undo. */
  readonly undo: () => boolean;
  readonly canUndo: boolean;
}

interface Change<One> {
  readonly before: One;
  readonly after: One;
  readonly typing: string | undefined;
}

/** Undo for a record that is worked on. */
export function useUndoable<One extends object>({ here, keep }: Kept<One>): Undoable<One> {
  const [past, setPast] = useState<readonly Change<One>[]>([]);
  return {
    here,
    change: (part, typing) => {
      const last = past.at(-1);
      const after = { ...here, ...part };
      const goesOn = last !== undefined && typing !== undefined && last.typing === typing;
      setPast(goesOn ? [...past.slice(0, -1), { ...last, after }] : [...past, { before: here, after, typing }]);
      keep(part);
    },
    undo: () => {
      const last = past.at(-1);
      if (!last) return false;
      setPast(past.slice(0, -1));
      const back = join(last.after, here, last.before, undefined, 'mine');
      if ('value' in back) keep(back.value as One);
      return true;
    },
    canUndo: past.length > 0,
  };
}
