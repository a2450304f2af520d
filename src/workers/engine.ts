import type { Engine } from './engine.worker.ts';
import { supervised, type Calls } from './supervised.ts';

/** What this engine goes by: the file that names its worker, so that another build's, which may finger otherwise, has another. */
export const ENGINE = new URL(import.meta.url).pathname;

const calls = supervised<Engine>(
  () => new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module', name: 'engine' }),
  {
    words:
      'The fingering could not be worked out: the engine stopped twice. Change a choice to try again, or reload the page; what is kept stays kept.',
    limit: 30_000,
  },
);

/** The fingering engine; its worker starts when first asked for. */
export function engine(): Calls<Engine> {
  return calls;
}
