import { dayAfter, weekdayOf, type Day } from '../../core/practice/index.ts';

/** Days of the week as they are chosen, Monday first. */
export const WEEKDAYS = [
  [1, 'Monday'],
  [2, 'Tuesday'],
  [3, 'Wednesday'],
  [4, 'Thursday'],
  [5, 'Friday'],
  [6, 'Saturday'],
  [0, 'Sunday'],
] as const;

/** The name of a day of the week. */
export function weekdayName(day: number): string {
  return WEEKDAYS.find(([number]) => number === day)?.[1] ?? '';
}

/** The days of the week a day lies in, Monday first. */
export function weekOf(day: Day): Day[] {
  const back = (weekdayOf(day) + 6) % 7;
  return Array.from({ length: 7 }, (_, k) => dayAfter(day, k - back));
}

/** A chance in words: `92 in 100`. What has not happened yet is never told as certain. */
export function inHundred(chance: number): string {
  return `${Math.min(99, Math.round(chance * 100))} in 100`;
}
