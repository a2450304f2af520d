import type { Bowing } from '../study/recipe.ts';

export type BowDirection = 'down' | 'up';

/** One bow stroke: the notes it carries, first to last, and its direction. */
export interface BowStroke {
  readonly from: number;
  readonly to: number;
  readonly direction: BowDirection;
}

/**
 * Shares `count` notes out to bows of `bowing.slur` notes each, the last bow taking what is left.
 * The first bow goes down, then up and down in turn.
 */
export function bowStrokes(count: number, bowing: Bowing): BowStroke[] {
  const strokes: BowStroke[] = [];
  for (let from = 0; from < count; from += bowing.slur) {
    strokes.push({
      from,
      to: Math.min(from + bowing.slur, count) - 1,
      direction: strokes.length % 2 === 0 ? 'down' : 'up',
    });
  }
  return strokes;
}
