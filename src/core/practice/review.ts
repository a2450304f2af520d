import { createEmptyCard, fsrs, generatorParameters, Rating, type Card, type Grade } from 'ts-fsrs';
import type { Attempt, Result } from './attempt.ts';
import { dayAfter, daysBetween, type Day } from './day.ts';

/** When a study that is kept should be heard again, and how surely it still stands. */
export interface Review {
  /** The scheduler's own account of it. */
  readonly card: Card;
  readonly last: Day;
  readonly due: Day;
}

/**
 * Intervals of review by FSRS (`ts-fsrs`), a published model of forgetting, without chance and in whole days; a study is
 * to be heard again when it stands nine times in ten.
 */
const SCHEDULER = fsrs(generatorParameters({ enable_fuzz: false, enable_short_term: false, request_retention: 0.9 }));

const GRADES: Readonly<Record<Result, Grade>> = { clean: Rating.Good, shaky: Rating.Hard, missed: Rating.Again };
const WORST: readonly Result[] = ['missed', 'shaky', 'clean'];

/** A study kept since a day, heard again in some tries; of one day the worst counts. */
export function review(kept: Day, tries: readonly Pick<Attempt, 'date' | 'result'>[]): Review {
  let now = heard({ card: createEmptyCard(new Date(kept)), last: kept, due: kept }, kept, 'clean');
  const byDay = new Map<Day, Result>();
  for (const { date, result } of tries) {
    const worst = WORST.find((one) => one === result || one === byDay.get(date));
    if (worst && date > kept) byDay.set(date, worst);
  }
  for (const [date, result] of byDay) now = heard(now, date, result);
  return now;
}

/** A review after the study was heard once more. */
export function heard({ card }: Review, date: Day, result: Result): Review {
  const { card: next } = SCHEDULER.next(card, new Date(date), GRADES[result]);
  const due = next.due.toISOString().slice(0, 10);
  return { card: next, last: date, due: due > date ? due : dayAfter(date, 1) };
}

/** How surely a kept study stands on a day, 0 to 1. */
export function sureOn({ card, last }: Review, date: Day): number {
  return daysBetween(last, date) <= 0 ? 1 : SCHEDULER.get_retrievability(card, new Date(date), false);
}
