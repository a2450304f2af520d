/** The chance of at least `needed` successes in `trials`, each with chance `p`. */
export function atLeast(needed: number, trials: number, p: number): number {
  if (needed <= 0) return 1;
  if (needed > trials) return 0;
  if (p >= 1) return 1;
  let term = (1 - p) ** trials;
  let below = 0;
  for (let k = 0; k < needed; k += 1) {
    below += term;
    term *= ((trials - k) / (k + 1)) * (p / (1 - p));
  }
  return Math.min(1, Math.max(0, 1 - below));
}
