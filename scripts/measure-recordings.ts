import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { MPEGDecoder } from 'mpg123-decoder';
import { PitchDetector } from 'pitchy';
import type { Measured } from './recordings.ts';

const root = join(import.meta.dirname, '..');
const NAMES = ['C', 'Cs', 'D', 'Ds', 'E', 'F', 'Fs', 'G', 'Gs', 'A', 'As', 'B'];
/** Samples of a frame of pitch, and from frame to frame. */
const FRAME = 8192;
const HOP = 2048;
/** The stretch that goes on lasts so many frames at most, and begins within so many of the first sound. */
const STRETCH = 40;
const FIRST = 60;
/** A stretch in which the pitch strays further than this from its middle, cents, is not used where a steadier one is to be had. */
const STRAYS = 4;
/** One recorded note in so many half steps is enough; fewer are less to load. */
const APART = 3;

/**
 * Measures every recorded note: what it really sounds, so that its own mistuning is taken off, how loud it is, and which
 * stretch of it can go on without being heard to begin again. Gives those that are used.
 *
 * @param name a package of recorded notes.
 */
export async function measure(name: string): Promise<Measured[]> {
  const folder = join(root, 'node_modules', name);
  const decoder = new MPEGDecoder();
  await decoder.ready;
  const found: Measured[] = [];
  for (const file of readdirSync(folder)) {
    const [, letter = '', octave = ''] = /^([A-G]s?)(\d)\.mp3$/.exec(file) ?? [];
    if (!letter) continue;
    const note = await measureFile(decoder, join(folder, file));
    if (note) found.push({ file, midi: NAMES.indexOf(letter) + 12 * (Number(octave) + 1), ...note });
  }
  decoder.free();
  found.sort((a, b) => a.midi - b.midi);
  const used: Measured[] = [];
  for (const note of found)
    if (note.midi - (used.at(-1)?.midi ?? -99) >= APART || note === found.at(-1)) used.push(note);
  return used;
}

/** What is measured of one file of a recorded note; nothing if no stretch of it is steady. */
export async function measureFile(
  decoder: MPEGDecoder,
  path: string,
): Promise<Pick<Measured, 'hz' | 'from' | 'to' | 'loud'> | undefined> {
  await decoder.reset();
  const { channelData, sampleRate } = decoder.decode(readFileSync(path));
  return channelData[0] && stretchOf(channelData[0], sampleRate);
}

/** The longest steady stretch near the beginning of a note; `undefined` if no stretch is steady. */
function stretchOf(sound: Float32Array, rate: number): Pick<Measured, 'hz' | 'from' | 'to' | 'loud'> | undefined {
  const detector = PitchDetector.forFloat32Array(FRAME);
  const frames: { hz: number; loud: number }[] = [];
  for (let at = 0; at + FRAME < sound.length; at += HOP) {
    const window = sound.slice(at, at + FRAME);
    const [hz, clear] = detector.findPitch(window, rate);
    frames.push({ hz: clear > 0.9 ? hz : 0, loud: loudnessOf(window) });
  }
  const most = Math.max(...frames.map(({ loud }) => loud));
  const begins = frames.findIndex(({ loud }) => loud > 0.5 * most);
  let best: { at: number; length: number; strays: number; hz: number; loud: number } | undefined;
  for (const length of [STRETCH, STRETCH / 2, STRETCH / 4]) {
    for (let at = begins; at < Math.min(begins + FIRST, frames.length - length); at += 1) {
      const these = frames.slice(at, at + length);
      if (these.some(({ hz, loud }) => hz === 0 || loud < 0.4 * most)) continue;
      const pitches = these.map(({ hz }) => hz).sort((a, b) => a - b);
      const middle = pitches[Math.floor(length / 2)] ?? 0;
      const strays = 1200 * Math.log2(Math.max((pitches.at(-1) ?? 0) / middle, middle / (pitches[0] ?? 1)));
      if (!best || strays < best.strays) {
        const loud = Math.sqrt(these.reduce((sum, one) => sum + one.loud ** 2, 0) / length);
        best = { at, length, strays, hz: middle, loud };
      }
    }
    if (best && best.strays <= STRAYS) break;
  }
  if (!best || best.strays > 2 * STRAYS) return undefined;
  const from = best.at * HOP;
  const to = alikeEnd(sound, from, from + best.length * HOP, rate / best.hz);
  return { hz: best.hz, from: from / rate, to: to / rate, loud: best.loud };
}

/** The place near the end of a stretch where the sound goes on most like at its beginning, within two periods. */
function alikeEnd(sound: Float32Array, from: number, to: number, period: number): number {
  const window = Math.round(6 * period);
  let best = { at: to, like: -Infinity };
  for (let at = Math.round(to - 2 * period); at <= to; at += 1) {
    let [like, here, there] = [0, 0, 0];
    for (let k = 0; k < window; k += 1) {
      const [a, b] = [sound[from + k] ?? 0, sound[at + k] ?? 0];
      like += a * b;
      here += a * a;
      there += b * b;
    }
    const share = like / Math.sqrt(here * there || 1);
    if (share > best.like) best = { at, like: share };
  }
  return best.at;
}

function loudnessOf(window: Float32Array): number {
  return Math.sqrt(window.reduce((sum, one) => sum + one * one, 0) / window.length);
}
