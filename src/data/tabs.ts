import { currentStudio } from './studio.ts';
import type { Place } from './place.ts';

let channel: BroadcastChannel | undefined;

/** What the pages of one studio hear each other by; `undefined` where there is no such thing. */
function tabs(): BroadcastChannel | undefined {
  if (typeof BroadcastChannel === 'undefined') return undefined;
  channel ??= new BroadcastChannel(`step-ladder records ${currentStudio()}`);
  return channel;
}

/** Tells other tabs which records have changed. */
export function tellTabs(places: readonly Place[]): void {
  tabs()?.postMessage(places);
}

/** Calls `listener` with what other tabs tell; returns what stops it. */
export function hearTabs(listener: (places: readonly Place[]) => void): () => void {
  const hear = ({ data }: MessageEvent<unknown>): void => {
    if (Array.isArray(data)) listener(data.filter(isPlace));
  };
  const from = tabs();
  from?.addEventListener('message', hear);
  return () => from?.removeEventListener('message', hear);
}

/**
 * Has the browser drop pages it keeps asleep behind the Back button, which it does when they are told something. Chromium
 * puts a page to sleep while its database is being made, and every later opening then waits for as long as it sleeps.
 */
export function endSleepers(): void {
  tellTabs([]);
}

function isPlace(value: unknown): value is Place {
  return typeof value === 'object' && value !== null && 'kind' in value && 'key' in value;
}
