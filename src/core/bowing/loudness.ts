import type { Passage } from '../passage/index.ts';
import type { Bowing } from '../recipe/index.ts';

const PLAIN = 0.7;
const SOFT = 0.5;
const LOUD = 0.85;
const ACCENT = 0.12;

/** How loud a note is, 0 to 1: louder going up and softer coming down where that is asked, more on an accent. */
export function loudnessOf(passage: Passage, bowing: Bowing, at: number): number {
  const accent = bowing.accents > 0 && at % bowing.accents === 0 ? ACCENT : 0;
  if (bowing.dynamics === 'none') return PLAIN + accent;
  const last = passage.notes.length - 1;
  const { top } = passage;
  const share = at <= top ? at / Math.max(1, top) : (last - at) / Math.max(1, last - top);
  return SOFT + (LOUD - SOFT) * share + accent;
}
