import { PitchDetector } from 'pitchy';

/** What is heard at one moment. */
export interface Frame {
  /** The middle of what was listened to, seconds. */
  readonly time: number;
  /** MIDI number with its part of a half step, by A = 440; nothing where no pitch is heard. */
  readonly midi: number | undefined;
  /** Root of the mean square. */
  readonly loud: number;
}

/** Sound and how fast it was taken. */
export interface Sound {
  /** Between −1 and 1. */
  readonly samples: Float32Array;
  /** Samples a second. */
  readonly rate: number;
}

/** Seconds from frame to frame. */
export const HOP = 0.01;

/** So many periods of the lowest note fit into what is listened to at once. */
const PERIODS = 3.2;
/** How clear a pitch must be, 0 to 1. */
const CLEAR = 0.68;
/** Below this note half the samples tell as much in half the time: C3. */
const LOW = 48;
/** What is so far under the loudest is silence, decibels. */
const SILENCE = -38;

/** The pitch at every hundredth of a second, between two notes (MIDI); given its progress, 0 to 1, on the way. Pitch by McLeod's method (`pitchy`). */
export function* pitchTrack(sound: Sound, lowest: number, highest: number): Generator<number, Frame[]> {
  const { samples, rate } = lowest < LOW ? halved(sound) : sound;
  const lowHz = 440 * 2 ** ((lowest - 69) / 12);
  const wanted = (PERIODS * rate) / lowHz;
  const size = 2 ** Math.max(10, Math.ceil(Math.log2(wanted)) - (Math.log2(wanted) % 1 < 0.3 ? 1 : 0));
  const detector = PitchDetector.forFloat32Array(size);
  const step = Math.round(HOP * rate);
  const loudness = loudnessTrack(samples, rate);
  const gate = Math.max(...loudness) * 10 ** (SILENCE / 20);
  const frames: Frame[] = [];
  const window = new Float32Array(size);
  for (let k = 0; k * step < samples.length; k += 1) {
    const middle = k * step;
    const from = middle - size / 2;
    const loud = loudness[k] ?? 0;
    let midi: number | undefined;
    if (loud > gate) {
      window.fill(0);
      const begin = Math.max(0, from);
      window.set(samples.subarray(begin, Math.min(samples.length, from + size)), begin - from);
      const [hz, clarity] = detector.findPitch(window, rate);
      const heard = 69 + 12 * Math.log2(hz / 440);
      if (clarity >= CLEAR && heard >= lowest - 3 && heard <= highest + 3) midi = heard;
    }
    frames.push({ time: middle / rate, midi, loud });
    if (k % 200 === 199) yield middle / samples.length;
  }
  return frames;
}

/** The same sound at half the samples, each the mean of two. */
function halved({ samples, rate }: Sound): Sound {
  const half = new Float32Array(Math.floor(samples.length / 2));
  for (let at = 0; at < half.length; at += 1) half[at] = ((samples[2 * at] ?? 0) + (samples[2 * at + 1] ?? 0)) / 2;
  return { samples: half, rate: rate / 2 };
}

/** Loudness at every hop, over thirty thousandths of a second. */
function loudnessTrack(samples: Float32Array, rate: number): number[] {
  const step = Math.round(HOP * rate);
  const half = Math.round(0.015 * rate);
  const track: number[] = [];
  for (let middle = 0; middle < samples.length; middle += step) {
    let sum = 0;
    const [from, to] = [Math.max(0, middle - half), Math.min(samples.length, middle + half)];
    for (let at = from; at < to; at += 1) sum += (samples[at] as number) ** 2;
    track.push(Math.sqrt(sum / Math.max(1, to - from)));
  }
  return track;
}
