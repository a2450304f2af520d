import type { Instrument } from '../../instruments/instrument.ts';
import type { Candidate } from './candidate.ts';
import { crossingsOf, shiftsOf } from './moves.ts';
import type { FoundPath } from './ways.ts';

/** What a teacher counts of a way; fewer is better in each. */
export interface Counts {
  readonly shifts: number;
  /** Half steps the hand travels. */
  readonly distance: number;
  readonly crossings: number;
  readonly reaches: number;
  readonly fourths: number;
  /** Notes in thumb position: a pupil who has not learnt it needs a way without. */
  readonly thumbs: number;
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
  const shifts = shiftsOf(path);
  const stopped = path.filter((note) => note.rank !== 0);
  const count = (counts: (note: Candidate) => boolean): number => stopped.filter(counts).length;
  return {
    shifts: shifts.length,
    distance: shifts.reduce((sum, { semitones }) => sum + Math.abs(semitones), 0),
    crossings: crossingsOf(path).length,
    reaches: count((note) => note.reach !== 'none'),
    fourths: count((note) => note.rank === FOURTH),
    thumbs: count((note) => note.thumb),
    height: Math.max(0, ...stopped.map((note) => note.hand)),
    opens: stopped.length < path.length ? 1 : 0,
    ownReturn: mirrored ? 0 : 1,
    half: count((note) => note.hand < homeHand),
    highOpens: path.filter((note, at) => {
      const [before, after] = [path[at - 1], path[at + 1]];
      return note.rank === 0 && before && after && isHigh(before, homeHand) && isHigh(after, homeHand);
    }).length,
  };
}

const FOURTH = 5;

function isHigh(note: Candidate, homeHand: number): boolean {
  return note.rank !== 0 && note.hand > homeHand + 1;
}

/** What a teacher offers one way against another for. */
const SPEAKING = [
  'shifts',
  'distance',
  'crossings',
  'reaches',
  'fourths',
  'thumbs',
  'height',
  'opens',
  'ownReturn',
] as const;

/** True where some count speaks for a way against another. */
export function speaksFor(one: Counts, other: Counts): boolean {
  return SPEAKING.some((count) => one[count] < other[count]);
}

/** True for a way no teacher would ask for beside a better one: half position where first serves, an open string under a high hand. */
export function offends(one: Counts, best: Counts): boolean {
  return (one.half > 0 && best.half === 0) || one.highOpens > best.highOpens;
}
