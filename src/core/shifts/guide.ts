import { fingerRank, type Finger, type Frame } from '../instruments/index.ts';
import type { FingeredNote } from '../fingering/index.ts';
import { fingerAt } from './finger-places.ts';

/** The finger that stays on the string and leads the hand. */
export interface Guide {
  readonly finger: Finger;
  /** Stops it travels between on its string. */
  readonly from: number;
  readonly to: number;
}

/** One finger goes where another stood. */
export interface Replacement {
  readonly finger: Finger;
  /** The finger whose place it takes. */
  readonly replaces: Finger;
  /** True when the place is the arriving note itself; otherwise it sets the hand the note falls from. */
  readonly arrives: boolean;
}

/**
 * The guide of a shift on one string: the lower of the two fingers, which lies on the string
 * before and after. None if the bow crosses: no finger is on both strings.
 */
export function guideOf(frames: readonly Frame[], from: FingeredNote, to: FingeredNote): Guide | undefined {
  if (from.string !== to.string || from.finger === 0 || to.finger === 0) return undefined;
  const finger = fingerRank(from.finger) <= fingerRank(to.finger) ? from.finger : to.finger;
  if (from.finger === to.finger) return { finger, from: from.stop, to: to.stop };
  const travel = to.hand - from.hand;
  if (finger === from.finger) return { finger, from: from.stop, to: from.stop + travel };
  const before = to.stop - travel;
  return fingerAt(frames, from, before) === finger ? { finger, from: before, to: to.stop } : undefined;
}

/**
 * Whose place is taken in a shift. On one string: the arriving finger takes the place of a finger
 * of the old hand, or, coming down, a finger of the new hand takes the place of the one that left.
 * Across strings the first finger measures the move. None if the hands lie too far apart.
 */
export function replacementOf(frames: readonly Frame[], from: FingeredNote, to: FingeredNote): Replacement | undefined {
  if (from.string === to.string) {
    const old = fingerAt(frames, from, to.stop);
    if (old !== undefined && old !== to.finger && to.finger !== 0)
      return { finger: to.finger, replaces: old, arrives: true };
    const fresh = fingerAt(frames, to, from.stop);
    if (fresh !== undefined && fresh !== from.finger && from.finger !== 0)
      return { finger: fresh, replaces: from.finger, arrives: false };
    return undefined;
  }
  if (from.thumb !== to.thumb) return undefined;
  const lead: Finger = to.thumb ? 'T' : 1;
  if (to.hand > from.hand) {
    const old = fingerAt(frames, from, to.hand);
    return old === undefined ? undefined : { finger: lead, replaces: old, arrives: false };
  }
  const fresh = fingerAt(frames, to, from.hand);
  return fresh === undefined ? undefined : { finger: fresh, replaces: lead, arrives: false };
}
