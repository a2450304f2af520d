import { bendOf } from '../shifts/index.ts';
import { instrumentFor } from '../instruments/index.ts';
import type { ScoredStudy } from '../score/index.ts';
import { printed } from '../theory/index.ts';

/** What is called ahead of a note. */
export interface Call {
  readonly at: number;
  /** `D`, `shift, E`, `cross, low 2`. */
  readonly words: string;
}

/** How letters with signs are said. */
const SPOKEN: Readonly<Record<string, string>> = {
  '♯': ' sharp',
  '♭': ' flat',
  '𝄪': ' double sharp',
  '𝄫': ' double flat',
};

/** What a caller says before each note: its name; shift and cross where the hand or the bow goes; low and high fingers. */
export function callsOf({ passage, way, recipe }: ScoredStudy): Call[] {
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const arrivals = new Set(way.shifts.map(({ to }) => to));
  const crossings = new Set(way.crossings.map(({ to }) => to));
  return way.fingers.map((note, at) => {
    const bend = bendOf(instrument, note);
    const name = printed((passage.notes[at]?.pitch.name ?? '').replace(/-?\d+$/, ''));
    const words = [
      arrivals.has(at) ? 'shift' : undefined,
      crossings.has(at) && !arrivals.has(at) ? 'cross' : undefined,
      bend ? `${bend} ${note.finger}` : undefined,
      name,
    ];
    return { at, words: words.filter((word) => word !== undefined).join(', ') };
  });
}

/** The same for a voice, which does not know signs. */
export function asSpoken(words: string): string {
  return words.replace(/[♯♭𝄪𝄫]/gu, (sign) => SPOKEN[sign] ?? sign);
}
