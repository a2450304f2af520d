/** A mix that is fainter than this share of its loudest channel is one in which the channels cancel each other. */
const CANCELLED = 0.3;

/**
 * The channels of a sound in one: their mean; where they cancel each other, as when one is inverted, the loudest alone.
 *
 * @param channels samples between −1 and 1, all of one length.
 * @example mixDown([new Float32Array([1]), new Float32Array([-1])]) // the first channel
 */
export function mixDown(channels: readonly Float32Array[]): Float32Array {
  const [first, ...others] = channels;
  if (!first) return new Float32Array(0);
  if (others.length === 0) return first;
  const mixed = new Float32Array(first.length);
  for (const channel of channels) {
    for (let at = 0; at < mixed.length; at += 1) mixed[at] = (mixed[at] ?? 0) + (channel[at] ?? 0) / channels.length;
  }
  const loudest = channels.reduce((best, one) => (energyOf(one) > energyOf(best) ? one : best));
  return energyOf(mixed) < CANCELLED ** 2 * energyOf(loudest) ? loudest : mixed;
}

/** Mean square of the samples. */
function energyOf(samples: Float32Array): number {
  let sum = 0;
  for (const sample of samples) sum += sample * sample;
  return sum / Math.max(1, samples.length);
}
