import { sameHand, type Candidate } from './candidate.ts';

/**
 * How different two fingerings of the same notes are to a teacher, 0 for the same. Another string
 * counts most, another hand less, another finger of the same hand hardly; notes coming down count
 * less than notes going up, where a way is chosen. `top` is the last note of the way up.
 * The unit is notes: 1 is one note of the way up on another string.
 */
export function difference(a: readonly Candidate[], b: readonly Candidate[], top: number): number {
  let sum = 0;
  for (let note = 0; note < a.length; note += 1) {
    const one = a[note] as Candidate;
    const other = b[note] as Candidate;
    sum += apart(one, other) * (note <= top || top === 0 ? 1 : 0.3);
  }
  return sum;
}

function apart(a: Candidate, b: Candidate): number {
  if (a.string !== b.string) return 1;
  if (a.rank === b.rank) return 0;
  if (a.rank === 0 || b.rank === 0) return 0.3;
  return sameHand(a, b) ? 0.3 : Math.abs(a.hand - b.hand) === 1 ? 0.5 : 0.8;
}
