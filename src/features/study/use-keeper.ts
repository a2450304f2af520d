import { useEffect, useRef, useState } from 'react';
import { same } from '../../core/library/index.ts';
import type { SavedStudy } from '../../core/study/index.ts';
import { useTakenOver } from '../../data/library-queries.ts';
import { Keeper, type Keeping } from '../../data/keeper.ts';
import { changeRecord } from '../../data/records.ts';
import { clearUnfinished, noteUnfinished } from '../../data/unfinished.ts';
import { useStableCallback } from '../../ui/stable-callback.ts';
import type { Choices } from './choices.ts';

/** What is played of a kept study: the part that is worked on at the desk. */
export type Work = Pick<SavedStudy, 'recipe' | 'fingering' | 'engine' | 'highestPosition'>;

function workOf({ recipe, fingering }: SavedStudy): readonly unknown[] {
  return [recipe, fingering];
}

/** A study that is kept as it is worked on. */
export interface KeptAsWorkedOn {
  readonly keeping: Keeping<SavedStudy>;
  /** True from the first change made here on. */
  readonly edited: boolean;
  /** Notes a change before it is worked out; a page left before then writes it down. */
  readonly note: (choices: Choices, way: number) => void;
  /** Keeps the study as it is played, once that is known. */
  readonly keep: (work: Work) => void;
  readonly keeper: Keeper<SavedStudy>;
}

/**
 * Keeps a study of the library while it is worked on. `onElsewhere` is called with the study as
 * another tab has changed it, while nothing made here waits to be kept.
 */
export function useKeeper(saved: SavedStudy, onElsewhere: (study: SavedStudy) => void): KeptAsWorkedOn {
  const takeOver = useTakenOver();
  const [keeping, setKeeping] = useState<Keeping<SavedStudy>>({ state: 'kept' });
  const [edited, setEdited] = useState(false);
  const tell = useStableCallback((now: Keeping<SavedStudy>, kept: SavedStudy): void => {
    setKeeping(now);
    if (now.state !== 'kept') return;
    clearUnfinished(kept.id);
    takeOver(kept);
  });
  const [keeper] = useState(
    () =>
      new Keeper(saved, {
        change: (base, next) => changeRecord('studies', base, next),
        later: (work, wait) => {
          const timer = setTimeout(work, wait);
          return () => clearTimeout(timer);
        },
        tell,
      }),
  );
  // The last change made here that is not yet known to be kept.
  const noted = useRef<{ choices: Choices; way: number; given: boolean }>(undefined);
  useEffect(() => {
    const leave = (): void => {
      const last = noted.current;
      if (last && (!last.given || keeper.waiting)) noteUnfinished(keeper.kept, last.choices, last.way);
    };
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
      keeper.end();
    };
  }, [keeper]);
  useEffect(() => {
    if (keeper.waiting || (noted.current && !noted.current.given)) return;
    if (!keeper.isNews(saved) || same(workOf(saved), workOf(keeper.kept))) keeper.follow(saved);
    else onElsewhere(saved);
  }, [saved, keeper, onElsewhere]);
  return {
    keeping,
    edited,
    keeper,
    note: useStableCallback((choices: Choices, way: number) => {
      noted.current = { choices, way, given: false };
      setEdited(true);
    }),
    keep: useStableCallback((work: Work) => {
      if (noted.current) noted.current.given = true;
      keeper.keep({ ...work, updated: new Date().toISOString() });
    }),
  };
}
