/**
 * The order of two ISO dates, or dates and times, of one form: below zero where the first is earlier. Compares signs, not
 * words, since thousands are put in order at once.
 *
 * @example ['2026-03-02', '2026-03-01'].sort(inTime) // ['2026-03-01', '2026-03-02']
 */
export function inTime(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
