import { currentStudio } from './studio.ts';
import type { Place } from './place.ts';

let channel: BroadcastChannel | undefined;

/** The channel between tabs of one studio; `undefined` where the browser has none. */
function tabs(): BroadcastChannel | undefined {
  if (typeof BroadcastChannel === 'undefined') return undefined;
  channel ??= new BroadcastChannel(`step-ladder records ${currentStudio()}`);
  return channel;
}

/** Tells other tabs which records have changed. */
export function tellTabs(places: readonly Place[]): void {
  tabs()?.postMessage(places);
}

/** Calls `listener` with the records that other tabs have changed; returns a function that stops it. */
export function hearTabs(listener: (places: readonly Place[]) => void): () => void {
  const hear = ({ data }: MessageEvent<unknown>): void => {
    if (Array.isArray(data)) listener(data.filter(isPlace));
  };
  const from = tabs();
  from?.addEventListener('message', hear);
  return () => from?.removeEventListener('message', hear);
}

/**
 * Evicts pages from the back/forward cache: a cached page that receives a message is discarded. Chromium caches a page
 * even while it is opening its database, and later requests to open that database then wait until the page is evicted.
 */
export function evictCachedPages(): void {
  tellTabs([]);
}

function isPlace(value: unknown): value is Place {
  return typeof value === 'object' && value !== null && 'kind' in value && 'key' in value;
}
