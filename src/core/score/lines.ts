import { TICKS_PER_BEAT } from '../bowing/index.ts';
import { keySignature } from '../theory/index.ts';
import { AccidentalMemory } from './accidental.ts';
import { barsOf, type Barred } from './bars.ts';
import { evenStarts, fewestLines } from './even-lines.ts';
import type { ScoredStudy } from './scored-study.ts';

/**
 * Widths of written music, in heights of the staff. Read off scores the engraver drew without a
 * break; the test beside this file compares them with what it draws.
 */
const WIDTH = {
  clef: 0.95,
  sign: 0.3,
  metre: 0.6,
  barLine: 0.3,
  accidental: 0.1,
  /** A quarter; others are wider or narrower by a power of their length. */
  quarter: 0.95,
  /** The narrowest a note can be, by what stands under it. */
  least: { bare: 0.46, letters: 0.6, words: 0.75 },
  margins: 0.6,
} as const;

const BY_LENGTH = 0.6;
/** How full a line may be of what is thought to fit. */
const FULL = 0.97;

/** The width each bar of a study takes, in heights of the staff. */
export function barWidths(study: ScoredStudy, { bars, spans, metre }: Barred = barsOf(study)): number[] {
  const { passage, recipe, look } = study;
  const signature = keySignature(recipe.tonic, recipe.form);
  const least = !look?.names ? WIDTH.least.bare : look.names === 'letters' ? WIDTH.least.letters : WIDTH.least.words;
  const quarters = (ticks: number): number => (ticks / TICKS_PER_BEAT) * (metre.compound ? 1.5 : 1);
  const wide = (ticks: number): number => Math.max(least, WIDTH.quarter * quarters(ticks) ** BY_LENGTH);
  return bars.map((bar, index) => {
    const memory = new AccidentalMemory(signature.altered);
    let width = WIDTH.barLine;
    let filled = 0;
    for (const { at, length } of bar) {
      const note = passage.notes[at];
      if (note && memory.show(note.pitch) !== undefined) width += WIDTH.accidental;
      width += wide(length);
      filled += length;
    }
    const rest = (spans[index]?.length ?? 0) - filled;
    return rest > 1 ? width + wide(rest) : width;
  });
}

/** The bars of each part with their widths in lines. */
function partWidths(study: ScoredStudy, barred: Barred): { readonly from: number; readonly widths: number[] }[] {
  const { bars } = barred;
  const widths = barWidths(study, barred);
  // The metre stands on the first line alone.
  if (widths[0] !== undefined) widths[0] += WIDTH.metre;
  const starts = study.passage.parts.map((note) => bars.findIndex((bar) => bar.some(({ at }) => at === note)));
  return starts.map((from, part) => ({ from, widths: widths.slice(from, starts[part + 1]) }));
}

/** How few lines a study takes on a page of any width, in heights of the staff. */
export function fewestOn(study: ScoredStudy, barred: Barred): (width: number) => number {
  const parts = partWidths(study, barred);
  return (width) => {
    const room = lineRoom(study, width);
    return parts.reduce((sum, { widths }) => sum + fewestLines(widths, room), 0);
  };
}

/** What a line of such a width holds beside clef and signature, in heights of the staff. */
function lineRoom({ recipe }: ScoredStudy, width: number): number {
  const { fifths } = keySignature(recipe.tonic, recipe.form);
  return (width - WIDTH.margins) * FULL - WIDTH.clef - WIDTH.sign * Math.abs(fifths);
}

/**
 * The bars that begin a new line so that all lines are about equally full: as few lines as fit, and
 * no line of one bar left over. Each part of a study of several begins a line.
 *
 * @param width of the page, in heights of the staff.
 * @param atLeast so many lines a study of one part has at least.
 */
export function lineStarts(study: ScoredStudy, width: number, atLeast = 1): number[] {
  const room = lineRoom(study, width);
  const parts = partWidths(study, barsOf(study));
  const lines = parts.length === 1 ? atLeast : 1;
  return parts
    .flatMap(({ from, widths }) => [from, ...evenStarts(widths, room, lines).map((bar) => from + bar)])
    .slice(1);
}
