import { counted } from '../../core/base/index.ts';

/** Days that are told as years. */
const LONG = 730;

/** `in 40 days`, `in 3 years`, `today`, `past`. */
export function untilWords(days: number): string {
  if (days < 0) return 'past';
  if (days === 0) return 'today';
  return days < LONG ? `in ${counted(days, 'day')}` : `in ${counted(Math.round(days / 365.25), 'year')}`;
}
