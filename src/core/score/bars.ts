import type { Metre } from '../bowing/metre.ts';
import { divisionOf, metreOf, TICKS_PER_BEAT, timeNotes, writtenPieces, type WrittenPiece } from '../bowing/rhythm.ts';
import type { Passage } from '../passage/passage.ts';
import type { Recipe } from '../recipe/recipe.ts';

/** A study cut into bars, each a row of written pieces. */
export interface Barred {
  readonly bars: readonly (readonly WrittenPiece[])[];
  readonly metre: Metre;
  /** Equal parts of a beat in which its notes and rests are written. */
  readonly division: number;
  /** Where the first bar's music begins, ticks. */
  readonly begins: number;
}

/** A written piece of sound or of silence. */
export interface BarPiece extends WrittenPiece {
  readonly silent?: true;
}

/** The bars of a study, by its bowing's beats and rhythm. */
export function barsOf({ passage, recipe }: { readonly passage: Passage; readonly recipe: Recipe }): Barred {
  const { bowing, form } = recipe;
  const chromatic = form === 'chromatic';
  const metre = metreOf(passage, bowing, chromatic);
  const length = TICKS_PER_BEAT * metre.beats;
  const bars: WrittenPiece[][] = [];
  const division = divisionOf(bowing);
  for (const piece of writtenPieces(timeNotes(passage, bowing, chromatic), division, metre)) {
    const bar = Math.floor(piece.onset / length + 1e-9);
    (bars[bar] ??= []).push(piece);
  }
  // A bar of silence has no pieces.
  const count = Math.max(bars.length, Math.ceil((passage.own?.length ?? 0) / metre.beats - 1e-9));
  const begins = passage.own?.begins === undefined ? bars[0]?.[0]?.onset : passage.own.begins * TICKS_PER_BEAT;
  return { bars: Array.from({ length: count }, (_, bar) => bars[bar] ?? []), metre, division, begins: begins ?? 0 };
}

/** A bar's pieces with the silence between and around them; before the first note of a pick-up there is none. */
export function withSilence({ bars, metre, division, begins }: Barred, index: number, pickup: boolean): BarPiece[] {
  const bar = bars[index] ?? [];
  const length = TICKS_PER_BEAT * metre.beats;
  const silence = (onset: number, end: number): BarPiece[] =>
    end - onset < 1
      ? []
      : writtenPieces([{ at: -1, again: 0, onset, length: end - onset }], division, metre).map((piece) => ({
          ...piece,
          silent: true,
        }));
  const pieces: BarPiece[] = [];
  let reached = pickup ? begins : index * length;
  for (const piece of bar) {
    pieces.push(...silence(reached, piece.onset), piece);
    reached = piece.onset + piece.length;
  }
  return [...pieces, ...silence(reached, (index + 1) * length)];
}
