import type { Way } from './fingering.ts';
import { TERMS, type TermId } from './terms.ts';

/** One term that decides between two ways. */
export interface Reason {
  readonly term: TermId;
  /** The sentence a musician can argue with. */
  readonly why: string;
  /** How much more it costs the way that comes after; negative where it speaks for that way. */
  readonly difference: number;
}

/**
 * The terms that decide between two ways of the same study, the weightiest first: what `after`
 * pays more than `before`, and what it pays less. Terms that cost both the same are left out.
 */
export function whatDecides(before: Way, after: Way): Reason[] {
  const cost = (way: Way): Map<TermId, number> => new Map(way.terms.map((one) => [one.term, one.cost]));
  const first = cost(before);
  const second = cost(after);
  return [...new Set([...first.keys(), ...second.keys()])]
    .map((term) => ({
      term,
      why: TERMS[term].why,
      difference: (second.get(term) ?? 0) - (first.get(term) ?? 0),
    }))
    .filter((reason) => Math.abs(reason.difference) > 1e-9)
    .sort((a, b) => Math.abs(b.difference) - Math.abs(a.difference));
}
