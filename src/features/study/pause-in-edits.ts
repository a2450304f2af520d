/**
 * How long a choice must have stood before what is not needed at once is worked out, milliseconds:
 * the next choice often follows soon, and the score comes first.
 */
const CALM = 150;

/** Waits until a choice has stood for a while; rejects when it has been left meanwhile. */
export function pauseInEdits(signal: AbortSignal): Promise<void> {
  return new Promise((resolve, reject) => {
    const pause = setTimeout(resolve, CALM);
    signal.addEventListener('abort', () => {
      clearTimeout(pause);
      reject(new Error('Left for another choice.'));
    });
  });
}
