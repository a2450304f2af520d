/**
 * A state of the search: a candidate of a column, and which of the hands that pass through it are
 * fresh. A hand is fresh while it has played one stopped note only; one left while it is fresh is
 * charged as a visit. A lattice that goes one way has one hand in each place, the way up's; a
 * mirrored one has two, the way up's and that of the way down walked backwards.
 *
 * A state is one small number: `4 · candidate + fresh`.
 */
export const FRESH = { neither: 0, up: 1, down: 2, both: 3 } as const;

export type Fresh = (typeof FRESH)[keyof typeof FRESH];

/** States to a candidate. */
export const STATES = 4;

/** How many fresh hands there are in each: what a move onto a new hand leaves behind as visits. */
export const FRESH_HANDS = [0, 1, 1, 2] as const;

/** The state of a candidate (its place in the column) and its fresh hands. */
export function stateOf(candidate: number, fresh: number): number {
  return STATES * candidate + fresh;
}

/** The candidate of a state, as its place in the column. */
export function candidateIn(state: number): number {
  return state >> 2;
}

/** The fresh hands of a state. */
export function freshIn(state: number): number {
  return state & 3;
}

/** 1 where the hand of the way up is fresh, otherwise 0. */
export function freshUp(fresh: number): 0 | 1 {
  return (fresh & 1) as 0 | 1;
}

/** 1 where the hand of the way down is fresh, otherwise 0. */
export function freshDown(fresh: number): 0 | 1 {
  return (fresh >> 1) as 0 | 1;
}
