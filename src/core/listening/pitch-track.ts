import { PitchDetector } from 'pitchy';

/** What is heard at one moment. */
export interface Frame {
  /** The middle of what was listened to, seconds. */
  readonly time: number;
  /** MIDI number with its part of a half step, by A = 440; nothing if no pitch is heard. */
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
/** How clear a pitch must be, 0 to 1: a low string bowed with its noise is far from 1. */
const CLEAR = 0.68;
/** Below this note half the samples tell as much in half the time: C3. */
const LOW = 48;
/** What is so far under the loudest is silence, decibels. */
const SILENCE = -38;
/** What is softer than this is silence however soft all else is, root of the mean square. */
const FAINT = 0.0015;
/** Loudness is taken over so much to each side, seconds. */
const AROUND = 0.015;

/** How a range of notes is listened to: how many samples at once, at what rate, and the pitch of so many of them. */
interface Ear {
  readonly size: number;
  readonly rate: number;
  /** Every other sample is enough. */
  readonly halves: boolean;
  readonly pitch: (window: Float32Array) => number | undefined;
}

/** An ear for what lies between two notes (MIDI). Pitch by McLeod's method (`pitchy`). */
function earFor(given: number, lowest: number, highest: number): Ear {
  const halves = lowest < LOW;
  const rate = halves ? given / 2 : given;
  const wanted = (PERIODS * rate) / (440 * 2 ** ((lowest - 69) / 12));
  const size = 2 ** Math.max(10, Math.ceil(Math.log2(wanted)) - (Math.log2(wanted) % 1 < 0.3 ? 1 : 0));
  const detector = PitchDetector.forFloat32Array(size);
  return {
    size,
    rate,
    halves,
    pitch: (window) => {
      const [hz, clarity] = detector.findPitch(window, rate);
      const midi = 69 + 12 * Math.log2(hz / 440);
      return clarity >= CLEAR && midi >= lowest - 3 && midi <= highest + 3 ? midi : undefined;
    },
  };
}

/** The pitch at every hundredth of a second, between two notes (MIDI); given its progress, 0 to 1, on the way. */
export function* pitchTrack(sound: Sound, lowest: number, highest: number): Generator<number, Frame[]> {
  const { size, rate, halves, pitch } = earFor(sound.rate, lowest, highest);
  const samples = halves ? halved(sound.samples) : sound.samples;
  const step = Math.round(HOP * rate);
  const loudness = loudnessTrack(samples, rate);
  const gate = loudness.reduce((most, one) => Math.max(most, one), 0) * 10 ** (SILENCE / 20);
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
      midi = pitch(window);
    }
    frames.push({ time: middle / rate, midi, loud });
    if (k % 200 === 199) yield middle / samples.length;
  }
  return frames;
}

/**
 * The same from samples as they come: give it what was taken since the last time, it gives the frames that are now
 * complete. A frame is complete half a window after its middle.
 */
export function liveTrack(given: number, lowest: number, highest: number): (samples: Float32Array) => Frame[] {
  const { size, rate, halves, pitch } = earFor(given, lowest, highest);
  const step = Math.round(HOP * rate);
  const half = Math.round(AROUND * rate);
  let kept = new Float32Array(0);
  let odd: number | undefined;
  /** How many samples came before the first that is kept, and the middle of the next frame. */
  let gone = 0;
  let middle = 0;
  let most = 0;
  return (samples) => {
    let fresh = samples;
    if (halves) {
      const whole = odd === undefined ? samples : joined(Float32Array.of(odd), samples);
      odd = whole.length % 2 === 1 ? whole.at(-1) : undefined;
      fresh = halved(whole);
    }
    kept = joined(kept, fresh);
    const frames: Frame[] = [];
    while (middle + size / 2 <= gone + kept.length) {
      const from = middle - size / 2 - gone;
      const window = new Float32Array(size);
      window.set(kept.subarray(Math.max(0, from), from + size), Math.max(0, -from));
      const loud = loudnessAt(kept, middle - gone, half);
      most = Math.max(most, loud);
      const heard = loud > Math.max(FAINT, most * 10 ** (SILENCE / 20)) ? pitch(window) : undefined;
      frames.push({ time: middle / rate, midi: heard, loud });
      middle += step;
    }
    const needless = Math.max(0, Math.floor(middle - size / 2 - gone));
    kept = kept.slice(needless);
    gone += needless;
    return frames;
  };
}

/** How long after a sound its frame is complete, seconds. */
export function delayOf(rate: number, lowest: number, highest: number): number {
  const ear = earFor(rate, lowest, highest);
  return ear.size / 2 / ear.rate;
}

/** Every two samples as their mean. */
function halved(samples: Float32Array): Float32Array<ArrayBuffer> {
  const half = new Float32Array(Math.floor(samples.length / 2));
  for (let at = 0; at < half.length; at += 1) half[at] = ((samples[2 * at] ?? 0) + (samples[2 * at + 1] ?? 0)) / 2;
  return half;
}

function joined(first: Float32Array, second: Float32Array): Float32Array<ArrayBuffer> {
  const both = new Float32Array(first.length + second.length);
  both.set(first);
  both.set(second, first.length);
  return both;
}

/** Loudness at every hop. */
function loudnessTrack(samples: Float32Array, rate: number): number[] {
  const step = Math.round(HOP * rate);
  const half = Math.round(AROUND * rate);
  const track: number[] = [];
  for (let middle = 0; middle < samples.length; middle += step) track.push(loudnessAt(samples, middle, half));
  return track;
}

function loudnessAt(samples: Float32Array, middle: number, half: number): number {
  let sum = 0;
  const [from, to] = [Math.max(0, middle - half), Math.min(samples.length, middle + half)];
  for (let at = from; at < to; at += 1) sum += (samples[at] as number) ** 2;
  return Math.sqrt(sum / Math.max(1, to - from));
}
