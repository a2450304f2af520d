import { z } from 'zod';

/** A day of the calendar, `2026-03-09`. Practice knows no hours: no clock is read. */
export const Day = z.iso
  .date({ error: 'A day is written as 2026-03-09.' })
  .refine((day) => day >= '1900' && day < '2200', { error: 'A day lies between the years 1900 and 2199.' });

export type Day = z.infer<typeof Day>;

const MILLISECONDS = 86_400_000;

/** The day so many days later; earlier where negative. */
export function dayAfter(day: Day, days: number): Day {
  return new Date(Date.parse(day) + days * MILLISECONDS).toISOString().slice(0, 10);
}

/** Days from one day to another; negative where the other came before. */
export function daysBetween(from: Day, to: Day): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / MILLISECONDS);
}

/** The day of the week: 0 for Sunday to 6 for Saturday. */
export function weekdayOf(day: Day): number {
  return new Date(day).getUTCDay();
}

/** Looked up when the first day is written: no page begins with one. */
let written: Intl.DateTimeFormat | undefined;

/** A day in words: `9 March`. */
export function dayWords(day: Day): string {
  written ??= new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' });
  return written.format(new Date(day));
}
