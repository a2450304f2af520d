/**
 * The one stretch in which two texts differ, so that the cursor stays where it is when another tab changes a line elsewhere.
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
