/**
 * The mean of a list without a share of its lowest and the same share of its highest values; 0 for an empty list.
 *
 * @example trimmedMean([0, 2, 3, 4, 100], 0.2) // 3
 */
export function trimmedMean(list: readonly number[], share: number): number {
  const sorted = list.toSorted((a, b) => a - b);
  const cut = Math.floor(sorted.length * share);
  const inner = sorted.slice(cut, sorted.length - cut);
  return inner.reduce((sum, one) => sum + one, 0) / Math.max(1, inner.length);
}
