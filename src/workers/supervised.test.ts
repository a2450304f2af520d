import { expose } from 'comlink';
import { afterEach, describe, expect, it } from 'vitest';
import { supervised, WorkerTrouble } from './supervised.ts';

const ENGINE = {
  double: (count: number): number => 2 * count,
  /** What it was given, one place after the other. */
  places: (...given: unknown[]): string[] => given.map(String),
  refuse: (): never => {
    throw new RangeError('no such thing');
  },
  hang: (): Promise<number> => new Promise(() => undefined),
  hangOnce: (): Promise<number> => new Promise(() => undefined),
  slow: async (count: number, tell: (share: number) => void): Promise<string> => {
    for (let k = 0; k < count; k += 1) {
      await new Promise((resolve) => setTimeout(resolve, 30));
      tell(k);
    }
    return 'done';
  },
};

type Engine = typeof ENGINE;

const ports: { close: () => void }[] = [];
/** Makes the workers started so far die. */
const deaths: (() => void)[] = [];

/** A worker over a message channel: one that works, or one that dies as it loads. */
function worker(dies: boolean): Worker {
  const { port1, port2 } = new MessageChannel();
  ports.push(port1, port2);
  if (!dies) expose(ENGINE, port2);
  const heard: (() => void)[] = [];
  deaths.push(() => heard.forEach((hear) => hear()));
  if (dies) setTimeout(() => heard.forEach((hear) => hear()), 5);
  return {
    addEventListener: (kind: string, hear: () => void) =>
      kind === 'message' ? port1.addEventListener(kind, hear) : kind === 'error' ? heard.push(hear) : undefined,
    removeEventListener: (kind: string, hear: () => void) => port1.removeEventListener(kind, hear),
    postMessage: (data: unknown, transfer: MessagePort[] = []) => port1.postMessage(data, transfer),
    terminate: () => port1.close(),
    start: () => port1.start(),
  } as unknown as Worker;
}

describe('a worker as a thing that can die', () => {
  afterEach(() => {
    ports.splice(0).forEach((port) => port.close());
    deaths.length = 0;
  });

  const started = (lives: readonly boolean[], limit = 150) => {
    let count = 0;
    const calls = supervised<Engine>(
      () => {
        count += 1;
        return worker(!(lives[count - 1] ?? true));
      },
      { words: 'It stopped twice. Reload the page.', limit, once: ['hangOnce'] },
    );
    return { calls, starts: () => count };
  };

  it('starts once and answers; what it throws is no death', async () => {
    const { calls, starts } = started([]);
    expect(starts()).toBe(0);
    expect(await Promise.all([calls.double(2), calls.double(5)])).toEqual([4, 10]);
    await expect(calls.refuse()).rejects.toThrow('no such thing');
    expect(starts()).toBe(1);
  });

  it('is given everything in its place, what is left out too, and no signal', async () => {
    const { calls } = started([]);
    expect(await calls.places(1, undefined, 3)).toEqual(['1', 'undefined', '3']);
    expect(await calls.places(undefined, 2, new AbortController().signal)).toEqual(['undefined', '2']);
  });

  it('that dies is started again and asked again, for every call that waited', async () => {
    const { calls, starts } = started([false, true]);
    expect(await Promise.all([calls.double(2), calls.double(5), calls.double(7)])).toEqual([4, 10, 14]);
    expect(starts()).toBe(2);
  });

  it('that dies twice is told in words, and a later call tries again', async () => {
    const { calls, starts } = started([false, false, true]);
    await expect(calls.double(2)).rejects.toThrow(new WorkerTrouble('It stopped twice. Reload the page.'));
    expect(await calls.double(3)).toBe(6);
    expect(starts()).toBe(3);
  });

  it('that dies while nothing is asked of it is started again by the next call', async () => {
    const { calls, starts } = started([]);
    expect(await calls.double(2)).toBe(4);
    deaths.forEach((die) => die());
    expect(await calls.double(3)).toBe(6);
    expect(starts()).toBe(2);
  });

  it('that gives no sign within its limit counts as dead', async () => {
    const { calls, starts } = started([]);
    await expect(calls.hang()).rejects.toBeInstanceOf(WorkerTrouble);
    expect(starts()).toBe(2);
    expect(await calls.double(3)).toBe(6);
  });

  it('that gives no sign in a call which is made once is not asked again', async () => {
    const { calls, starts } = started([]);
    await expect(calls.hangOnce()).rejects.toBeInstanceOf(WorkerTrouble);
    expect(starts()).toBe(1);
    expect(await calls.double(3)).toBe(6);
  });

  it('is stopped by a signal: ended at once, and what else was asked is asked of the next', async () => {
    const { calls, starts } = started([], 5_000);
    const stop = new AbortController();
    const stopped = calls.hang(stop.signal);
    const other = calls.slow(3, () => undefined);
    stop.abort(new Error('enough'));
    await expect(stopped).rejects.toThrow('enough');
    expect(await other).toBe('done');
    expect(starts()).toBe(2);
    await expect(calls.double(2, stop.signal)).rejects.toThrow('enough');
    expect(await calls.double(2, new AbortController().signal)).toBe(4);
    expect(starts()).toBe(2);
  });

  it('may take long while it tells how far it has come', async () => {
    // Longer than its limit in all, with many signs within it.
    const { calls, starts } = started([], 800);
    const told: number[] = [];
    expect(await calls.slow(32, (share) => void told.push(share))).toBe('done');
    // The last of what it tells may come after its answer.
    expect(told.length).toBeGreaterThan(10);
    expect(starts()).toBe(1);
  });
});
