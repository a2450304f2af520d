import type { FingeredNote } from '../fingering.ts';

/** A run of notes played in one hand, open strings between them included. */
export interface HandBlock {
  /** First and last note, counted from 0. */
  readonly from: number;
  readonly to: number;
  /** Stop under the first finger, or under the thumb. */
  readonly hand: number;
  readonly thumb: boolean;
  readonly position: string;
}

/** The hands of a fingering one after the other; together they hold every note once. */
export function handBlocks(fingers: readonly FingeredNote[]): HandBlock[] {
  const blocks: HandBlock[] = [];
  for (const { at, hand, thumb, position } of fingers) {
    const last = blocks[blocks.length - 1];
    if (last?.hand === hand && last.thumb === thumb) blocks[blocks.length - 1] = { ...last, to: at };
    else blocks.push({ from: at, to: at, hand, thumb, position });
  }
  return blocks;
}
