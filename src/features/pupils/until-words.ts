import { counted } from '../../core/base/words.ts';

/** `in 40 days`, `today`, `past`. */
export function untilWords(days: number): string {
  if (days < 0) return 'past';
  return days === 0 ? 'today' : `in ${counted(days, 'day')}`;
}
