import { z } from 'zod';
import type { Attempt } from './attempt.ts';
import { daysBetween, type Day } from './day.ts';

const percent = (words: string) => z.number({ error: words }).min(1, { error: words }).max(50, { error: words });

/** How a tempo is raised and lowered. From memory; a teacher may change every figure. */
export const TempoRule = z.object({
  /** Share of the tempo to reach at which a study begins, per cent. */
  begin: z.number().min(20).max(100).default(60),
  /** Raised by so many per cent after so many clean times in a row. */
  up: percent('A tempo is raised by 1 to 50 per cent.').default(5),
  afterClean: z.number().int().min(1).max(10).default(3),
  /** Lowered by so many per cent after so many misses in a row. */
  down: percent('A tempo is lowered by 1 to 50 per cent.').default(8),
  afterMissed: z.number().int().min(1).max(10).default(1),
});

export type TempoRule = z.infer<typeof TempoRule>;

export const USUAL_TEMPO_RULE: TempoRule = TempoRule.parse({});

/** Where a tempo has come to. */
export interface TempoNow {
  /** The tempo to play next, beats a minute. */
  readonly bpm: number;
  /** Clean times in a row at it, and misses. */
  readonly clean: number;
  readonly missed: number;
  /** Clean so often at the tempo to reach that it stands. */
  readonly reached: boolean;
  /** How often it was raised. */
  readonly raised: number;
}

/** No tempo falls under this share of the one it was begun at. From memory. */
const LEAST_OF_BEGIN = 0.85;

/** A try as the tempo hears of it. */
export type TempoTry = Pick<Attempt, 'bpm' | 'result' | 'heard'>;

/** Where a tempo begins on its way to the one to reach. */
export function tempoBegun(target: number, rule: TempoRule): TempoNow {
  const bpm = Math.min(target, Math.max(1, Math.round((target * rule.begin) / 100)));
  return { bpm, clean: 0, missed: 0, raised: 0, reached: false };
}

/**
 * The tempo after one more try. What a teacher heard clean in a lesson counts for all the clean times that are
 * asked. A try below the tempo that was set counts for nothing unless it was missed; one above it counts as if it were at it.
 */
export function tempoAfterTry(
  now: TempoNow,
  { bpm: played, result, heard }: TempoTry,
  target: number,
  rule: TempoRule,
): TempoNow {
  const { bpm, clean, missed, raised } = now;
  if (result === 'missed') {
    if (missed + 1 < rule.afterMissed) return { ...now, clean: 0, missed: missed + 1 };
    // Never much slower than it was begun: what is too hard there is another rung's work.
    const floor = Math.round(tempoBegun(target, rule).bpm * LEAST_OF_BEGIN);
    return { bpm: Math.max(floor, loweredFrom(bpm, rule)), clean: 0, missed: 0, raised, reached: false };
  }
  if (result === 'shaky') return { ...now, clean: 0 };
  if (played < bpm) return now;
  const times = clean + (heard ? rule.afterClean : 1);
  if (times < rule.afterClean) return { ...now, clean: times, missed: 0 };
  if (bpm >= target) return { ...now, clean: times, missed: 0, reached: true };
  return { ...now, bpm: raisedFrom(bpm, target, rule), clean: 0, missed: 0, raised: raised + 1 };
}

/**
 * The tempo after a log of tries, oldest first.
 * @example tempoAfter(80, [], rule) // { bpm: 48, clean: 0, missed: 0, raised: 0, reached: false }
 */
export function tempoAfter(target: number, tries: readonly TempoTry[], rule: TempoRule): TempoNow {
  return tries.reduce((now, one) => tempoAfterTry(now, one, target, rule), tempoBegun(target, rule));
}

/** One step up, never beyond the tempo to reach; at least one beat. */
export function raisedFrom(bpm: number, target: number, { up }: TempoRule): number {
  return Math.min(target, Math.max(bpm + 1, Math.round(bpm * (1 + up / 100))));
}

/** One step down; at least one beat, and never under 20. */
export function loweredFrom(bpm: number, { down }: TempoRule): number {
  return Math.max(Math.min(20, bpm), Math.min(bpm - 1, Math.round(bpm * (1 - down / 100))));
}

/** Steps from a tempo to the one to reach, its own clean times included. */
export function stepsTo(bpm: number, target: number, rule: TempoRule): number {
  let steps = 1;
  for (let now = bpm; now < target; now = raisedFrom(now, target, rule)) steps += 1;
  return steps;
}

/** Days until a tempo is reached: the likely number, and between what numbers it lies eight times in ten. */
export interface DaysToTarget {
  readonly likely: number;
  readonly least: number;
  readonly most: number;
}

/** What is assumed of a pupil of whom nothing is known: two steps in three days. From memory. */
const PRIOR = { steps: 2, days: 3 };
/** A normal variable lies within so many deviations eight times in ten. */
const EIGHT_IN_TEN = 1.2816;

/**
 * Days to the tempo to reach, from the log: steps come as they came so far, as in a Poisson process whose rate
 * is estimated from the steps made and the days they took, with a little assumed beforehand. The range covers
 * what is not known of the rate and the chance of the steps themselves.
 */
export function daysToTarget(
  target: number,
  tries: readonly Pick<Attempt, 'bpm' | 'result' | 'date'>[],
  today: Day,
  rule: TempoRule,
): DaysToTarget {
  const now = tempoAfter(target, tries, rule);
  if (now.reached) return { likely: 0, least: 0, most: 0 };
  const steps = stepsTo(now.bpm, target, rule);
  const first = tries[0]?.date;
  const made = now.raised + PRIOR.steps;
  const days = (first === undefined ? 0 : Math.max(0, daysBetween(first, today)) + 1) + PRIOR.days;
  const likely = (steps * days) / made;
  // Of a gamma-Poisson waiting time: the spread of the steps and of the rate add.
  const spread = EIGHT_IN_TEN * Math.sqrt(1 / steps + 1 / made);
  return {
    likely: Math.ceil(likely),
    least: Math.max(1, Math.floor(likely * Math.exp(-spread))),
    most: Math.ceil(likely * Math.exp(spread)),
  };
}
