import { stopSpan } from '../../instruments/index.ts';
import type { FingeredNote, Way } from '../fingering.ts';
import { highestPosition } from './fingering-text.ts';

/** What can be counted of a way. */
export interface WayCounts {
  readonly shifts: number;
  /** Half steps the hand travels in all. */
  readonly distance: number;
  /** The same in millimetres on a string of the given length. */
  readonly millimetres: number;
  readonly crossings: number;
  /** Notes a finger reaches for. */
  readonly reaches: number;
  readonly openStrings: number;
  readonly highest: string;
}

/** Notes of a way a finger reaches for. */
export function reachesOf({ fingers }: Way): number {
  return fingers.filter((note) => note.reach !== 'none').length;
}

/** Counts a way; `length` is the vibrating string length in millimetres. */
export function countsOf(way: Way, length: number): WayCounts {
  const hand = (at: number): number => (way.fingers[at] as FingeredNote).hand;
  return {
    shifts: way.shifts.length,
    distance: way.shifts.reduce((sum, shift) => sum + Math.abs(shift.semitones), 0),
    millimetres: way.shifts.reduce((sum, shift) => sum + stopSpan(length, hand(shift.from), hand(shift.to)), 0),
    crossings: way.crossings.length,
    reaches: reachesOf(way),
    openStrings: way.fingers.filter((note) => note.finger === 0).length,
    highest: highestPosition(way.fingers),
  };
}

/** Whether two ways sound the same notes at the same places with the same fingers. */
export function sameFingering(a: Way, b: Way): boolean {
  return (
    a === b ||
    (a.fingers.length === b.fingers.length &&
      a.fingers.every(({ string, stop, finger }, at) => {
        const other = b.fingers[at];
        return other?.string === string && other.stop === stop && other.finger === finger;
      }))
  );
}

/** Notes two ways play on another string or with another finger. */
export function differingNotes(a: Way, b: Way): number[] {
  return a.fingers
    .filter((note, at) => note.string !== b.fingers[at]?.string || note.finger !== b.fingers[at]?.finger)
    .map((note) => note.at);
}

/** Notes in ascending order gathered into runs of neighbours. */
export function runsOf(notes: readonly number[]): (readonly [from: number, to: number])[] {
  const runs: [number, number][] = [];
  for (const at of notes) {
    const last = runs[runs.length - 1];
    if (last?.[1] === at - 1) last[1] = at;
    else runs.push([at, at]);
  }
  return runs;
}
