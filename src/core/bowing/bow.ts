import type { Passage } from '../passage/index.ts';
import type { Bowing } from '../recipe/index.ts';

export type BowDirection = 'down' | 'up';

/** One bow: the notes it carries, first to last, and the direction of its first stroke. */
export interface BowStroke {
  readonly from: number;
  readonly to: number;
  readonly direction: BowDirection;
}

/** How many notes' time a note is held: 1, and more for a long tonic or a long top. */
export function slotsOf(passage: Passage, bowing: Bowing, at: number): number {
  const tonic = at === 0 ? bowing.longTonic : 0;
  const top = at === passage.top && bowing.top === 'long' ? (bowing.longTop ?? 0) : 0;
  return 1 + tonic + top;
}

/**
 * Shares the notes of a passage out to bows: `slur` notes to each, or as a pattern says, a held
 * note counting for as many as it lasts; every part of a study begins a bow, the last bow takes
 * what is left. Directions alternate; repeated notes take a stroke each. A passage that brings its
 * own bows keeps them.
 */
export function bowStrokes(passage: Passage, bowing: Bowing): BowStroke[] {
  if (passage.own?.bows) return [...passage.own.bows];
  const sizes = bowing.repeats > 1 ? [1] : (bowing.pattern ?? [bowing.slur]);
  const strokes: { from: number; to: number }[] = [];
  let room = 0;
  let place = 0;
  for (const { at } of passage.notes) {
    if (room <= 0 || passage.parts.includes(at)) {
      if (passage.parts.includes(at)) place = 0;
      room = sizes[place % sizes.length] ?? 1;
      place += 1;
      strokes.push({ from: at, to: at });
    }
    const last = strokes.at(-1);
    if (last) last.to = at;
    room -= slotsOf(passage, bowing, at);
  }
  const turned = bowing.start === 'down' ? 0 : 1;
  return strokes.map(({ from, to }, index) => ({
    from,
    to,
    direction: (index * bowing.repeats + turned) % 2 === 0 ? 'down' : 'up',
  }));
}
