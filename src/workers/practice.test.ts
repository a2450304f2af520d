import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Practice } from './practice.ts';

describe('practice', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  /** Work that takes so long run by run, milliseconds, the last for good; and how often it was done. */
  const work = (...took: number[]): { practice: Practice; runs: () => number; done: () => void } => {
    let now = 0;
    let runs = 0;
    return {
      practice: new Practice(() => now),
      runs: () => runs,
      done: () => {
        now += took[Math.min(runs, took.length - 1)]!;
        runs += 1;
      },
    };
  };

  it('waits until nothing has been asked for half a second', async () => {
    const { practice, runs, done } = work(100);
    practice.after(done);
    await vi.advanceTimersByTimeAsync(400);
    practice.after(done);
    await vi.advanceTimersByTimeAsync(499);
    expect(runs()).toBe(0);
    await vi.advanceTimersByTimeAsync(1);
    expect(runs()).toBe(1);
  });

  it('leaves as much time as it takes to others', async () => {
    const { practice, runs, done } = work(100, 60, 60);
    practice.after(done);
    await vi.advanceTimersByTimeAsync(599);
    expect(runs()).toBe(1);
    await vi.advanceTimersByTimeAsync(1);
    expect(runs()).toBe(2);
    await vi.advanceTimersByTimeAsync(60);
    expect(runs()).toBe(3);
  });

  it('ends after three runs that are no faster than the best, and is not begun again', async () => {
    const { practice, runs, done } = work(100, 80, 82, 60, 59, 61, 60);
    practice.after(done);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(runs()).toBe(7);
    practice.after(done);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(runs()).toBe(7);
  });

  it('ends after twenty runs, were each faster than the last', async () => {
    const { practice, runs, done } = work(...Array.from({ length: 40 }, (_, run) => 1_000 * 0.9 ** run));
    practice.after(done);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(runs()).toBe(20);
  });
});
