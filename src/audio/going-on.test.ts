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

  it('is evened out: a swell of two decibels that would come round as a beat is below what an ear notices', () => {
    const decibels = (sound: Float32Array): number => {
      const over = 0.05 * RATE;
      const twice = Float32Array.from([...sound, ...sound]);
      const energies = Array.from({ length: 160 }, (_, k) =>
        twice.slice((k * RATE) / 160, (k * RATE) / 160 + over).reduce((sum, one) => sum + one * one, 0),
      );
      return 10 * Math.log10(Math.max(...energies) / Math.min(...energies));
    };
    expect(decibels(tone.slice(RATE, 2 * RATE))).toBeGreaterThan(1.9);
    expect(decibels(goingOn(tone, RATE, 1, 2))).toBeLessThan(0.5);
  });

  it('takes no more before its beginning than there is', () => {
    const steady = Float32Array.from({ length: 2 * RATE }, (_, k) => Math.sin((2 * Math.PI * 200 * k) / RATE));
    goingOn(steady, RATE, 0, 1).forEach((one, k) => expect(one).toBeCloseTo(steady[k]!, 1));
  });
});
