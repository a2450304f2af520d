import type { Day } from './day.ts';
import { planDays, type PlannedStudy } from './plan.ts';
import type { Practice } from './practice-time.ts';
import type { TempoRule } from './tempo-steps.ts';

/** Minutes a day that are tried, and how many are the most that anyone is asked. From memory. */
const BY = 5;
const MOST = 120;

/**
 * The fewest minutes a day, in fives, that bring everything in time for an exam, found by laying the days out again with each;
 * `undefined` where two hours a day would not either.
 */
export function minutesInTime(
  studies: readonly PlannedStudy[],
  practice: Practice,
  today: Day,
  exam: Day,
  rule: TempoRule,
): number | undefined {
  const inTime = (minutes: number): boolean =>
    planDays(studies, { ...practice, minutes }, today, 1, exam, rule).cannot.length === 0;
  for (let minutes = (Math.floor(practice.minutes / BY) + 1) * BY; minutes <= MOST; minutes += BY) {
    if (inTime(minutes)) return minutes;
  }
  return undefined;
}
