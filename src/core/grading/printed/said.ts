/** Something said of the clauses before it in the line, or of all that follow where none is. */
export interface Said<T> {
  readonly value: T;
  /** How many clauses were named before it. */
  readonly after: number;
}

/**
 * What is said of one clause of `count`: what was said before any of them holds for all; what was
 * said once behind the last as well; otherwise each holds for the clauses before it, back to the
 * one said before.
 */
export function saidFor<T>(place: number, said: readonly Said<T>[], count: number): T[] {
  const behind = said.filter(({ after }) => after > 0);
  const first = said.filter(({ after }) => after === 0).map(({ value }) => value);
  if (behind.every(({ after }) => after === count)) return [...first, ...behind.map(({ value }) => value)];
  const next = behind.find(({ after }) => after > place)?.after;
  const own = behind.filter(({ after }) => after === next).map(({ value }) => value);
  return own.length > 0 ? own : first;
}

/** The last that is said of one clause of `count`. */
export function lastSaid<T>(place: number, said: readonly Said<T>[], count: number): T | undefined {
  return saidFor(place, said, count).at(-1);
}
