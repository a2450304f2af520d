import { lowestOn, type Instrument } from '../instruments/index.ts';

/** How a note stands to an open string it can be compared with. */
export const CHECK_INTERVALS = ['unison', 'octave', 'fifth', 'fourth'] as const;

export type CheckInterval = (typeof CHECK_INTERVALS)[number];

/** An open string to hear a note against. */
export interface Check {
  readonly string: string;
  readonly interval: CheckInterval;
  /** Whole octaves added to the interval: 1 for an octave and a fifth, or two octaves. */
  readonly octaves: number;
  /** Whether the note lies above or below the open string. */
  readonly side: 'above' | 'below' | 'same';
}

const BY_HALF_STEPS: Readonly<Record<number, CheckInterval>> = { 0: 'octave', 5: 'fourth', 7: 'fifth' };

/** Beyond this many half steps an interval to an open string is no longer easily heard. */
const WIDEST = 24;

/**
 * The open string a note is best checked against, or `undefined` where it makes none of these
 * intervals with any: a unison before an octave, a fifth, a fourth, the narrower before the wider.
 * The string the note is played on can't sound beside it and is left out, unless `on` is absent.
 */
export function checkOf(instrument: Instrument, midi: number, on: string | undefined): Check | undefined {
  const checks = instrument.strings.flatMap((string): (Check & { readonly half: number })[] => {
    const apart = midi - string.open;
    const half = Math.abs(apart);
    const side = apart === 0 ? 'same' : apart > 0 ? 'above' : 'below';
    if (string.name === on || half > WIDEST) return [];
    if (half === 0) return [{ string: string.name, interval: 'unison', octaves: 0, side, half }];
    const interval = BY_HALF_STEPS[half % 12];
    const octaves = Math.floor(half / 12) - (interval === 'octave' ? 1 : 0);
    return interval ? [{ string: string.name, interval, octaves, side, half }] : [];
  });
  const rank = (check: (typeof checks)[number]): number => 100 * CHECK_INTERVALS.indexOf(check.interval) + check.half;
  const best = checks.sort((a, b) => rank(a) - rank(b))[0];
  if (!best) return undefined;
  const { half: _, ...check } = best;
  return check;
}

/** A check through a neighbour: the neighbour is tuned first and the finger placed beside it. */
export interface NeighbourCheck {
  readonly midi: number;
  /** Half steps from the neighbour to the note, positive when the note lies above. */
  readonly halfSteps: number;
  readonly check: Check;
}

/**
 * For a note without a check of its own, a neighbour on the same string that has one: the nearest of
 * the study's notes up to three half steps away, or any note a half or a whole step away.
 */
export function neighbourCheckOf(
  instrument: Instrument,
  midi: number,
  on: string,
  studyNotes: readonly number[],
): NeighbourCheck | undefined {
  const string = instrument.strings.find((one) => one.name === on);
  const known = [...new Set(studyNotes)]
    .filter((other) => other !== midi && Math.abs(other - midi) <= 3)
    .sort((a, b) => Math.abs(a - midi) - Math.abs(b - midi) || a - b);
  const outside = [-1, 1, -2, 2].map((halfSteps) => midi + halfSteps);
  const near = [...known, ...outside].filter((other) => string !== undefined && other > string.open);
  for (const other of near) {
    const check = checkOf(instrument, other, on);
    if (check) return { midi: other, halfSteps: midi - other, check };
  }
  return undefined;
}

/**
 * The open strings that ring by themselves when a note is in tune: those in unison or octaves with
 * it, the string it is played on left out.
 */
export function ringing(instrument: Instrument, midi: number, on: string): string[] {
  return instrument.strings
    .filter((string) => string.name !== on && (midi - string.open) % 12 === 0 && midi >= lowestOn(string) - WIDEST)
    .map((string) => string.name);
}
