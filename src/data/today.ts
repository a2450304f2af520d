import type { Day } from '../core/practice/index.ts';

/** Today, by the clock and calendar of this machine. */
export function today(): Day {
  const now = new Date();
  const two = (number: number): string => String(number).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}
