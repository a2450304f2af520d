import type { Grader } from './grader.worker.ts';
import { supervised, type Calls } from './supervised.ts';

export type { Made } from './grader.worker.ts';

const calls = supervised<Grader>(
  () => new Worker(new URL('./grader.worker.ts', import.meta.url), { type: 'module', name: 'grader' }),
  {
    words:
      'The grades could not be worked out: the grader stopped twice. Reload the page to try again; nothing was changed.',
    limit: 30_000,
    // Told how far it has come, a fit may take as long as it needs; without a listener it must be let.
    limits: { fit: 120_000, readCsv: 60_000 },
  },
);

/** Syllabuses and grades; the worker starts when first asked for. */
export function grader(): Calls<Grader> {
  return calls;
}
