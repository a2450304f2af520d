import address from './engine.worker.ts?worker&url';
import type { Engine } from './engine.worker.ts';
import { supervised, type Calls } from './supervised.ts';

/** What this engine goes by: the file that names its worker, so that another build's, which may finger otherwise, has another. */
export const ENGINE = new URL(import.meta.url).pathname;

let opening = '';

/**
 * Has the engine begin with the study of an address: it works on it as it comes up, while the page, which would have to
 * hand it over, is still busy with itself. `addressed` then has the answer. Of use only before the engine is first asked.
 */
export function beginWith(study: string): void {
  opening = study;
}

/** A worker begins with that study once: the next one, if this one dies of it, does not. */
function start(): Worker {
  const study = opening;
  opening = '';
  return new Worker(`${address}#${study}`, { type: 'module', name: 'engine' });
}

const calls = supervised<Engine>(start, {
  words:
    'The fingering could not be worked out: the engine stopped twice. Change a choice to try again, or reload the page; what is kept stays kept.',
  limit: 30_000,
});

/** The fingering engine; its worker starts when first asked for. */
export function engine(): Calls<Engine> {
  return calls;
}
