/** A sum of features, each measured in its own spread from its own middle. */
export interface Linear {
  readonly means: readonly number[];
  readonly spreads: readonly number[];
  readonly weights: readonly number[];
  /** What the middle of everything comes to. */
  readonly middle: number;
}

/** Strength with which weights are held small: chosen once, not fitted. */
const RIDGE = 3;
const SWEEPS = 400;
const STILL = 1e-10;

/**
 * Fits `targets` to `rows` by ridge regression in which the weights of features that rise are not
 * below zero, so that more of such a feature never lowers the sum.
 *
 * Source: coordinate descent as in Friedman, Hastie and Tibshirani, Regularization Paths for
 * Generalized Linear Models via Coordinate Descent, Journal of Statistical Software 33 (2010), with the
 * covariance updates of its section 2.2; the problem is convex, and the sweep ends where nothing moves.
 */
export function boundedRidge(
  rows: readonly (readonly number[])[],
  targets: readonly number[],
  rises: readonly boolean[],
): Linear {
  const columns = rises.map((_, k) => rows.map((row) => row[k] ?? 0));
  const means = columns.map(mean);
  const spreads = columns.map((values, k) => {
    const spread = Math.sqrt(mean(values.map((value) => (value - (means[k] ?? 0)) ** 2)));
    return spread > 1e-9 ? spread : 1;
  });
  const middle = mean(targets);
  const x = columns.map((values, k) => values.map((value) => (value - (means[k] ?? 0)) / (spreads[k] ?? 1)));
  const dot = (one: readonly number[], other: readonly number[]): number =>
    one.reduce((sum, value, row) => sum + value * (other[row] as number), 0);
  // What the rows say of the features is said once: a sweep then goes over features alone.
  const together = x.map((one) => x.map((other) => dot(one, other)));
  const off = targets.map((target) => target - middle);
  const pulls = x.map((column) => dot(column, off));
  const weights = rises.map(() => 0);
  for (let sweep = 0; sweep < SWEEPS; sweep += 1) {
    let moved = 0;
    together.forEach((beside, k) => {
      const before = weights[k] as number;
      const own = beside[k] as number;
      const pull = (pulls[k] as number) - dot(beside, weights) + own * before;
      const free = pull / (own + RIDGE);
      const weight = rises[k] ? Math.max(0, free) : free;
      weights[k] = weight;
      moved = Math.max(moved, Math.abs(weight - before));
    });
    if (moved < STILL) break;
  }
  return { means, spreads, weights, middle };
}

/** How much each feature adds to the middle. */
export function shares({ means, spreads, weights }: Linear, row: readonly number[]): number[] {
  return weights.map((weight, k) => (((row[k] ?? 0) - (means[k] ?? 0)) / (spreads[k] ?? 1)) * weight);
}

/** The sum for one row. */
export function valueOf(linear: Linear, row: readonly number[]): number {
  return shares(linear, row).reduce((sum, share) => sum + share, linear.middle);
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
}
