import type { Passage } from '../passage/index.ts';
import type { Bowing } from '../recipe/index.ts';

/** Bars of a study: beats to a bar, and whether a beat is felt in three. */
export interface Metre {
  readonly beats: number;
  /** Beats are dotted quarters: six, nine or twelve eighths to the bar. */
  readonly compound: boolean;
}

const USUAL = 4;

/**
 * The metre that fits: the first of four, three and two beats to the bar in which the top and the
 * last note begin a bar, or in which both ways fill whole bars; four where none does. Onsets in
 * beats. Chromatic scales in threes, and threes that are accented, are felt as compound time.
 */
export function chooseMetre(
  passage: Passage,
  bowing: Bowing,
  onsets: readonly number[],
  end: number,
  chromatic: boolean,
): Metre {
  const threes = bowing.rhythm === 'even' && bowing.perBeat % 3 === 0 && bowing.repeats === 1;
  const compound = threes && (chromatic || bowing.accents === 3);
  const descent = onsets[passage.top + (bowing.top === 'twice' ? 1 : 0)] ?? 0;
  const top = onsets[passage.top] ?? 0;
  const last = onsets.at(-1) ?? 0;
  const whole = (beats: number, bar: number): boolean => Math.abs(beats / bar - Math.round(beats / bar)) < 1e-9;
  const fits = (bar: number): boolean =>
    (whole(top, bar) && whole(last, bar)) || (whole(descent, bar) && whole(end, bar));
  const plain = passage.parts.length === 1 && bowing.pickup === 0;
  const beats = plain ? [4, 3, 2].find(fits) : undefined;
  return { beats: beats ?? USUAL, compound };
}
