import type { Prefer, Entry, Kind, Meeting } from '../core/library/index.ts';
import { changed, type Change, type Step, type Written } from './change.ts';
import type { Place } from './place.ts';
import { hearTabs, tellTabs } from './tabs.ts';

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

/** Tells this page and other tabs which records have changed. */
export function tellChanged(places: readonly Place[]): void {
  if (places.length === 0) return;
  const told = places.map(({ kind, key }) => ({ kind, key }));
  tellTabs(told);
  for (const listener of listeners) listener(told);
}

/** Calls `listener` whenever records have changed, here or in another tab; returns what stops it. */
export function onChanged(listener: Listener): () => void {
  listeners.add(listener);
  const stop = hearTabs((places) => {
    if (places.length > 0) listener(places);
  });
  return () => {
    listeners.delete(listener);
    stop();
  };
}
