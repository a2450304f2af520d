/**
 * The smallest single replacement that turns one text into the other. Applying only that keeps the cursor in place when
 * another tab changes a different line.
 *
 * @example changeOf('one two', 'one more two') // { from: 4, to: 4, insert: 'more ' }
 */
export function changeOf(before: string, after: string): { from: number; to: number; insert: string } {
  const shorter = Math.min(before.length, after.length);
  let from = 0;
  while (from < shorter && before[from] === after[from]) from += 1;
  let rest = 0;
  while (rest < shorter - from && before.at(-1 - rest) === after.at(-1 - rest)) rest += 1;
  return { from, to: before.length - rest, insert: after.slice(from, after.length - rest) };
}
