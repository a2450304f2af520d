import type { Prefer, Entry, Kind } from '../core/library/index.ts';
import type { Place, RecordKind } from './place.ts';
import type { Recording } from './recordings.ts';

export type RecordOf<K extends RecordKind> = K extends Kind ? Entry<K> : Recording;

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
