import type { Instrument } from '../instruments/index.ts';
import type { Passage } from '../passage/index.ts';
import { bowStrokes } from './bow.ts';
import { type Bowing, beatsPerMinute } from '../recipe/index.ts';
import { TICKS_PER_BEAT, timeNotes, type TimedNote } from './rhythm.ts';

/** How a study lies in time at its tempo. */
export interface Pace {
  /** Length of the study, seconds. */
  readonly seconds: number;
  /** Longest and shortest bow, seconds. */
  readonly longestBow: number;
  readonly shortestStroke: number;
  /** Notes of the left hand a second, where they come fastest. */
  readonly notesPerSecond: number;
  /** What can't be played so, and what would work. */
  readonly warnings: readonly string[];
}

/** The pace of a study, with warnings that say what would work. */
export function paceOf(
  passage: Passage,
  bowing: Bowing,
  instrument: Pick<Instrument, 'bow' | 'fastest'>,
  chromatic = false,
): Pace {
  const timed = timeNotes(passage, bowing, chromatic);
  const beat = 60 / beatsPerMinute(bowing);
  const seconds = (ticks: number): number => (ticks / TICKS_PER_BEAT) * beat;
  const first = timed[0]?.onset ?? 0;
  const end = timed.at(-1);
  const span = (from: number, to: number): number => {
    const notes = timed.filter((note) => note.at >= from && note.at <= to);
    const last = notes.at(-1) as TimedNote;
    return seconds(last.onset + last.length - (notes[0] as TimedNote).onset);
  };
  const bows =
    bowing.repeats > 1
      ? timed.map((note) => seconds(note.length))
      : bowStrokes(passage, bowing).map(({ from, to }) => span(from, to));
  const longestBow = Math.max(...bows);
  const shortestStroke = Math.min(...bows);
  const quickest = Math.min(...timed.map((note) => note.length)) * bowing.repeats;
  const notesPerSecond = 1 / seconds(quickest);
  return {
    seconds: end ? seconds(end.onset + end.length - first) : 0,
    longestBow,
    shortestStroke,
    notesPerSecond,
    warnings: warningsOf({ longestBow, shortestStroke, notesPerSecond }, bowing, instrument),
  };
}

function warningsOf(
  { longestBow, shortestStroke, notesPerSecond }: Pick<Pace, 'longestBow' | 'shortestStroke' | 'notesPerSecond'>,
  bowing: Bowing,
  instrument: Pick<Instrument, 'bow' | 'fastest'>,
): string[] {
  const { longest, shortest } = instrument.bow;
  const most = instrument.fastest;
  const bpm = beatsPerMinute(bowing);
  const lines: string[] = [];
  if (longestBow > longest + 1e-6) {
    lines.push(
      `The longest bow lasts ${longestBow.toFixed(1)} s; beyond ${longest} s the sound gives out. Take ${Math.ceil((bpm * longestBow) / longest)} beats a minute or more, or fewer notes to a bow.`,
    );
  }
  if (shortestStroke < shortest - 1e-6) {
    lines.push(
      `The shortest stroke lasts ${Math.round(shortestStroke * 1000)} ms; under ${Math.round(shortest * 1000)} ms the string hardly speaks. Take ${Math.floor((bpm * shortestStroke) / shortest)} beats a minute or fewer, or more notes to a bow.`,
    );
  }
  if (notesPerSecond > most) {
    lines.push(
      `${notesPerSecond.toFixed(1)} notes a second are more than a left hand plays (${most}). Take ${Math.floor((bpm * most) / notesPerSecond)} beats a minute or fewer, or fewer notes to a beat.`,
    );
  }
  return lines;
}
