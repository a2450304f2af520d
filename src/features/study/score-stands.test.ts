import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ScoreStands } from './score-stands.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** Lets what is due happen, and says whether a promise has come by then. */
async function comes(promise: Promise<unknown>, milliseconds = 0): Promise<boolean> {
  const came = vi.fn();
  void promise.then(came);
  await vi.advanceTimersByTimeAsync(milliseconds);
  return came.mock.calls.length > 0;
}

describe('what waits for the first score of a page', () => {
  it('goes on when it stands, and is not kept waiting by later scores', async () => {
    const score = new ScoreStands();
    const fetched = vi.fn(() => Promise.resolve('a room'));
    const load = score.fetch(fetched);
    await vi.advanceTimersByTimeAsync(1_500);
    expect(fetched).not.toHaveBeenCalled();
    score.stands();
    await vi.advanceTimersByTimeAsync(0);
    expect(fetched).toHaveBeenCalledOnce();
    score.asked();
    await expect(score.first()).resolves.toBeUndefined();
    await expect(load()).resolves.toBe('a room');
  });

  it('waits two seconds at most: there may never be one', async () => {
    const score = new ScoreStands();
    const fetched = vi.fn(() => Promise.resolve());
    score.fetch(fetched);
    await vi.advanceTimersByTimeAsync(1_999);
    expect(fetched).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(1);
    expect(fetched).toHaveBeenCalledOnce();
  });

  it('says nothing where a file is not to be had until somebody asks for it', async () => {
    const score = new ScoreStands();
    const load = score.fetch(() => Promise.reject(new Error('gone')));
    score.stands();
    await vi.advanceTimersByTimeAsync(0);
    await expect(load()).rejects.toThrow('gone');
  });
});

describe('what waits for the score of a choice', () => {
  it('goes on when the next one stands, whatever stood before', async () => {
    const score = new ScoreStands();
    score.stands();
    const next = score.next();
    expect(await comes(next, 299)).toBe(false);
    score.stands();
    expect(await comes(next)).toBe(true);
  });

  it('waits a third of a second at most', async () => {
    const next = new ScoreStands().next();
    expect(await comes(next, 299)).toBe(false);
    expect(await comes(next, 1)).toBe(true);
  });

  it('need not wait where no score is asked for, or the one that was asked for stands', async () => {
    const score = new ScoreStands();
    expect(await comes(score.asItIs())).toBe(true);
    score.asked();
    const one = score.asItIs();
    expect(await comes(one, 200)).toBe(false);
    score.stands();
    expect(await comes(one)).toBe(true);
    expect(await comes(score.asItIs())).toBe(true);
  });

  it('need not wait where that score is no longer wanted, which is no score that stands', async () => {
    const score = new ScoreStands();
    const [first, next] = [score.first(), score.next()];
    score.asked();
    score.left();
    expect(await comes(score.asItIs())).toBe(true);
    expect(await comes(next)).toBe(false);
    expect(await comes(first, 1_000)).toBe(false);
  });
});
