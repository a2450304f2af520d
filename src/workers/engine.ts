import { wrap, type Remote } from 'comlink';
import type { Engine } from './engine.worker.ts';

let remote: Remote<Engine> | undefined;

/** The fingering engine; its worker starts when first asked for. */
export function engine(): Remote<Engine> {
  remote ??= wrap<Engine>(
    new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module', name: 'engine' }),
  );
  return remote;
}
