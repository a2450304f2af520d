import { ANOTHER } from './heard-notes.ts';
import type { Frame } from './pitch-track.ts';

/** A pitch that may be meant: an open string, a note of a key. */
export interface Place {
  readonly name: string;
  readonly hz: number;
  /** It is meant in every octave. */
  readonly everywhere?: boolean;
}

/** Which place sounds, and how far off it is. */
export interface Tuned {
  readonly name: string;
  /** Flat below zero. */
  readonly cents: number;
}

/** A string is slack or strained by so much at most, half steps: a fourth. */
const SLACK = 5;
/** A pitch is told from so many frames: enough for a vibrato, few enough to follow a peg. */
const LONG = 15;
const LEAST = 3;

/** The place nearest to what sounds (MIDI number with its part of a half step); nothing if none is within a fourth. */
export function tunedTo(midi: number, places: readonly Place[]): Tuned | undefined {
  const near = places
    .map(({ name, hz, everywhere }) => {
      const away = midi - 69 - 12 * Math.log2(hz / 440);
      return { name, cents: 100 * (everywhere ? away - 12 * Math.round(away / 12) : away) };
    })
    .toSorted((a, b) => Math.abs(a.cents) - Math.abs(b.cents))[0];
  return near && Math.abs(near.cents) <= 100 * SLACK ? near : undefined;
}

/** A pitch as it is held: told from the last frames that agree, given one frame after another; nothing in silence. */
export function heldPitch(): (frame: Frame) => number | undefined {
  let held: number[] = [];
  let silent = 0;
  return ({ midi }) => {
    silent = midi === undefined ? silent + 1 : 0;
    if (silent > LEAST) held = [];
    if (midi !== undefined) {
      const last = held.at(-1);
      if (last !== undefined && Math.abs(last - midi) > ANOTHER) held = [];
      held = [...held, midi].slice(-LONG);
    }
    return held.length < LEAST ? undefined : held.reduce((sum, one) => sum + one, 0) / held.length;
  };
}
