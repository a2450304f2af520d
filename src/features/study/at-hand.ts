import { ENGINE } from '../../workers/engine.ts';
import { Shelf } from './shelf.ts';

/** First ways of days before: about two megabytes. */
export const FIRST_WAYS = new Shelf('fingered', ENGINE, 80);

let ahead: { readonly key: string; readonly answer: Promise<string | undefined> } | undefined;

/**
 * Looks what was found for a study's address on a day before, while the browser still reads the application, which
 * takes longer: so this file brings nothing with it. Other addresses hold no study of their own.
 */
export function lookAhead({ pathname, search }: Location): void {
  if (pathname !== '/studies/new') return;
  const key = new URLSearchParams(search).toString();
  ahead = { key, answer: FIRST_WAYS.find(key) };
}

/** What was found on a day before under a key: as it was looked for ahead, or is now. */
export function foundBefore(key: string): Promise<string | undefined> {
  return ahead?.key === key ? ahead.answer : FIRST_WAYS.find(key);
}
