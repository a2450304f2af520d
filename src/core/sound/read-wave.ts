import { granted, refused, type Outcome } from '../base/index.ts';
import { mixDown } from './mix-down.ts';

/** Sound out of a WAVE file: its channels mixed into one, between −1 and 1; samples a second. */
export interface WaveSound {
  readonly samples: Float32Array;
  readonly rate: number;
}

/** Samples a second that recordings are made at. */
const RATES = [4_000, 384_000] as const;
const MOST_CHANNELS = 16;
/** The longest recording that is heard, seconds. */
export const LONGEST_SOUND = 20 * 60;

const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;

/**
 * Reads a WAVE file of whole numbers (8 to 32 bits) or floating ones. Refuses what it is not.
 * Source: Multimedia Programming Interface and Data Specifications 1.0 (IBM and Microsoft, 1991).
 */
export function readWave(bytes: Uint8Array): Outcome<WaveSound> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const word = (at: number): string => String.fromCharCode(...bytes.subarray(at, at + 4));
  if (bytes.length < 44 || word(0) !== 'RIFF' || word(8) !== 'WAVE') {
    return refuse('This is no WAVE file. Save the recording as WAVE (.wav), 16 bits, and read that.');
  }
  let format: { kind: number; channels: number; rate: number; bits: number } | undefined;
  for (let at = 12; at + 8 <= bytes.length;) {
    const [name, length] = [word(at), view.getUint32(at + 4, true)];
    const from = at + 8;
    if (name === 'fmt ' && from + 16 <= bytes.length) {
      const kind = view.getUint16(from, true);
      format = {
        kind: kind === EXTENSIBLE && length >= 26 ? view.getUint16(from + 24, true) : kind,
        channels: view.getUint16(from + 2, true),
        rate: view.getUint32(from + 4, true),
        bits: view.getUint16(from + 14, true),
      };
    }
    if (name === 'data') {
      if (!format) return refuse('This WAVE file does not say how its sound is written. Save the recording again.');
      const end = Math.min(bytes.length, from + length);
      const read = reader(view, format.kind, format.bits);
      if (!read || format.channels === 0 || format.rate === 0) {
        return refuse(
          'The sound in this WAVE file is packed. Save the recording as plain WAVE, 16 bits, and read that.',
        );
      }
      const { channels, rate } = format;
      const [least, most] = RATES;
      if (rate < least || rate > most) {
        const said = `${rate} ${rate === 1 ? 'sample' : 'samples'} a second`;
        return refuse(
          `This WAVE file says it has ${said}; ${least} to ${most} can be heard. Save the recording again.`,
        );
      }
      if (channels > MOST_CHANNELS) {
        return refuse(`This WAVE file says it has ${channels} channels; at most ${MOST_CHANNELS} can be heard.`);
      }
      const width = format.bits / 8;
      const count = Math.floor((end - from) / (width * channels));
      if (count / rate > LONGEST_SOUND) {
        const minutes = Math.ceil(count / rate / 60);
        return refuse(
          `This recording lasts ${minutes} minutes; at most ${LONGEST_SOUND / 60} minutes can be heard. Cut out the study, and read that.`,
        );
      }
      const all = Array.from({ length: channels }, (_, channel) => {
        const samples = new Float32Array(count);
        for (let k = 0; k < count; k += 1) samples[k] = read(from + (k * channels + channel) * width);
        return samples;
      });
      return granted({ samples: mixDown(all), rate });
    }
    at = from + length + (length % 2);
  }
  return refuse('This WAVE file holds no sound. Save the recording again.');
}

function reader(view: DataView, kind: number, bits: number): ((at: number) => number) | undefined {
  if (kind === FLOAT && bits === 32) return (at) => view.getFloat32(at, true);
  if (kind === FLOAT && bits === 64) return (at) => view.getFloat64(at, true);
  if (kind !== PCM) return undefined;
  if (bits === 8) return (at) => (view.getUint8(at) - 128) / 128;
  if (bits === 16) return (at) => view.getInt16(at, true) / 32_768;
  if (bits === 24) return (at) => (view.getInt8(at + 2) * 65_536 + view.getUint16(at, true)) / 8_388_608;
  return bits === 32 ? (at) => view.getInt32(at, true) / 2_147_483_648 : undefined;
}

function refuse(reason: string): ReturnType<typeof refused> {
  return refused('unreadable', 'audio', { reason });
}
