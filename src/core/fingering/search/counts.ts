import type { Instrument } from '../../instruments/index.ts';
import type { Candidate } from './candidate.ts';
import { crossingsOf, shiftsOf } from './moves.ts';
import type { FoundPath } from './found-path.ts';

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

/** Counts a fingering. Hundreds are counted for one study, so it is one walk over the notes. */
export function countsOf({ path, mirrored }: FoundPath, { homeHand }: Instrument): Counts {
  const shifts = shiftsOf(path);
  let distance = 0;
  let reaches = 0;
  let fourths = 0;
  let thumbs = 0;
  let height = 0;
  let opens = 0;
  let half = 0;
  let highOpens = 0;
  for (const { semitones } of shifts) distance += Math.abs(semitones);
  for (let at = 0; at < path.length; at += 1) {
    const note = path[at] as Candidate;
    if (note.rank === 0) {
      opens = 1;
      if (isHigh(path[at - 1], homeHand) && isHigh(path[at + 1], homeHand)) highOpens += 1;
      continue;
    }
    if (note.reach !== 'none') reaches += 1;
    if (note.rank === FOURTH) fourths += 1;
    if (note.thumb) thumbs += 1;
    if (note.hand < homeHand) half += 1;
    if (note.hand > height) height = note.hand;
  }
  return {
    shifts: shifts.length,
    distance,
    crossings: crossingsOf(path).length,
    reaches,
    fourths,
    thumbs,
    height,
    opens,
    ownReturn: mirrored ? 0 : 1,
    half,
    highOpens,
  };
}

const FOURTH = 5;

function isHigh(note: Candidate | undefined, homeHand: number): boolean {
  return note !== undefined && note.rank !== 0 && note.hand > homeHand + 1;
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
  for (const count of SPEAKING) if (one[count] < other[count]) return true;
  return false;
}

/** True for a way no teacher would ask for beside a better one: half position where first serves, an open string under a high hand. */
export function offends(one: Counts, best: Counts): boolean {
  return (one.half > 0 && best.half === 0) || one.highOpens > best.highOpens;
}
