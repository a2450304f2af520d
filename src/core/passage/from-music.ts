import { lowestPitch, type Instrument } from '../instruments/index.ts';
import type { Music, MusicNote } from '../recipe/index.ts';
import { type FormId, parsePitch, type Pitch, degreeOf, type Heading } from '../theory/index.ts';
import type { Motion, OwnBar, OwnBow, Passage, PassageNote } from './passage.ts';
import { leaningOf, lowestTonic } from './tonic.ts';

/** So many half steps one after the other, one way, are a chromatic run. Common practice, no source. */
const CHROMATIC_RUN = 3;

/** Silence after which the hand begins again, quarter notes: the line no longer asks for neighbouring strings. */
const FREE_AFTER = 1;

/** Music somebody else wrote as notes to be played, in the key it stands in. */
export function fromMusic(
  music: Music,
  key: { readonly tonic: string; readonly form: FormId },
  instrument: Instrument,
): Passage {
  const tonic = lowestTonic(key.tonic, lowestPitch(instrument));
  const pitches = music.notes.map(({ pitch }) => pitchNamed(pitch));
  const runs = chromaticRuns(pitches);
  let heading: Heading = (pitches[1]?.midi ?? 0) < (pitches[0]?.midi ?? 0) ? 'down' : 'up';
  let reached = 0;
  const notes = music.notes.map(({ onset, length, chord }, at): PassageNote => {
    const pitch = pitches[at] as Pitch;
    const before = pitches[at - 1];
    const rise = before ? pitch.midi - before.midi : 0;
    if (rise !== 0) heading = rise > 0 ? 'up' : 'down';
    const rest = at > 0 ? onset - reached : 0;
    reached = Math.max(reached, onset + length);
    return {
      at,
      pitch,
      degree: degreeOf(pitch, tonic),
      heading,
      motion: motionTo(rise, rest),
      time: { onset, length },
      ...(runs.has(at) ? { chromatic: true as const } : {}),
      ...(before && rise === 0 ? { repeats: true as const } : {}),
      ...(chord ? { chord: chord.map(pitchNamed) } : {}),
      ...(rest > 1e-6 ? { restBefore: rest } : {}),
    };
  });
  const bars = barsOf(music);
  const highest = Math.max(...pitches.map(({ midi }) => midi));
  const first = bars[0]?.metre ?? { beats: 4, unit: 4 };
  return {
    notes,
    course: 'free',
    top: pitches.findIndex(({ midi }) => midi === highest),
    parts: [0],
    tonic,
    leaning: leaningOf(key),
    own: {
      beats: (4 * first.beats) / first.unit,
      length: bars.reduce((sum, { length }) => sum + length, 0),
      bars,
      bows: bowsOf(music.notes),
    },
  };
}

function pitchNamed(name: string): Pitch {
  const pitch = parsePitch(name);
  if (!pitch) throw new Error(`${name} is no pitch.`);
  return pitch;
}

function motionTo(rise: number, rest: number): Motion {
  return Math.abs(rise) <= 2 && rest < FREE_AFTER ? 'step' : 'leap';
}

/** Notes that stand in a row of half steps going one way. */
function chromaticRuns(pitches: readonly Pitch[]): ReadonlySet<number> {
  const inRuns = new Set<number>();
  let [from, way] = [0, 0];
  for (let at = 1; at <= pitches.length; at += 1) {
    const rise = (pitches[at]?.midi ?? Number.NaN) - (pitches[at - 1]?.midi ?? 0);
    if (Math.abs(rise) === 1 && (way === 0 || rise === way)) {
      way = rise;
      continue;
    }
    if (at - 1 - from >= CHROMATIC_RUN) for (let k = from; k < at; k += 1) inRuns.add(k);
    [from, way] = Math.abs(rise) === 1 ? [at - 1, rise] : [at, 0];
  }
  return inRuns;
}

/** Bars with the metre and the signature in force in each. */
function barsOf({ bars }: Music): OwnBar[] {
  let metre = { beats: 4, unit: 4 };
  let fifths = 0;
  return bars.map((bar) => {
    metre = bar.metre ?? metre;
    fifths = bar.fifths ?? fifths;
    return { number: bar.number, onset: bar.onset, length: bar.length, metre, fifths };
  });
}

function bowsOf(notes: readonly MusicNote[]): OwnBow[] {
  const bows: OwnBow[] = [];
  notes.forEach(({ bow }, at) => {
    const last = bows.at(-1);
    if (bow || !last) bows.push({ from: at, to: at, direction: bow ?? 'down' });
    else bows[bows.length - 1] = { ...last, to: at };
  });
  return bows;
}
