import type { Kind } from '../core/library/index.ts';

/** The kinds of records: those of a backup, and recordings, which are too large for one. */
export type RecordKind = Kind | 'recordings';

/** Where a record is; with the key left empty, many of its kind. */
export interface Place {
  readonly kind: RecordKind;
  readonly key: string;
}
