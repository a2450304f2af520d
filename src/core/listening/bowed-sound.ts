import { draws } from '../base/index.ts';
import type { InventedPupil } from './invented-pupil.ts';
import type { PlayedNote } from './performance.ts';

/** Samples a second. */
export const RATE = 44_100;

/** Partials of a bowed string, the first strongest; each note's are a little its own. From memory. */
const PARTIALS = [1, 0.65, 0.5, 0.34, 0.27, 0.18, 0.13, 0.09, 0.06, 0.04];

/** Seconds a bow takes hold in, lets go in, and an open string rings on. */
const ATTACK = 0.05;
const RELEASE = 0.06;
const RING = 0.35;
const VIBRATO_HZ = 5.4;
const LOUD = 0.22;

/** A performance as sound: one channel, between −1 and 1. Bow-like beginnings, vibrato, noise; seeded. */
export function bowedSound(notes: readonly PlayedNote[], pupil: InventedPupil): Float32Array {
  const end = Math.max(0, ...notes.map(({ onset, length }) => onset + length)) + 0.6;
  const samples = new Float32Array(Math.ceil(end * RATE));
  const draw = draws(pupil.seed);
  let phase = 0;
  let last: PlayedNote | undefined;
  for (const [k, note] of notes.entries()) {
    const goesOn = notes[k + 1]?.joined === true;
    const colour = PARTIALS.map((level) => level * (0.85 + 0.3 * draw()));
    const swing = draw() * 2 * Math.PI;
    const ring = note.open && !goesOn ? RING : 0;
    const from = Math.round(note.onset * RATE);
    const until = Math.round((note.onset + note.length) * RATE);
    const tail = Math.round(Math.max(RELEASE, ring) * RATE);
    const came = last?.hz ?? note.hz;
    if (!note.joined) phase = draw() * 2 * Math.PI;
    for (let at = from; at < until + (goesOn ? 0 : tail) && at < samples.length; at += 1) {
      const time = (at - from) / RATE;
      const slid = note.slide > 0 ? Math.min(1, time / note.slide) : 1;
      const hz = came * (note.hz / came) ** slid;
      // A vibrato comes in after the note is found; an open string has none.
      const depth = note.open ? 0 : pupil.vibrato * Math.min(1, Math.max(0, (time - 0.12) / 0.1));
      phase += (2 * Math.PI * hz * 2 ** ((depth * Math.sin(swing + 2 * Math.PI * VIBRATO_HZ * time)) / 1200)) / RATE;
      const left = (until - at) / RATE;
      const rises = note.joined ? 1 : Math.min(1, time / ATTACK);
      const falls = goesOn
        ? 1
        : left >= RELEASE / 2
          ? 1
          : ring > 0
            ? ringing(left, ring)
            : Math.max(0, (left + RELEASE / 2) / RELEASE);
      let wave = 0;
      for (let partial = 0; partial < colour.length; partial += 1) {
        if (hz * (partial + 1) > 16_000) break;
        wave += (colour[partial] as number) * Math.sin(phase * (partial + 1) + partial * partial);
      }
      samples[at] = (samples[at] ?? 0) + LOUD * rises * falls * wave;
    }
    last = note;
  }
  const hiss = 10 ** (pupil.noise / 20) * Math.sqrt(3);
  for (let at = 0; at < samples.length; at += 1) {
    samples[at] = Math.max(-1, Math.min(1, (samples[at] as number) * 0.6 + hiss * (2 * draw() - 1)));
  }
  return samples;
}

/** How loud an open string still is when the bow has left it. */
function ringing(left: number, ring: number): number {
  const gone = -left + RELEASE / 2;
  return gone <= 0 ? 1 : Math.exp((-5 * gone) / ring) * Math.max(0, 1 - gone / ring);
}
