import { z } from 'zod';
import { same } from '../core/library/index.ts';
import type { Draft } from './drafts.ts';
import { currentStudio } from './studio.ts';

/** A change that was not stored yet when its page was left. */
export interface Waiting extends Draft {
  readonly kind: string;
  readonly key: string;
}

const Stored = z.array(
  z.object({
    kind: z.string(),
    key: z.string(),
    base: z.record(z.string(), z.unknown()),
    part: z.record(z.string(), z.unknown()),
  }),
);

const place = (): string => `step-ladder waiting ${currentStudio()}`;

/** Writes changes down at once, while their page is being left: a database would answer too late. */
export function noteWaiting(changes: readonly Waiting[]): void {
  try {
    const others = readWaiting().filter(
      (one) => !changes.some(({ kind, key }) => kind === one.kind && key === one.key),
    );
    localStorage.setItem(place(), JSON.stringify([...others, ...changes]));
  } catch {
    // Where nothing can be written, the page has said so before.
  }
}

/** A change that waited is stored, or waits elsewhere. Only then: the page that stores it may be left as well. */
export function doneWaiting(done: Waiting): void {
  try {
    const others = readWaiting().filter((one) => !same(one, done));
    if (others.length > 0) localStorage.setItem(place(), JSON.stringify(others));
    else localStorage.removeItem(place());
  } catch {
    // As above.
  }
}

/** What earlier pages left. */
export function readWaiting(): readonly Waiting[] {
  if (typeof localStorage === 'undefined') return [];
  try {
    return Stored.safeParse(JSON.parse(localStorage.getItem(place()) ?? '[]')).data ?? [];
  } catch {
    return [];
  }
}
