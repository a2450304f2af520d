import type { Status } from '../../core/grading/index.ts';

/** Marks told apart by shape, and the words for them. */
export const MARKS: Readonly<Record<Status, string>> = { missing: '○', short: '◐', ready: '●', several: '◉' };
export const STATUS_WORDS: Readonly<Record<Status, string>> = {
  missing: 'no study',
  short: 'fingered, bow or tempo short',
  ready: 'ready',
  several: 'ready in several studies',
};
