import { describe, expect, it } from 'vitest';
import { studyStore } from './study-store.ts';

const D = { choices: { instrument: 'violin', tonic: 'D' }, way: 0 } as const;

describe('the store of an open study', () => {
  it('steps back and forth through choices, look and selection', () => {
    const store = studyStore(D);
    store.select({ anchor: 3, head: 5 });
    store.change({ choices: { ...D.choices, tonic: 'A' } });
    store.select({ anchor: 0, head: 0 });
    store.change({ way: 2 });
    expect(store.step(false)).toBe(true);
    expect(store.getState()).toMatchObject({ choices: { tonic: 'A' }, way: 0, selection: { anchor: 0, head: 0 } });
    store.step(false);
    expect(store.getState()).toMatchObject({ choices: { tonic: 'D' }, selection: { anchor: 3, head: 5 } });
    expect(store.step(false)).toBe(false);
    store.step(true);
    store.step(true);
    expect(store.getState()).toMatchObject({ choices: { tonic: 'A' }, way: 2 });
    expect(store.step(true)).toBe(false);
  });

  it('joins the ticks of one drag into one step, and no more than one drag', () => {
    let now = 0;
    const store = studyStore(D, () => now);
    for (const way of [1, 2, 3]) {
      store.change({ way }, 'a slider');
      now += 100;
    }
    expect(store.getState().past).toHaveLength(1);
    store.step(false);
    expect(store.getState().way).toBe(0);
    // A pause, another slider, a change of another kind between: steps of their own.
    store.change({ way: 1 }, 'a slider');
    now += 5_000;
    store.change({ way: 2 }, 'a slider');
    store.change({ way: 3 }, 'another');
    store.change({ way: 4 });
    store.change({ way: 5 });
    expect(store.getState().past.map(({ way }) => way)).toEqual([0, 1, 2, 3, 4]);
  });

  it('forgets what was undone once something else is done', () => {
    const store = studyStore(D);
    store.change({ way: 1 });
    store.step(false);
    store.change({ way: 2 });
    expect(store.step(true)).toBe(false);
    expect(store.getState().way).toBe(2);
  });
});
