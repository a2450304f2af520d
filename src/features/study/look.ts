import type { FingersShown, TeachingMark } from '../../core/score/index.ts';
import type { KnownStudy } from '../../core/study/index.ts';
import type { NoteNames } from '../../core/theory/index.ts';
import type { Beside } from './ways/use-other-way.ts';

/** What stands on the sheet besides the notes. */
export interface Look {
  /** The engraved score, or the pattern of whole and half steps without notation. */
  readonly sheet: 'notes' | 'pattern';
  readonly fingers: FingersShown;
  /** Whether each hand has its bracket and name: where it begins, on every string, or nowhere. */
  readonly hands: 'named' | 'every' | 'none';
  readonly names: NoteNames | undefined;
  /** Notes whose names are covered. */
  readonly covered: readonly number[];
  /** What else is printed at the notes. */
  readonly marks: readonly TeachingMark[];
  /** Up to two ways or schools set beside the chosen way. */
  readonly besides: readonly Beside[];
  readonly known: KnownStudy | undefined;
}

export const USUAL_LOOK: Look = {
  sheet: 'notes',
  fingers: 'all',
  hands: 'named',
  names: undefined,
  covered: [],
  marks: [],
  besides: [],
  known: undefined,
};

/** Covers the names of the chosen notes, or uncovers them where all of them are covered. */
export function coverNames(look: Look, from: number, to: number): Look {
  const run = Array.from({ length: to - from + 1 }, (_, k) => from + k);
  const covered = run.every((at) => look.covered.includes(at))
    ? look.covered.filter((at) => !run.includes(at))
    : [...new Set([...look.covered, ...run])];
  return { ...look, covered };
}
