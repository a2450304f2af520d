import { currentStudio } from './studio.ts';

let channel: BroadcastChannel | undefined;

/** What one tab tells the others of the same studio: which studies have changed. */
function open(): BroadcastChannel | undefined {
  if (typeof BroadcastChannel === 'undefined') return undefined;
  channel ??= new BroadcastChannel(`step-ladder studies ${currentStudio()}`);
  return channel;
}

/** Tells other tabs that studies have changed. */
export function tellOthers(ids: readonly string[]): void {
  open()?.postMessage(ids);
}

/** Calls `changed` when another tab has changed studies; gives what stops it. */
export function hearOthers(changed: (ids: readonly string[]) => void): () => void {
  const from = open();
  if (!from) return () => undefined;
  const hear = ({ data }: MessageEvent<unknown>): void => {
    if (Array.isArray(data)) changed(data.filter((id) => typeof id === 'string'));
  };
  from.addEventListener('message', hear);
  return () => from.removeEventListener('message', hear);
}
