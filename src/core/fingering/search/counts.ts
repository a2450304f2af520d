import type { Instrument } from '../../instruments/instrument.ts';
import { sameHand, type Candidate } from './candidate.ts';
import type { FoundPath } from './ways.ts';

/** What a teacher counts of a way; fewer is better in each. */
interface Counts {
  readonly shifts: number;
  /** Half steps the hand travels. */
  readonly distance: number;
  readonly crossings: number;
  readonly reaches: number;
  readonly fourths: number;
  /** The highest hand. */
  readonly height: number;
  /** 1 where an open string sounds at all: without any, every note has one colour. */
  readonly opens: number;
  /** 1 where the way down is one of its own. */
  readonly ownReturn: number;
  /** Notes in half position. */
  readonly half: number;
  /** Open strings between two notes of a high hand. */
  readonly highOpens: number;
}

/** Counts a fingering. */
export function countsOf({ path, mirrored }: FoundPath, { homeHand }: Instrument): Counts {
  const counts = {
    shifts: 0,
    distance: 0,
    crossings: 0,
    reaches: 0,
    fourths: 0,
    height: 0,
    opens: 0,
    half: 0,
    highOpens: 0,
  };
  let last: Candidate | undefined;
  path.forEach((note, at) => {
    const before = path[at - 1];
    if (before && before.string !== note.string) counts.crossings += 1;
    if (note.rank === 0) {
      counts.opens = 1;
      const after = path[at + 1];
      if (before && after && isHigh(before, homeHand) && isHigh(after, homeHand)) counts.highOpens += 1;
      return;
    }
    if (last && !sameHand(last, note)) {
      counts.shifts += 1;
      counts.distance += Math.abs(note.hand - last.hand);
    }
    if (note.reach !== 'none') counts.reaches += 1;
    if (note.rank === FOURTH) counts.fourths += 1;
    if (note.hand < homeHand) counts.half += 1;
    counts.height = Math.max(counts.height, note.hand);
    last = note;
  });
  return { ...counts, ownReturn: mirrored ? 0 : 1 };
}

const FOURTH = 5;

function isHigh(note: Candidate, homeHand: number): boolean {
  return note.rank !== 0 && note.hand > homeHand + 1;
}

/** What a teacher offers one way against another for. */
const SPEAKING = ['shifts', 'distance', 'crossings', 'reaches', 'fourths', 'height', 'opens', 'ownReturn'] as const;

/** True where some count speaks for a way against another. */
export function speaksFor(one: Counts, other: Counts): boolean {
  return SPEAKING.some((count) => one[count] < other[count]);
}

/** True for a way no teacher would ask for beside a better one: half position where first serves, an open string under a high hand. */
export function offends(one: Counts, best: Counts): boolean {
  return (one.half > 0 && best.half === 0) || one.highOpens > 0;
}
