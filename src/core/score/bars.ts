import {
  type Metre,
  divisionOf,
  metreOf,
  TICKS_PER_BEAT,
  timeNotes,
  writtenPieces,
  type WrittenPiece,
} from '../bowing/index.ts';
import type { Passage } from '../passage/index.ts';
import type { Recipe } from '../recipe/index.ts';
import { piecesInBars, type BarSpan } from './own-bars.ts';

/** A study cut into bars, each a row of written pieces. */
export interface Barred {
  readonly bars: readonly (readonly WrittenPiece[])[];
  /** Where each bar lies in time. */
  readonly spans: readonly BarSpan[];
  readonly metre: Metre;
  /** Equal parts of a beat in which its notes and rests are written; nothing if its bars were given. */
  readonly division: number | undefined;
  /** Where the first bar's music begins, ticks. */
  readonly begins: number;
}

/** A written piece of sound or of silence. */
export interface BarPiece extends WrittenPiece {
  readonly silent?: true;
}

/** The bars of a study, by its bowing's beats and rhythm, or as they were given. */
export function barsOf({ passage, recipe }: { readonly passage: Passage; readonly recipe: Recipe }): Barred {
  const { bowing, form } = recipe;
  const chromatic = form === 'chromatic';
  const metre = metreOf(passage, bowing, chromatic);
  const timed = timeNotes(passage, bowing, chromatic);
  const given = passage.own?.bars;
  if (given) {
    const spans = given.map(({ onset, length }) => ({
      onset: onset * TICKS_PER_BEAT,
      length: length * TICKS_PER_BEAT,
    }));
    return { bars: piecesInBars(timed, spans), spans, metre, division: undefined, begins: 0 };
  }
  const length = TICKS_PER_BEAT * metre.beats;
  const bars: WrittenPiece[][] = [];
  const division = divisionOf(bowing);
  for (const piece of writtenPieces(timed, division, metre)) {
    const bar = Math.floor(piece.onset / length + 1e-9);
    (bars[bar] ??= []).push(piece);
  }
  // A bar of silence has no pieces.
  const count = Math.max(bars.length, Math.ceil((passage.own?.length ?? 0) / metre.beats - 1e-9));
  const begins = passage.own?.begins === undefined ? bars[0]?.[0]?.onset : passage.own.begins * TICKS_PER_BEAT;
  return {
    bars: Array.from({ length: count }, (_, bar) => bars[bar] ?? []),
    spans: Array.from({ length: count }, (_, bar) => ({ onset: bar * length, length })),
    metre,
    division,
    begins: begins ?? 0,
  };
}

/** A bar's pieces with the silence between and around them; no silence before the first note of a pick-up. */
export function withSilence(
  { bars, spans, metre, division, begins }: Barred,
  index: number,
  pickup: boolean,
): BarPiece[] {
  const bar = bars[index] ?? [];
  const { onset: from, length } = spans[index] ?? { onset: 0, length: 0 };
  const silence = (onset: number, end: number): BarPiece[] => {
    if (end - onset < 3) return [];
    const rest = { at: -1, again: 0, onset, length: end - onset };
    const pieces =
      division === undefined
        ? (piecesInBars([rest], [{ onset: from, length }])[0] ?? [])
        : writtenPieces([rest], division, metre);
    return pieces.map((piece) => ({ ...piece, silent: true }));
  };
  const pieces: BarPiece[] = [];
  let reached = pickup ? begins : from;
  for (const piece of bar) {
    pieces.push(...silence(reached, piece.onset), piece);
    reached = Math.max(reached, piece.onset + piece.length);
  }
  return [...pieces, ...silence(reached, from + length)];
}
