import type { Coach } from './coach.worker.ts';
import { supervised, type Calls } from './supervised.ts';

export type { Candidate, Climb, ToClimb } from './coach.worker.ts';

const calls = supervised<Coach>(
  () => new Worker(new URL('./coach.worker.ts', import.meta.url), { type: 'module', name: 'coach' }),
  {
    words:
      'The practice could not be worked out: its worker stopped twice. Reload the page to try again; what is kept stays kept.',
    limit: 30_000,
  },
);

/** Rungs and plans; the worker starts when first asked for. */
export function coach(): Calls<Coach> {
  return calls;
}
