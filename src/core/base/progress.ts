/** Is told how far a long piece of work has come: a share of it, from 0 to 1, never less than the last. */
export type Told = (share: number) => void;

/** Tells nobody. */
export const UNTOLD: Told = () => undefined;

/** Progress of a part of some work, which begins at one share of the whole and ends at another. */
export function partOf(told: Told, from: number, to: number): Told {
  return (share) => told(from + (to - from) * share);
}
