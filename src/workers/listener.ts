import type { Listener } from './listener.worker.ts';
import { supervised, type Calls } from './supervised.ts';

const calls = supervised<Listener>(
  () => new Worker(new URL('./listener.worker.ts', import.meta.url), { type: 'module', name: 'listener' }),
  {
    words:
      'The recording could not be heard: the listener stopped twice. Reload the page, or choose a shorter recording.',
    limit: 60_000,
  },
);

/** What hears recordings; the worker starts when first asked for. */
export function listener(): Calls<Listener> {
  return calls;
}
