import type { Metre } from '../bowing/metre.ts';
import { divisionOf, metreOf, TICKS_PER_BEAT, timeNotes, writtenPieces, type WrittenPiece } from '../bowing/rhythm.ts';
import type { Passage } from '../passage/passage.ts';
import type { Recipe } from '../recipe/recipe.ts';

/** A study cut into bars, each a row of written pieces. */
export interface Barred {
  readonly bars: readonly (readonly WrittenPiece[])[];
  readonly metre: Metre;
}

/** The bars of a study, by its bowing's beats and rhythm. */
export function barsOf({ passage, recipe }: { readonly passage: Passage; readonly recipe: Recipe }): Barred {
  const { bowing, form } = recipe;
  const chromatic = form === 'chromatic';
  const metre = metreOf(passage, bowing, chromatic);
  const length = TICKS_PER_BEAT * metre.beats;
  const bars: WrittenPiece[][] = [];
  for (const piece of writtenPieces(timeNotes(passage, bowing, chromatic), divisionOf(bowing), metre)) {
    const bar = Math.floor(piece.onset / length + 1e-9);
    (bars[bar] ??= []).push(piece);
  }
  // A bar of silence has no pieces.
  return { bars: Array.from(bars, (bar) => bar ?? []), metre };
}
