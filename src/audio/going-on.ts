/** How long the end of a stretch gives way to its beginning, seconds; never more than a third of it. */
const GIVES_WAY = 0.25;

/** Over how long loudness is measured where it is evened out, seconds: longer than a wave of vibrato, which stays, shorter than a swell. */
const MEASURED_OVER = 0.2;
/** A stretch is evened out so often: what is left of a swell shrinks each time. */
const EVENED = 3;

/**
 * A stretch of a recorded note made to go on for ever: its end gives way to what came before its beginning, so that the sound
 * goes round without a seam, and its swell is evened out, which would be heard as a beat each time it came round. Changes of
 * loudness below about a decibel are not noticed (Zwicker and Fastl, Psychoacoustics; from memory).
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
  for (let times = 0; times < EVENED; times += 1) evenOut(stretch, Math.round(MEASURED_OVER * rate));
  return stretch;
}

/** Samples whose loudness is taken together. */
const BLOCK = 128;

/** Brings every place of a sound that goes round to the loudness of the whole, measured over so many samples about it. */
function evenOut(round: Float32Array, over: number): void {
  const count = Math.floor(round.length / BLOCK);
  const wide = Math.round(over / BLOCK);
  if (wide >= count) return;
  const energies = new Float64Array(count);
  for (let block = 0, at = 0; block < count; block += 1) {
    let sum = 0;
    for (const end = at + BLOCK; at < end; at += 1) sum += (round[at] as number) ** 2;
    energies[block] = sum;
  }
  const whole = energies.reduce((sum, one) => sum + one, 0) / count;
  const gains = energies.map((_, block) => {
    let sum = 0;
    for (let k = 0; k < wide; k += 1) sum += energies[(block + k - (wide >> 1) + count) % count] as number;
    return sum > 0 ? Math.sqrt((whole * wide) / sum) : 1;
  });
  // From the middle of one block to the middle of the next the gain goes over in a straight line.
  for (let at = 0; at < round.length; at += 1) {
    const place = (at / BLOCK - 0.5 + count) % count;
    const block = Math.floor(place);
    const gain = gains[block] as number;
    round[at] = (round[at] as number) * (gain + (place - block) * ((gains[(block + 1) % count] as number) - gain));
  }
}
