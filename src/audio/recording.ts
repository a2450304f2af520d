import type { Sound } from '../core/listening/pitch-track.ts';

/** Samples a second a recording is heard at. */
const RATE = 44_100;
/** The longest recording that is heard, seconds. */
export const LONGEST = 20 * 60;

/** A file of sound as the browser decodes it, its channels in one. Throws a sentence where it can't be read or is too long. */
export async function decodeRecording(file: Blob & { readonly name?: string }): Promise<Sound> {
  const name = file.name ?? 'This file';
  let decoded: AudioBuffer;
  try {
    decoded = await new OfflineAudioContext(1, 1, RATE).decodeAudioData(await file.arrayBuffer());
  } catch {
    throw new Error(`${name} is no recording this browser can read. Save it as WAVE, MP3 or Ogg, and choose it again.`);
  }
  if (decoded.duration > LONGEST) {
    const minutes = Math.round(decoded.duration / 60);
    throw new Error(
      `${name} lasts ${minutes} minutes; at most 20 can be heard. Cut out the study, and choose it again.`,
    );
  }
  const samples = new Float32Array(decoded.length);
  for (let channel = 0; channel < decoded.numberOfChannels; channel += 1) {
    const own = decoded.getChannelData(channel);
    for (let at = 0; at < own.length; at += 1)
      samples[at] = (samples[at] ?? 0) + (own[at] ?? 0) / decoded.numberOfChannels;
  }
  return { samples, rate: decoded.sampleRate };
}
