import { describe, expect, it } from 'vitest';
import { goingOn } from './going-on.ts';

const RATE = 8000;
/** A bowed-like tone: harmonics of 200 Hz, a slow swell over it. */
const tone = Float32Array.from({ length: 4 * RATE }, (_, k) => {
  const t = k / RATE;
  return (1 + 0.2 * Math.sin(t * 3)) * (Math.sin(2 * Math.PI * 200 * t) + 0.5 * Math.sin(2 * Math.PI * 400 * t));
});

describe('a recorded note that goes on', () => {
  it('has no seam: from its end to its beginning it moves no more than anywhere else', () => {
    const round = goingOn(tone, RATE, 1, 2);
    expect(round).toHaveLength(RATE);
    const steps = Array.from(round, (one, k) => Math.abs(one - (round[k - 1] ?? round.at(-1)!)));
    expect(steps[0]).toBeLessThanOrEqual(Math.max(...steps.slice(1)));
    // What is played over the seam is the tone itself: the same as the sound that led to the beginning.
    expect(round.at(-1)!).toBeCloseTo(tone[RATE - 1]!, 1);
  });

  it('keeps its loudness where it gives way', () => {
    const round = goingOn(tone, RATE, 1, 2);
    const loud = (from: number, to: number): number =>
      Math.sqrt(round.slice(from, to).reduce((sum, one) => sum + one * one, 0) / (to - from));
    expect(loud(RATE - 1500, RATE - 500) / loud(0, 1000)).toBeGreaterThan(0.75);
    expect(loud(RATE - 1500, RATE - 500) / loud(0, 1000)).toBeLessThan(1.3);
  });

  it('takes no more before its beginning than there is', () => {
    expect(goingOn(tone, RATE, 0, 1)).toEqual(tone.slice(0, RATE));
  });
});
