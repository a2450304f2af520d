import { proxy, wrap, type Remote } from 'comlink';
import type { Grader } from './grader.worker.ts';

export type { Made } from './grader.worker.ts';

let remote: Remote<Grader> | undefined;

/** Syllabuses and grades; the worker starts when first asked for. */
export function grader(): Remote<Grader> {
  remote ??= wrap<Grader>(
    new Worker(new URL('./grader.worker.ts', import.meta.url), { type: 'module', name: 'grader' }),
  );
  return remote;
}

/** A callback the worker can call. */
export function progress(tell: (share: number) => void): (share: number) => void {
  return proxy(tell);
}
