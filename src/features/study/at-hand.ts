import type { Outcome } from '../../core/base/index.ts';
import type { BuiltStudy } from '../../core/study/index.ts';
import { ownPath } from '../../data/base-path.ts';
import { beginWith, engine, ENGINE } from '../../workers/engine.ts';
import { Shelf } from './shelf.ts';

/** First ways of days before: about two megabytes. */
export const FIRST_WAYS = new Shelf('fingered', ENGINE, 80);

/** What was looked for and asked ahead, under the address of a study. */
interface Ahead {
  readonly key: string;
  readonly before: Promise<string | undefined>;
  readonly now: Promise<Outcome<BuiltStudy> | undefined>;
}

let ahead: Ahead | undefined;

/**
 * Looks what was found for a study's address on a day before, and asks the engine too, which needs what it finds for the
 * other ways: both while the browser still reads the application, which takes longer. So this file brings nothing with
 * it. Gives what the engine says; nothing at other addresses, which hold no study of their own.
 */
export function lookAhead({ pathname, search }: Location): Promise<unknown> | undefined {
  if (ownPath(pathname) !== '/studies/new') return undefined;
  const key = new URLSearchParams(search).toString();
  beginWith(key);
  const now = engine().addressed(key);
  // The caller hears of trouble; there may be none.
  now.catch(() => undefined);
  ahead = { key, before: FIRST_WAYS.find(key), now };
  return now;
}

/** What was found on a day before under a key: as it was looked for ahead, or is now. */
export function foundBefore(key: string): Promise<string | undefined> {
  return ahead?.key === key ? ahead.before : FIRST_WAYS.find(key);
}

/** What the engine says of the study of an address, where it was asked ahead. */
export async function askedAhead(key: string): Promise<Outcome<BuiltStudy> | undefined> {
  return ahead?.key === key ? ahead.now : undefined;
}
