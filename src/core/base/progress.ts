/** Is told how far a long piece of work has come: a share of it, from 0 to 1, never less than the last; may throw to stop it. */
export type OnProgress = (share: number) => void;

/** Tells nobody. */
export const noProgress: OnProgress = () => undefined;

/** Progress of a part of some work, which begins at one share of the whole and ends at another. */
export function partOf(onProgress: OnProgress, from: number, to: number): OnProgress {
  return (share) => onProgress(from + (to - from) * share);
}
