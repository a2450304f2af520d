import type { Motion } from '../../passage/index.ts';
import { LEISURES, type Leisure } from '../../schools/index.ts';

/** Where a step falls in the bow; `any` where the study does not ask for it. */
export const BOW_PLACES = ['any', 'change', 'slur', 'slur on the beat'] as const;

export type BowPlace = (typeof BOW_PLACES)[number];

/** What a rule needs to know of the step from one note to the next, in playing order. */
export interface Step {
  /** Semitones between the two notes, never negative. */
  readonly interval: number;
  /** 1 when the second note is higher, −1 when lower, 0 when repeated. */
  readonly direction: number;
  /** The same sounds again, all of them where they are a chord. */
  readonly again: boolean;
  /** How the line comes to the second note. */
  readonly motion: Motion;
  /** Both notes stand in a row of half steps. */
  readonly chromatic: boolean;
  /** True within three notes of the highest one. */
  readonly nearTop: boolean;
  /** True after the top note of a passage that goes up and comes down. */
  readonly wayDown: boolean;
  /** True when the second note is the last of its way up or the first of its way down. */
  readonly edge: boolean;
  /** The two notes must lie in one hand. */
  readonly bound: boolean;
  readonly bow: BowPlace;
  /** How much time there is for the second note. */
  readonly leisure: Leisure;
}

const MOTIONS: readonly Motion[] = ['step', 'leap', 'turn'];

/** How many kinds of step there are between the same two pitches: one more than the largest number of `kindOf`. */
export const STEP_KINDS = 32 * 4 * 3 * 3 * 2;

/** A number for everything a step's cost depends on besides its two notes. */
export function kindOf(step: Step): number {
  return (
    (step.nearTop ? 1 : 0) +
    (step.wayDown ? 2 : 0) +
    (step.edge ? 4 : 0) +
    (step.bound ? 8 : 0) +
    (step.chromatic ? 16 : 0) +
    32 * BOW_PLACES.indexOf(step.bow) +
    128 * MOTIONS.indexOf(step.motion) +
    384 * LEISURES.indexOf(step.leisure) +
    (step.again ? 1152 : 0)
  );
}
