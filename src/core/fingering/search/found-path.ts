import type { Candidate } from './candidate.ts';
import type { Route } from './routes.ts';

/** A fingering on offer: its notes and its cost. */
export interface FoundPath {
  readonly path: Candidate[];
  readonly cost: number;
  readonly mirrored: boolean;
  /** Terms paid once for the whole passage. */
  readonly charges: Route['charges'];
  /** Names of the systems it is a form of. */
  readonly systems?: readonly string[];
}
