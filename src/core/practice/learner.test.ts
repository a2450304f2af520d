import { describe, expect, it } from 'vitest';
import { tryPolicy, type Policy, type Trial } from './learner.ts';

const POLICIES: readonly Policy[] = ['our plan', 'the whole list in rotation', 'the newest first'];

describe('the model on which plans are tried', () => {
  const trial = (seed: number): Trial => ({
    seed,
    studies: 12,
    weeks: 6,
    practice: { minutes: 25, restDays: [0] },
    begins: '2026-03-02',
  });

  it('is the same pupil for the same seed', () => {
    expect(tryPolicy('our plan', trial(3))).toBe(tryPolicy('our plan', trial(3)));
  });

  it('brings more to stand by our plan than by rotation or by the newest first', () => {
    const sums = POLICIES.map((policy) =>
      Array.from({ length: 12 }, (_, seed) => tryPolicy(policy, trial(seed * 5))).reduce((a, b) => a + b, 0),
    );
    expect(sums[0]).toBeGreaterThan(1.3 * sums[1]!);
    expect(sums[0]).toBeGreaterThan(1.3 * sums[2]!);
  });
});
