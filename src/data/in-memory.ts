import type { QueryClient } from '@tanstack/react-query';
import { NOTHING_KEPT, writeBackup, type Kept, keyOf, KEPT_KINDS, KINDS, type Kind } from '../core/library/index.ts';
import { openRecords } from './use-kept.ts';

/** The longest way from what a query gave to a record within it. */
const DEEPEST = 4;

/**
 * Everything of the library that this page still has in memory, as a backup: for when the browser has dropped the
 * database. What is being worked on comes as it is here.
 *
 * @param now ISO date and time.
 */
export function memoryBackup(client: QueryClient, now: string): { readonly text: string; readonly records: number } {
  const found = new Map<string, { readonly kind: Kind; readonly record: unknown }>();
  const take = (kind: Kind, record: unknown): boolean => {
    const read = KINDS[kind].entry.safeParse(record);
    if (read.success) found.set(`${kind} ${keyOf(kind, read.data)}`, { kind, record: read.data });
    return read.success;
  };
  const search = (value: unknown, depth: number): void => {
    if (typeof value !== 'object' || value === null || depth > DEEPEST) return;
    if (!Array.isArray(value) && KEPT_KINDS.some((kind) => take(kind, value))) return;
    for (const one of Object.values(value)) search(one, depth + 1);
  };
  for (const query of client.getQueryCache().getAll()) search(query.state.data, 0);
  for (const { kind, record } of openRecords()) take(kind as Kind, record);
  const kept = Object.fromEntries(
    KEPT_KINDS.map((kind) => [kind, [...found.values()].flatMap((one) => (one.kind === kind ? [one.record] : []))]),
  );
  return { text: writeBackup({ ...NOTHING_KEPT, ...kept } as Kept, now), records: found.size };
}
