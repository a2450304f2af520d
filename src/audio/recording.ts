import { admitted } from '../core/base/index.ts';
import type { Sound } from '../core/listening/index.ts';
import { mixDown, LONGEST_SOUND } from '../core/sound/index.ts';

/** Samples a second a recording is heard at. */
const RATE = 44_100;
/** A file of sound as the browser decodes it, its channels in one. Throws a sentence where it can't be read or is too long. */
export async function decodeRecording(file: Blob & { readonly name?: string }): Promise<Sound> {
  const name = file.name ?? 'This file';
  const size = admitted('recording', file.size, 'audio');
  if (!size.ok) throw new Error(`${name}: ${size.refusal.message}`);
  let decoded: AudioBuffer;
  try {
    decoded = await new OfflineAudioContext(1, 1, RATE).decodeAudioData(await file.arrayBuffer());
  } catch {
    throw new Error(`${name} is no recording this browser can read. Save it as WAVE, MP3 or Ogg, and choose it again.`);
  }
  if (decoded.duration > LONGEST_SOUND) {
    const minutes = Math.round(decoded.duration / 60);
    throw new Error(
      `${name} lasts ${minutes} minutes; at most 20 can be heard. Cut out the study, and choose it again.`,
    );
  }
  const channels = Array.from({ length: decoded.numberOfChannels }, (_, channel) => decoded.getChannelData(channel));
  return { samples: mixDown(channels), rate: decoded.sampleRate };
}
