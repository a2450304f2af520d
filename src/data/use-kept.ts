import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { kindName, keyOf, type Entry, type Kind, type Meeting } from '../core/library/index.ts';
import { keepDraft, readDraft } from './drafts.ts';
import { Keeper, type Keeping } from './keeper.ts';
import { changeRecord, write } from './records.ts';
import { added } from './change.ts';
import { doneWaiting, noteWaiting, readWaiting, type Waiting } from './waiting.ts';
import { askWhose, questionAbout, tellTrouble } from './save.ts';

type AnyEntry = Entry & object;

/** Kinds that nobody deletes: where there is no record yet, the first change makes it. */
const ALWAYS_THERE: readonly Kind[] = ['books'];

/** A keeper that several parts of the page share, and who is told of its changes. */
interface Shared {
  readonly kind: Kind;
  readonly keeper: Keeper<AnyEntry>;
  readonly listeners: Set<() => void>;
  users: number;
}

const shared = new Map<string, Shared>();

function open(kind: Kind, record: AnyEntry): Shared {
  const place = `${kind} ${keyOf(kind, record)}`;
  const known = shared.get(place);
  if (known) return known;
  const listeners = new Set<() => void>();
  let settled: Keeping<AnyEntry> | undefined;
  const keeper: Keeper<AnyEntry> = new Keeper<AnyEntry>(record, {
    change: (base, next) => changeOrAdd(kind, base, next),
    later: (work, wait) => {
      const timer = setTimeout(work, wait);
      return () => clearTimeout(timer);
    },
    tell: (keeping) => {
      for (const listener of listeners) listener();
      if (keeping !== settled) settle(kind, keeper, keeping);
      settled = keeping;
    },
    draft: (waiting) => {
      keepDraft(kind, keyOf(kind, record), waiting as Parameters<typeof keepDraft>[2]).catch(() => undefined);
    },
  });
  const made = { kind, keeper, listeners, users: 0 };
  shared.set(place, made);
  readDraft(kind, keyOf(kind, record)).then(
    (draft) => draft && keeper.resume(draft.base as AnyEntry, draft.part as Partial<AnyEntry>),
    // Without storage there is no draft.
    () => undefined,
  );
  return made;
}

/** Counts a part of the page that works on a record; returns what ends it. What is not stored yet stays until it is. */
function use(one: Shared, place: string): () => void {
  one.users += 1;
  return () => {
    one.users -= 1;
    if (one.users === 0 && !one.keeper.waiting) shared.delete(place);
  };
}

/** What is not saved is asked about, or told. */
function settle(kind: Kind, keeper: Keeper<AnyEntry>, keeping: Keeping<AnyEntry>): void {
  if (keeping.state === 'failed') tellTrouble(`Not saved. ${keeping.trouble.message}`);
  else if (keeping.state === 'gone' || keeping.state === 'damaged') {
    const why = keeping.state === 'gone' ? 'was deleted in another tab' : 'cannot be read any more';
    tellTrouble(`Not saved: this ${kindName(kind)} ${why}.`);
    keeper.letGo();
  } else if (keeping.state === 'differs') {
    const { there, part } = keeping;
    void askWhose(questionAbout(kind, keeper.here, there, part, true)).then((answer) => {
      if (answer === 'mine') keeper.takeMine();
      else if (answer === 'theirs') keeper.letGo(there);
    });
  }
}

/** A record that is worked on. */
export interface Kept<One extends object> {
  /** The record as it is here, saved or not. */
  readonly here: One;
  /** Saves some fields; what another tab changed of the same is asked about. */
  readonly keep: (part: Partial<One>) => void;
  readonly keeping: Keeping<One>;
}

/**
 * A record that is saved as it is worked on: each change at once, one write at a time, joined with what other tabs change.
 *
 * @param record as it is stored, as far as the page knows.
 * @example const { here, keep } = useKept('pupils', pupil); keep({ notes: 'Bow hold!' });
 */
export function useKept<K extends Kind>(kind: K, record: Entry<K>): Kept<Entry<K>> {
  const key = keyOf(kind, record);
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the keeper stays while the record is the same, however it changes
  const one = useMemo(() => open(kind, record as AnyEntry), [kind, key]);
  const { keeper, listeners } = one;
  const subscribe = useMemo(() => subscriberTo(listeners), [listeners]);
  const here = useSyncExternalStore(subscribe, () => keeper.here);
  const keeping = useSyncExternalStore(subscribe, () => keeper.keeping);
  useEffect(() => use(one, `${kind} ${key}`), [one, kind, key]);
  useEffect(() => {
    keeper.follow(record as AnyEntry);
  }, [keeper, record]);
  return useMemo(
    () => ({
      here: here as Entry<K>,
      keeping: keeping as Keeping<Entry<K>>,
      keep: (part) => keeper.keep(part as Partial<AnyEntry>),
    }),
    [here, keeping, keeper],
  );
}

function subscriberTo(listeners: Set<() => void>): (listener: () => void) => () => void {
  return (listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
}

/** What is not stored yet is written down when the page is left, and stored by the next page. */
export function keepThroughLeaving(): () => void {
  const leave = (): void => {
    const waiting = [...shared.values()].flatMap(({ kind, keeper }) => {
      const { waitingPart } = keeper;
      return waitingPart ? [{ kind, key: keyOf(kind, keeper.kept), base: keeper.kept, part: waitingPart }] : [];
    });
    if (waiting.length > 0) noteWaiting(waiting as unknown as Waiting[]);
  };
  window.addEventListener('pagehide', leave);
  storeWaiting().catch(() => undefined);
  return () => window.removeEventListener('pagehide', leave);
}

/** Stores what earlier pages left; what another tab changed meanwhile waits as a draft until its record is opened. */
async function storeWaiting(): Promise<void> {
  for (const waiting of readWaiting()) {
    const { kind, key, base, part } = waiting;
    const met = await changeOrAdd(kind as Kind, base as AnyEntry, { ...base, ...part } as AnyEntry);
    if (met.kind === 'differs') await keepDraft(kind, key, { base, part });
    doneWaiting(waiting);
  }
}

/** Changes a record; one of a kind that nobody deletes is made by its first change. */
async function changeOrAdd(kind: Kind, base: AnyEntry, next: AnyEntry): Promise<Meeting<AnyEntry>> {
  const met = await changeRecord(kind, base as Entry<typeof kind>, next as Entry<typeof kind>);
  if (met.kind !== 'gone' || !ALWAYS_THERE.includes(kind)) return met;
  const { kind: came } = await write([added(kind, next as Entry<typeof kind>)]);
  return came === 'kept' ? { kind: 'kept', record: next, changed: true } : met;
}

/** The records that are open on this page as they are here, saved or not, for a file of what is in memory. */
export function openRecords(): readonly { readonly kind: string; readonly record: object }[] {
  return [...shared.values()].map(({ kind, keeper }) => ({ kind, record: keeper.here }));
}
