import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { FirstScore } from './first-score.ts';

describe('what waits for the first score of a page', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('goes on when it stands, and is not kept waiting by later scores', async () => {
    const score = new FirstScore();
    const fetched = vi.fn(() => Promise.resolve('a room'));
    const load = score.fetch(fetched);
    await vi.advanceTimersByTimeAsync(1_500);
    expect(fetched).not.toHaveBeenCalled();
    score.stands();
    await vi.advanceTimersByTimeAsync(0);
    expect(fetched).toHaveBeenCalledOnce();
    await expect(score.come()).resolves.toBeUndefined();
    await expect(load()).resolves.toBe('a room');
  });

  it('waits two seconds at most: there may never be one', async () => {
    const score = new FirstScore();
    const fetched = vi.fn(() => Promise.resolve());
    score.fetch(fetched);
    await vi.advanceTimersByTimeAsync(1_999);
    expect(fetched).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(1);
    expect(fetched).toHaveBeenCalledOnce();
  });

  it('says nothing where a file is not to be had until somebody asks for it', async () => {
    const score = new FirstScore();
    const load = score.fetch(() => Promise.reject(new Error('gone')));
    score.stands();
    await vi.advanceTimersByTimeAsync(0);
    await expect(load()).rejects.toThrow('gone');
  });
});
