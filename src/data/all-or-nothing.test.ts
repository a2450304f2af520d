import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { NOTHING_KEPT, writeBackup } from '../core/library/backup.ts';
import { homeworkOf, logOf } from '../core/practice/pupil-file.ts';
import { Assignment, Lesson, LoggedAttempt, Pupil, setTo } from '../core/practice/pupil.ts';
import { playable, tried } from '../core/study/playable.ts';
import type { SavedStudy } from '../core/study/saved-study.ts';
import { freshBrowser, freshPage } from './browser.fixture.ts';

/** The workers, in this thread: what is tested is what is written of their answers. */
vi.mock('../workers/engine.ts', () => ({ engine: () => ({ build: async (recipe: unknown) => tried(recipe) }) }));
vi.mock('../workers/coach.ts', () => ({
  coach: () => ({
    invent: async (toClimb: readonly { saved: SavedStudy }[]) =>
      toClimb.flatMap(({ saved }) =>
        ['names', 'whole'].map((rung) => ({ study: saved.id, rung, date: '2026-03-03', bpm: 60, result: 'clean' })),
      ),
  }),
}));

type Page = typeof import('./change.ts') &
  typeof import('./records.ts') &
  typeof import('./database.ts') &
  typeof import('./backup.ts') &
  typeof import('./demo.ts') &
  typeof import('./pupils.ts') &
  typeof import('./pupil-files.ts') &
  typeof import('./drafts.ts');

const page = async (studio: 'own' | 'demo' = 'own'): Promise<Page> =>
  (await freshPage(
    () => [
      import('./change.ts'),
      import('./records.ts'),
      import('./database.ts'),
      import('./backup.ts'),
      import('./demo.ts'),
      import('./pupils.ts'),
      import('./pupil-files.ts'),
      import('./drafts.ts'),
    ],
    studio,
  )) as Page;

const NOW = '2026-03-02T10:00:00.000Z';
const NELE = Pupil.parse({ id: 'nele', name: 'Nele', instrument: 'violin', created: NOW, updated: NOW });
const built = playable({ instrument: 'violin', tonic: 'D', ways: 1 });
const STUDY: SavedStudy = {
  id: 'study-1',
  recipe: built.recipe,
  fingering: built.ways[0]!.fingers.map(({ string, finger }) => ({ string, finger })),
  engine: 1,
  highestPosition: '1st',
  created: NOW,
  updated: NOW,
};
const OTHER = { ...STUDY, id: 'study-2', name: 'another' };
const SET = Assignment.parse({
  ...{ id: 'set', pupil: 'nele', study: 'study-1', set: '2026-03-02' },
  ...{ target: { bpm: 60, perBeat: 2 }, updated: NOW },
});
const tryOf = (id: string) =>
  LoggedAttempt.parse({
    ...{ id, pupil: 'nele', study: 'study-1', rung: 'names' },
    ...{ date: '2026-03-03', bpm: 60, result: 'clean' },
  });
const LESSON = Lesson.parse({ id: 'lesson', pupil: 'nele', date: '2026-03-02', updated: NOW });
const WHOLE = { pupil: NELE, assignments: [SET], attempts: [tryOf('a'), tryOf('b')], lessons: [LESSON] };

/** A pupil with everything of theirs. */
const neles = (own: Page) => [
  own.added('studies', STUDY),
  own.added('pupils', NELE),
  own.added('assignments', SET),
  ...WHOLE.attempts.map((one) => own.added('attempts', one)),
  own.added('lessons', LESSON),
];

interface Work {
  readonly studio?: 'own' | 'demo';
  /** What is there before. */
  readonly before?: (own: Page) => Promise<unknown>;
  /** Gives the work to do, once everything it needs has been read. */
  readonly work: (own: Page) => Promise<() => Promise<unknown>>;
}

/** Everything that writes more than one record. Add every new one here. */
const WORKS: Readonly<Record<string, Work>> = {
  'laying out the demonstration': { studio: 'demo', work: async (own) => () => own.layOutDemo() },
  'resetting the demonstration': {
    studio: 'demo',
    before: (own) => own.write([own.added('studies', OTHER), own.added('pupils', NELE)]),
    work: async (own) => () => own.resetDemo(),
  },
  'deleting a pupil': {
    before: (own) => own.write(neles(own)),
    work: async (own) => () => own.write([own.removed('pupils', 'nele')]),
  },
  'undoing the deletion of a pupil': {
    before: (own) => own.write(neles(own)),
    work: async (own) => {
      const gone = await own.write([own.removed('pupils', 'nele')]);
      return () => own.takeBack(gone.kind === 'kept' ? gone.steps : []);
    },
  },
  'opening homework': {
    work: async (own) => {
      const preview = await own.previewFile(homeworkOf(WHOLE, [STUDY], [], NOW));
      return () => own.write(preview.kind === 'stranger' ? [] : preview.changes);
    },
  },
  'undoing homework': {
    work: async (own) => {
      const preview = await own.previewFile(homeworkOf(WHOLE, [STUDY], [], NOW));
      const opened = await own.write(preview.kind === 'stranger' ? [] : preview.changes);
      return () => own.takeBack(opened.kind === 'kept' ? opened.steps : []);
    },
  },
  'reading a log in': {
    before: (own) => own.write(neles(own)),
    work: async (own) => {
      const log = logOf({ ...WHOLE, attempts: [tryOf('c'), tryOf('d')] }, NOW);
      const preview = await own.previewFile(log);
      return () => own.write(preview.kind === 'stranger' ? [] : preview.changes);
    },
  },
  'importing a backup': {
    before: (own) => own.write([own.added('studies', STUDY)]),
    work: async (own) => {
      const { pupil, ...rest } = WHOLE;
      const file = { ...NOTHING_KEPT, ...rest, pupils: [pupil], studies: [{ ...STUDY, name: 'as it was' }, OTHER] };
      return () => own.importLibrary(writeBackup(file, NOW));
    },
  },
  'undoing an import': {
    work: async (own) => {
      const { steps } = await own.importLibrary(writeBackup({ ...NOTHING_KEPT, studies: [STUDY, OTHER] }, NOW));
      return () => own.takeBack(steps);
    },
  },
  'making what is missing': {
    work: async (own) => () => own.write([STUDY, OTHER].map((one) => own.added('studies', one))),
  },
  'making a study and setting it': {
    before: (own) => own.write([own.added('pupils', NELE)]),
    work: async (own) => () =>
      own.write([
        own.added('studies', STUDY),
        own.added('assignments', setTo('nele', STUDY, 'set', '2026-03-02', NOW)),
      ]),
  },
  'judging a study in a lesson': {
    before: (own) => own.write(neles(own)),
    work: async (own) => () =>
      own.write([
        own.applied('lessons', 'lesson', (now) => now && { ...now, ended: true }),
        own.applied('attempts', 'heard', () => tryOf('heard')),
      ]),
  },
  'joining the books of a backup to one’s own': {
    before: (own) =>
      own.write([own.added('books', { id: 'own-book', text: 'a' }), own.added('books', { id: 'theirs', text: 'b' })]),
    work: async (own) => () =>
      own.write([
        own.changed('books', { id: 'own-book', text: 'a' }, { id: 'own-book', text: 'a\nb' }),
        own.removed('books', 'theirs'),
      ]),
  },
};

/** Everything in the database, as text. */
async function everything(own: Page): Promise<string> {
  const db = await own.database();
  const stores = await Promise.all(
    [...db.objectStoreNames].map(async (name) => [name, await db.getAllKeys(name), await db.getAll(name)]),
  );
  return JSON.stringify(stores);
}

const WRITES = ['put', 'add', 'delete', 'clear'] as const;

/** Lets `k` writes pass and interrupts all that follow; counts them. */
function interruptAfter(k: number, interrupt: (store: IDBObjectStore) => void): () => number {
  let count = 0;
  for (const name of WRITES) {
    const real = IDBObjectStore.prototype[name] as (...given: unknown[]) => IDBRequest;
    vi.spyOn(IDBObjectStore.prototype, name).mockImplementation(function (this: IDBObjectStore, ...given: unknown[]) {
      count += 1;
      if (count > k) interrupt(this);
      return real.apply(this, given) as never;
    });
  }
  return () => count;
}

const INTERRUPTIONS: Readonly<Record<string, (store: IDBObjectStore) => void>> = {
  'the disk is full': () => {
    throw new DOMException('full', 'QuotaExceededError');
  },
  'the page is left': (store) => store.transaction.abort(),
};

describe.each(Object.entries(WORKS))('%s', (_, { studio = 'own', before, work }) => {
  beforeEach(() => freshBrowser());
  afterEach(() => {
    vi.restoreAllMocks();
    vi.unstubAllGlobals();
  });

  /** Starts with an empty browser; returns the page, what is in the database, and the work. */
  const start = async () => {
    freshBrowser();
    const own = await page(studio);
    await before?.(own);
    const todo = await work(own);
    return { own, was: await everything(own), todo };
  };

  it('is done whole or not at all, wherever it is interrupted', async () => {
    const { own, was, todo } = await start();
    const count = interruptAfter(Number.POSITIVE_INFINITY, () => undefined);
    await todo();
    const writes = count();
    vi.restoreAllMocks();
    expect(writes).toBeGreaterThan(1);
    expect(await everything(own)).not.toBe(was);
    // Every place between two steps; of hundreds, some.
    const places = Array.from({ length: writes }, (_, k) => k).filter(
      (k) => writes <= 24 || k < 2 || k > writes - 3 || k % Math.ceil(writes / 3) === 0,
    );
    for (const interrupt of Object.values(INTERRUPTIONS)) {
      for (const k of places) {
        const again = await start();
        interruptAfter(k, interrupt);
        await again.todo().catch(() => undefined);
        vi.restoreAllMocks();
        expect(await everything(again.own), `after ${k} of ${writes} writes`).toBe(again.was);
      }
    }
  });
});

describe('the demonstration', () => {
  beforeEach(() => freshBrowser());
  afterEach(() => vi.unstubAllGlobals());

  it('is laid out once by two pages at once, under ids that are always the same', async () => {
    const [one, other] = [await page('demo'), await page('demo')];
    await Promise.all([one.layOutDemo(), other.layOutDemo()]);
    const db = await one.database();
    const keys = await db.getAllKeys('studies');
    const pupils = await db.getAllKeys('pupils');
    expect(keys.every((key) => /^demo-(study|passage)-\d+$/.test(key))).toBe(true);
    expect(new Set(keys).size).toBe(keys.length);
    await one.layOutDemo();
    await other.resetDemo();
    expect(await db.getAllKeys('studies')).toEqual(keys);
    expect(await db.getAllKeys('pupils')).toEqual(pupils);
  });
});
