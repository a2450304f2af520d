import { capital, choices } from '../../base/index.ts';
import type { Way } from '../fingering.ts';
import { TERMS, type TermId } from '../../schools/index.ts';

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

/** How many terms the sentence names on each side. */
const NAMED = 3;

/**
 * Why the cheaper of two ways comes first, in a sentence: what the dearer pays for, and what speaks
 * for it all the same. `names` are what the two are called.
 */
export function decidingSentence(before: Way, after: Way, names: readonly [before: string, after: string]): string {
  const margin = after.cost - before.cost;
  const [first, second] = names;
  const reasons = whatDecides(before, after);
  if (reasons.length === 0) return capital(`${first} and ${second} ask the same of the hand.`);
  const against = weighed(reasons.filter((reason) => reason.difference > 0));
  const speaksFor = weighed(reasons.filter((reason) => reason.difference < 0));
  const verdict =
    Math.abs(margin) < 0.05
      ? `${first} and ${second} are equally easy`
      : `${margin > 0 ? first : second} is ${easier(margin)}`;
  const pays = against && `${second} asks more in ${against}`;
  const gains = speaksFor && `${first} asks more in ${speaksFor}`;
  return capital(`${verdict}: ${[pays, gains].filter(Boolean).join('; ')}.`);
}

/** How much easier, measured by a comfortable shift, which costs about 3. */
function easier(margin: number): string {
  const size = Math.abs(margin);
  if (size < 1) return 'a little easier';
  return size < 6 ? 'easier' : 'much easier';
}

function weighed(reasons: readonly Reason[]): string {
  return choices(reasons.slice(0, NAMED).map(({ term }) => TERMS[term].noun));
}
