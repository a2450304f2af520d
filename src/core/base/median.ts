/**
 * The middle of a list; the mean of the two middle ones of an even list, 0 of an empty one.
 * @example median([3, 1, 2]) // 2
 */
export function median(list: readonly number[]): number {
  const sorted = list.toSorted((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? (sorted[half] ?? 0) : ((sorted[half - 1] ?? 0) + (sorted[half] ?? 0)) / 2;
}
