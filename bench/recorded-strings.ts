import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { MPEGDecoder } from 'mpg123-decoder';
import { PitchDetector } from 'pitchy';
import { draws } from '../src/core/base/draws.ts';
import type { InstrumentId } from '../src/core/instruments/instruments.ts';
import type { PlayedNote } from '../src/core/listening/performance.ts';
import { RECORDED } from '../scripts/recordings.ts';

/** A note somebody bowed before a microphone, from its first sound on. */
interface RecordedNote {
  readonly samples: Float32Array;
  readonly rate: number;
  /** What its file calls it, MIDI. */
  readonly midi: number;
}

export type RecordedStrings = Readonly<Record<keyof typeof RECORDED, readonly RecordedNote[]>>;

const NAMES = ['C', 'Cs', 'D', 'Ds', 'E', 'F', 'Fs', 'G', 'Gs', 'A', 'As', 'B'];
const root = join(import.meta.dirname, '..');

/** Every single note of the packages of recordings (CC BY 3.0): the files the application sounds by, here as the voice of a pupil. */
export async function recordedStrings(): Promise<RecordedStrings> {
  const all: Partial<Record<keyof typeof RECORDED, RecordedNote[]>> = {};
  const decoder = new MPEGDecoder();
  await decoder.ready;
  for (const [instrument, name] of Object.entries(RECORDED) as [keyof typeof RECORDED, string][]) {
    const folder = join(root, 'node_modules', name);
    const notes: RecordedNote[] = [];
    for (const file of readdirSync(folder)) {
      const [, letter = '', octave = ''] = /^([A-G]s?)(\d)\.mp3$/.exec(file) ?? [];
      if (!letter) continue;
      await decoder.reset();
      const { channelData, sampleRate } = decoder.decode(readFileSync(join(folder, file)));
      const whole = channelData[0];
      if (!whole) continue;
      const { begins, usual } = speaks(whole, sampleRate);
      notes.push({
        samples: whole.slice(begins).map((one) => (LOUD * one) / usual),
        rate: sampleRate,
        midi: NAMES.indexOf(letter) + 12 * (Number(octave) + 1),
      });
    }
    all[instrument] = notes;
  }
  decoder.free();
  return all as RecordedStrings;
}

/** What all recordings are brought to, root of the mean square. */
const LOUD = 0.16;

/** Where a recording speaks: single notes are swelled into over up to half a second, notes of a scale are not. And its usual loudness. */
function speaks(whole: Float32Array, rate: number): { begins: number; usual: number } {
  const block = Math.round(0.02 * rate);
  const loud: number[] = [];
  for (let from = 0; from + block < Math.min(whole.length, 2 * rate); from += block) {
    const part = whole.subarray(from, from + block);
    loud.push(Math.sqrt(part.reduce((sum, one) => sum + one * one, 0) / block));
  }
  const usual = loud.toSorted((a, b) => a - b)[Math.floor(loud.length / 2)] ?? LOUD;
  return {
    begins:
      block *
      Math.max(
        0,
        loud.findIndex((one) => one > 0.4 * usual),
      ),
    usual,
  };
}

/** What sounded, and each note's true place: the recording's own pitch, measured on what is heard of it, moved by what was asked. */
export interface RecordedPerformance {
  readonly samples: Float32Array;
  readonly rate: number;
  /** Cents off the note that was meant, the recording's own mistuning in it; nothing if the recording has no steady pitch. */
  readonly cents: readonly (number | undefined)[];
}

const RATE = 44_100;
/** Seconds in which a bow takes hold, goes over into the next note of a slur, and lets go. */
const ATTACK = 0.03;
const JOIN = 0.04;
const RELEASE = 0.06;
/** Reflections of a room: how many, within how many seconds, and how far below the sound, decibels. */
const ROOM = { reflections: 40, seconds: 0.25, below: -22 } as const;

/**
 * A performance put together from recorded single notes: each the nearest recording moved to the pitch played, beginning
 * as it was bowed, or joined to the note before within a slur; then a room, and noise so many decibels below full.
 */
export function recordedPerformance(
  strings: RecordedStrings,
  instrument: InstrumentId,
  played: readonly PlayedNote[],
  { seed, noise }: { seed: number; noise: number },
): RecordedPerformance {
  const draw = draws(seed);
  const end = Math.max(0, ...played.map(({ onset, length }) => onset + length)) + 0.6;
  const dry = new Float32Array(Math.ceil(end * RATE));
  const cents = played.map((note, k) => {
    const recorded = nearest(strings, instrument, note.midi);
    const named = 440 * 2 ** ((recorded.midi - 69) / 12);
    const speed = (note.hz / named) * (recorded.rate / RATE);
    const goesOn = played[k + 1]?.joined === true;
    const [rise, fall] = [note.joined ? JOIN : ATTACK, goesOn ? JOIN : RELEASE];
    // A note joined on begins where its recording already sounds.
    const skipped = note.joined ? 0.12 * recorded.rate : 0;
    const count = Math.round((note.length + (goesOn ? JOIN : 0)) * RATE);
    const from = Math.round(note.onset * RATE);
    for (let at = 0; at < count && from + at < dry.length; at += 1) {
      const place = skipped + at * speed;
      const [left, share] = [Math.floor(place), place % 1];
      const value = (recorded.samples[left] ?? 0) * (1 - share) + (recorded.samples[left + 1] ?? 0) * share;
      const level = Math.min(1, at / RATE / rise, (count - at) / RATE / fall);
      dry[from + at] = (dry[from + at] ?? 0) + level * value;
    }
    const own = ownPitch(recorded, skipped, (count - fall * RATE) * speed);
    return own === undefined ? undefined : note.cents + 1200 * Math.log2(own / named);
  });
  const wet = Float32Array.from(dry);
  for (let k = 0; k < ROOM.reflections; k += 1) {
    const delay = Math.round((0.008 + ROOM.seconds * draw()) * RATE);
    const level = 10 ** ((ROOM.below - (30 * delay) / RATE / ROOM.seconds) / 20) * (draw() < 0.5 ? -1 : 1);
    for (let at = delay; at < wet.length; at += 1) wet[at] = (wet[at] as number) + level * (dry[at - delay] as number);
  }
  const hiss = 10 ** (noise / 20) * Math.sqrt(3);
  return { samples: wet.map((one) => one + hiss * (2 * draw() - 1)), rate: RATE, cents };
}

/** The viola has its neighbours' strings, as in the application. */
function nearest(strings: RecordedStrings, instrument: InstrumentId, midi: number): RecordedNote {
  const bank = instrument === 'viola' ? (midi < 59 ? strings.cello : strings.violin) : strings[instrument];
  return bank.reduce((best, one) => (Math.abs(one.midi - midi) < Math.abs(best.midi - midi) ? one : best));
}

/** What a recording sounds over a stretch of its samples, Hz: the middle of windows twice as long as the product's own; nothing if no pitch is clear. */
function ownPitch({ samples, rate, midi }: RecordedNote, from: number, length: number): number | undefined {
  const named = 440 * 2 ** ((midi - 69) / 12);
  const size = 2 ** Math.round(Math.log2((7 * rate) / named));
  const detector = PitchDetector.forFloat32Array(size);
  const found: number[] = [];
  for (let at = from + 0.05 * rate; at + size < from + length; at += size / 8) {
    const [hz, clear] = detector.findPitch(samples.slice(Math.round(at), Math.round(at) + size), rate);
    // A recording that sounds a half step beside its name is taken for what it sounds.
    if (clear > 0.9 && Math.abs(Math.log2(hz / named)) < 0.15) found.push(hz);
  }
  found.sort((a, b) => a - b);
  return found.length < 3 ? undefined : found[Math.floor(found.length / 2)];
}
