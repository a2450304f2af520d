import { ENGINE } from '../../workers/engine.ts';
import { Shelf } from './shelf.ts';

/** First ways of days before: about two megabytes. */
export const FIRST_WAYS = new Shelf('fingered', ENGINE, 80);

let looked: { readonly key: string; readonly answer: Promise<string | undefined> } | undefined;

/**
 * Looks what was found for a study's address on a day before, while the browser still reads the application, which
 * takes longer: so this file brings nothing with it. Other addresses hold no study of their own.
 */
export function lookAhead({ pathname, search }: Location): void {
  if (pathname !== '/studies/new') return;
  const key = new URLSearchParams(search).toString();
  looked = { key, answer: FIRST_WAYS.find(key) };
}

/** What was looked for, and what came of it. */
export async function foundAhead(): Promise<{ readonly key: string; readonly text: string } | undefined> {
  const text = await looked?.answer;
  return looked && text !== undefined ? { key: looked.key, text } : undefined;
}
