import type { Prefer } from '../core/library/join.ts';
import type { Entry, Kind } from '../core/library/kinds.ts';
import type { Meeting } from '../core/library/meeting.ts';
import type { Recording } from './recordings.ts';
import { currentStudio } from './studio.ts';

/** The kinds of records: those of a backup, and recordings, which are too large for one. */
export type RecordKind = Kind | 'recordings';
export type RecordOf<K extends RecordKind> = K extends Kind ? Entry<K> : Recording;

/** Where a record is; with the key left empty, many of its kind. */
export interface Place {
  readonly kind: RecordKind;
  readonly key: string;
}

/** One change of one record. A list of them is written in one transaction: all or nothing. */
export type Change =
  /** A new record. The same record once more is no change; another one under its key is asked about. */
  | { readonly op: 'add'; readonly kind: RecordKind; readonly record: object }
  /** A record read as `base`, changed to `next`: joined with what others changed since. */
  | {
      readonly op: 'change';
      readonly kind: Kind;
      readonly base: object;
      readonly next: object;
      readonly prefer?: Prefer;
    }
  /** A change made of the record as it is now; `undefined` leaves it as it is. */
  | {
      readonly op: 'apply';
      readonly kind: Kind;
      readonly key: string;
      readonly apply: (now: never) => object | undefined;
    }
  /** Deletes a record, and with a pupil everything of theirs. */
  | { readonly op: 'remove'; readonly kind: RecordKind; readonly key: string; readonly onlyUnreadable?: true }
  /** A record that cannot be read, as it was in a backup. */
  | { readonly op: 'add-unreadable'; readonly kind: Kind; readonly key: string; readonly record: unknown };

/** A new record. */
export function added<K extends RecordKind>(kind: K, record: RecordOf<K>): Change {
  return { op: 'add', kind, record };
}

/** A change of a record that was read as `base`. */
export function changed<K extends Kind>(kind: K, base: Entry<K>, next: Entry<K>, prefer?: Prefer): Change {
  return { op: 'change', kind, base, next, ...(prefer && { prefer }) };
}

/** A change made of the record as it is when it is written; `now` is `undefined` if there is no record. */
export function applied<K extends Kind>(
  kind: K,
  key: string,
  apply: (now: Entry<K> | undefined) => Entry<K> | undefined,
): Change {
  return { op: 'apply', kind, key, apply };
}

/** Deletes a record; one that is gone already stays gone. */
export function removed(kind: RecordKind, key: string): Change {
  return { op: 'remove', kind, key };
}

/** A record as it was stored before and after it was written; `undefined` where there was none. */
export interface Step extends Place {
  readonly before: unknown;
  readonly after: unknown;
}

/** What comes of writing: all of it, or nothing and which change failed. */
export type Written =
  /** `records`: what each change came to, in their order; `undefined` for what was deleted. */
  | { readonly kind: 'kept'; readonly steps: readonly Step[]; readonly records: readonly unknown[] }
  | { readonly kind: 'differs'; readonly change: Change; readonly there: object; readonly part: string }
  | { readonly kind: 'gone' | 'damaged'; readonly change: Change };

/** Loads the writer, so that the first write need not wait for it. */
export async function warmWriter(): Promise<void> {
  await import('./writer.ts');
}

/**
 * Reads, compares and writes records in one transaction: all of the changes, or none. Throws `StorageTrouble`.
 *
 * @example await write([added('pupils', pupil), added('assignments', first)])
 */
export async function write(changes: readonly Change[]): Promise<Written> {
  const { writeRecords } = await import('./writer.ts');
  const written = await writeRecords(changes);
  if (written.kind === 'kept') tellChanged(written.steps);
  return written;
}

/** Writes one change of one record, for what is worked on and saved as it is. Throws `StorageTrouble`. */
export async function changeRecord<K extends Kind>(
  kind: K,
  base: Entry<K>,
  next: Entry<K>,
  prefer?: Prefer,
): Promise<Meeting<Entry<K>>> {
  const written = await write([changed(kind, base, next, prefer)]);
  if (written.kind === 'differs') return { kind: 'differs', there: written.there as Entry<K>, part: written.part };
  if (written.kind !== 'kept') return { kind: written.kind };
  return { kind: 'kept', record: written.records[0] as Entry<K>, changed: written.steps.length > 0 };
}

/**
 * Takes back what was written, as far as nobody has changed it since. Returns how many records are left as others changed
 * them. Throws `StorageTrouble`.
 */
export async function takeBack(steps: readonly Step[]): Promise<number> {
  const { takeBackRecords } = await import('./writer.ts');
  const { left, undone } = await takeBackRecords(steps);
  tellChanged(undone);
  return left;
}

type Listener = (places: readonly Place[]) => void;

const listeners = new Set<Listener>();
let channel: BroadcastChannel | undefined;

function others(): BroadcastChannel | undefined {
  if (typeof BroadcastChannel === 'undefined') return undefined;
  channel ??= new BroadcastChannel(`step-ladder records ${currentStudio()}`);
  return channel;
}

/** Tells this page and other tabs which records have changed. */
export function tellChanged(places: readonly Place[]): void {
  if (places.length === 0) return;
  const told = places.map(({ kind, key }) => ({ kind, key }));
  others()?.postMessage(told);
  for (const listener of listeners) listener(told);
}

/** Calls `listener` whenever records have changed, here or in another tab; returns what stops it. */
export function onChanged(listener: Listener): () => void {
  listeners.add(listener);
  const hear = ({ data }: MessageEvent<unknown>): void => {
    if (Array.isArray(data)) listener(data.filter(isPlace));
  };
  const from = others();
  from?.addEventListener('message', hear);
  return () => {
    listeners.delete(listener);
    from?.removeEventListener('message', hear);
  };
}

function isPlace(value: unknown): value is Place {
  return typeof value === 'object' && value !== null && 'kind' in value && 'key' in value;
}
