import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { same } from '../core/library/join.ts';
import { meet, type Meeting } from '../core/library/meeting.ts';
import { playable } from '../core/study/playable.ts';
import { ENGINE_VERSION, type SavedStudy } from '../core/study/saved-study.ts';
import { StorageTrouble } from './storage-trouble.ts';
import { Keeper, type Keeping } from './keeper.ts';

const WAYS = playable({ instrument: 'violin', tonic: 'A', octaves: 2, ways: 5 });

type Work = Pick<SavedStudy, 'recipe' | 'fingering' | 'engine' | 'highestPosition'>;

/** True when two states of the study are played the same. */
function playedTheSame(a: SavedStudy, b: SavedStudy): boolean {
  return same([a.recipe, a.fingering], [b.recipe, b.fingering]);
}

/** The study as its nth way plays it. */
function work(n: number): Work {
  const way = WAYS.ways[n % WAYS.ways.length]!;
  const recipe = { ...WAYS.recipe, bowing: { ...WAYS.recipe.bowing, bpm: 60 + n } };
  const fingering = way.fingers.map(({ string, finger }) => ({ string, finger }));
  return { recipe, fingering, engine: ENGINE_VERSION, highestPosition: '3rd' };
}

const STUDY: SavedStudy = {
  id: 'study-1',
  name: 'as opened',
  ...work(0),
  created: '2026-03-02T10:00:00.000Z',
  updated: '2026-03-02T10:00:00.000Z',
};

let clock = 0;
const now = (): string => new Date(Date.UTC(2026, 2, 2, 11, 0, 0, (clock += 1))).toISOString();

/** A store of one record, as IndexedDB gives it: one change after another, each whole. */
class Store {
  record: SavedStudy | undefined = STUDY;
  full = false;
  readonly #turns: (() => void)[] = [];

  change = async (base: SavedStudy, next: SavedStudy): Promise<Meeting<SavedStudy>> => {
    await new Promise<void>((resolve) => this.#turns.push(resolve));
    if (this.full) throw new StorageTrouble('full', 'full');
    const met = meet('studies', this.record, base, { ...next, updated: now() });
    if (met.kind === 'kept') this.record = met.record;
    return met;
  };

  /** Lets what waits have its turn, until nothing waits. */
  async settle(): Promise<void> {
    do {
      this.#turns.splice(0).forEach((turn) => turn());
      await new Promise((resolve) => setImmediate(resolve));
    } while (this.#turns.length > 0);
  }

  /** Lets one waiting change have its turn. */
  async step(): Promise<void> {
    this.#turns.shift()?.();
    await new Promise((resolve) => setImmediate(resolve));
  }
}

interface Tab {
  readonly keeper: Keeper<SavedStudy>;
  readonly drafts: unknown[];
  readonly told: Keeping<SavedStudy>[];
  readonly later: (() => void)[];
}

function tab(store: Store): Tab {
  const told: Keeping<SavedStudy>[] = [];
  const drafts: unknown[] = [];
  const later: (() => void)[] = [];
  const keeper = new Keeper(store.record!, {
    change: store.change,
    later: (again) => {
      later.push(again);
      return () => void later.splice(later.indexOf(again), 1);
    },
    tell: (keeping) => void told.push(keeping),
    draft: (waiting) => void drafts.push(waiting),
  });
  return { keeper, told, drafts, later };
}

describe('a keeper', () => {
  let store: Store;
  beforeEach(() => {
    store = new Store();
  });

  it('writes one after another, the latest last, and calls kept only what is', async () => {
    const { keeper, told } = tab(store);
    for (const n of [1, 2, 3]) keeper.keep(work(n));
    expect(keeper.waiting).toBe(true);
    expect(keeper.keeping.state).toBe('keeping');
    // Told at each: a field that shows it would otherwise fall back to what is being written.
    expect(told).toHaveLength(3);
    expect(playedTheSame(keeper.here, { ...STUDY, ...work(3) })).toBe(true);
    await store.settle();
    expect(playedTheSame(store.record!, { ...STUDY, ...work(3) })).toBe(true);
    expect(keeper.waiting).toBe(false);
    expect(told.filter(({ state }) => state === 'kept')).toEqual([{ state: 'kept' }]);
  });

  it('after a full disk goes on saying so, tries again by itself and with the next edit, and keeps', async () => {
    const { keeper, later } = tab(store);
    store.full = true;
    keeper.keep(work(1));
    await store.settle();
    expect(keeper.keeping).toMatchObject({ state: 'failed', trouble: { kind: 'full' } });
    expect(later).toHaveLength(1);
    later[0]!();
    await store.settle();
    expect(keeper.keeping.state).toBe('failed');
    store.full = false;
    keeper.keep(work(2));
    await store.settle();
    expect(keeper.keeping).toEqual({ state: 'kept' });
    expect(playedTheSame(store.record!, { ...STUDY, ...work(2) })).toBe(true);
    // What was called off is not tried again.
    expect(later).toHaveLength(0);
  });

  it('of a tab that was left tries nothing again', async () => {
    const { keeper, later } = tab(store);
    store.full = true;
    keeper.keep(work(1));
    keeper.end();
    await store.settle();
    expect(later).toHaveLength(0);
  });

  it('keeps its work beside a name given elsewhere, and asks about work done elsewhere', async () => {
    const { keeper, drafts } = tab(store);
    store.record = { ...STUDY, name: 'renamed', updated: now() };
    keeper.keep(work(1));
    await store.settle();
    expect(store.record).toMatchObject({ name: 'renamed', recipe: work(1).recipe });
    const theirs = { ...store.record!, ...work(4), updated: now() };
    store.record = theirs;
    keeper.keep(work(2));
    await store.settle();
    expect(keeper.keeping).toEqual({ state: 'differs', there: theirs, part: 'recipe' });
    expect(store.record).toBe(theirs);
    keeper.keep(work(3));
    await store.settle();
    expect(store.record).toBe(theirs);
    expect(playedTheSame(keeper.here, { ...theirs, ...work(3) })).toBe(true);
    // What waits for the teacher's word is written down, the latest last, and crossed out when it is settled.
    expect(drafts.at(-1)).toEqual({ base: keeper.kept, part: work(3) });
    keeper.takeMine();
    await store.settle();
    expect(drafts.at(-1)).toBeUndefined();
    expect(playedTheSame(store.record!, { ...STUDY, ...work(3) })).toBe(true);
    expect(keeper.keeping.state).toBe('kept');
  });

  it('brings nothing back that was deleted', async () => {
    const { keeper } = tab(store);
    store.record = undefined;
    keeper.keep(work(1));
    await store.settle();
    expect(keeper.keeping).toEqual({ state: 'gone' });
    expect(store.record).toBeUndefined();
    expect(keeper.waiting).toBe(true);
    keeper.letGo();
    expect(keeper.waiting).toBe(false);
  });

  it('takes what was read before its own last write for no news, and follows what is news', async () => {
    const { keeper } = tab(store);
    keeper.keep(work(1));
    await store.settle();
    const first = keeper.kept;
    keeper.keep(work(2));
    await store.settle();
    expect(keeper.isNews(first)).toBe(false);
    keeper.follow(first);
    expect(playedTheSame(keeper.here, { ...STUDY, ...work(2) })).toBe(true);
    keeper.follow(keeper.kept);
    // Once the page has caught up, the same state again is somebody’s undo.
    keeper.follow(first);
    expect(playedTheSame(keeper.here, { ...STUDY, ...work(1) })).toBe(true);
    keeper.follow({ ...first, name: 'elsewhere' });
    expect(keeper.here.name).toBe('elsewhere');
  });

  it('takes up what an earlier page left waiting, and asks about it again', async () => {
    const { keeper } = tab(store);
    store.record = { ...STUDY, ...work(4), updated: now() };
    keeper.resume(STUDY, work(2));
    await store.settle();
    expect(keeper.keeping.state).toBe('differs');
    expect(playedTheSame(keeper.here, { ...STUDY, ...work(2) })).toBe(true);
  });

  it('in two tabs loses no change that is not announced, whatever comes between', async () => {
    const act = fc.record({
      tab: fc.nat(1),
      act: fc.constantFrom('edit' as const, 'edit' as const, 'rename' as const, 'delete' as const, 'turn' as const),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 14 }), async (acts) => {
        store = new Store();
        const tabs = [tab(store), tab(store)];
        // The last edit of each tab, and what became of the study by other hands.
        const last = [-1, -1];
        let edits = 0;
        let name = STUDY.name;
        let deleted = false;
        for (const one of acts) {
          if (one.act === 'edit') {
            edits += 1;
            last[one.tab] = edits;
            tabs[one.tab]!.keeper.keep(work(edits));
          } else if (one.act === 'turn') await store.step();
          else if (one.act === 'delete') {
            store.record = undefined;
            deleted = true;
          } else if (store.record) {
            name = `renamed ${clock}`;
            store.record = { ...store.record, name, updated: now() };
          }
        }
        await store.settle();
        if (deleted) expect(store.record).toBeUndefined();
        else expect(store.record!.name).toBe(name);
        tabs.forEach(({ keeper }, k) => {
          if (last[k] === -1) return;
          const mine = { ...STUDY, ...work(last[k]!) };
          const announced = keeper.keeping.state === 'differs' || keeper.keeping.state === 'gone';
          const other = tabs[1 - k]!.keeper;
          // Kept here, or said not to be, or the other tab kept its own over it knowing of it.
          if (announced) expect(keeper.waiting).toBe(true);
          else {
            expect(keeper.keeping.state).toBe('kept');
            const present = store.record && playedTheSame(store.record, mine);
            expect(present || deleted || (other.kept.updated >= keeper.kept.updated && last[1 - k] !== -1)).toBe(true);
          }
        });
        // No two tabs may both believe that different work is what is kept.
        const [a, b] = tabs.map(({ keeper }) => keeper);
        const both = [a!, b!].every((keeper, k) => last[k] !== -1 && keeper.keeping.state === 'kept');
        if (both && !deleted) expect(playedTheSame(a!.kept, b!.kept)).toBe(true);
      }),
      { numRuns: 200, seed: 14 },
    );
  });
});
