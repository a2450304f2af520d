/** How long the end of a stretch gives way to its beginning, seconds; never more than a third of it. */
const GIVES_WAY = 0.25;

/**
 * A stretch of a recorded note made to go on for ever: its end gives way to what came before its beginning, so that the sound
 * goes round without a seam.
 *
 * @param from beginning of the stretch, seconds.
 * @param to where the sound is again as it was at `from`.
 */
export function goingOn(sound: Float32Array, rate: number, from: number, to: number): Float32Array<ArrayBuffer> {
  const [begin, end] = [Math.round(from * rate), Math.round(to * rate)];
  const stretch = new Float32Array(Math.max(1, end - begin));
  stretch.set(sound.subarray(begin, end));
  const fade = Math.min(begin, Math.round(GIVES_WAY * rate), Math.floor(stretch.length / 3));
  for (let k = 0; k < fade; k += 1) {
    const share = k / fade;
    const at = stretch.length - fade + k;
    stretch[at] = (stretch[at] ?? 0) * (1 - share) + (sound[begin - fade + k] ?? 0) * share;
  }
  return stretch;
}
