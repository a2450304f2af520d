import { type ClefId, instrumentFor } from '../instruments/index.ts';
import { staffPlace, type Pitch } from '../theory/index.ts';
import { barsOf } from './bars.ts';
import { clefsOf } from './from-study.ts';
import { fewestOn } from './lines.ts';
import type { ScoredStudy } from './scored-study.ts';

/** Height of a staff's five lines, CSS pixels: a space is a quarter of it. */
export const STAFF = {
  /** Where the score takes what height it needs. */
  usual: 38,
  /** On a narrow screen. */
  narrow: 30,
  largest: 46,
  /** Lines 5.6 pixels apart: below that a score is scrolled, not made smaller. */
  least: 22.5,
  /** A picture may be shown a little smaller than it was engraved, but its lines are 5.5 pixels apart. */
  squeezed: 22,
} as const;

/**
 * How high a line stands with all that is written over and under it, in heights of the staff: least squares
 * over 360 engraved studies of four instruments, a little under it: a second try is better than a staff too small.
 */
const HIGH = { line: 4.95, several: -0.22, above: 0.1, below: 0.12, slurs: 0.31, leaps: 0.21 } as const;
/** Fingers and brackets leave room for so many steps over the staff. */
const FREE_ABOVE = 2;

/** A line more than there must be is taken where lines are still so full: the eye finds its way back more easily. */
const STILL_FULL = 0.6;

/** A staff by so little smaller is taken if lines are fuller of air with it. */
const AS_GOOD = 0.9;

/** The middle line of each clef, as its written note. */
const MIDDLE: Readonly<Record<ClefId, { letter: Pitch['letter']; octave: number }>> = {
  treble: { letter: 'B', octave: 4 },
  alto: { letter: 'C', octave: 4 },
  tenor: { letter: 'A', octave: 3 },
  bass: { letter: 'D', octave: 3 },
};

/** A staff for a place, and on how many lines the study stands there. */
export interface StaffFit {
  /** CSS pixels, in halves. */
  readonly staffHeight: number;
  readonly lines: number;
}

/**
 * The largest staff with which a study is thought to fit a place; the least where none does.
 *
 * @param width of the place, CSS pixels.
 * @param height of the place, CSS pixels.
 * @param taller how much higher an engraved picture of such a study stood than was thought; 1 where none was seen.
 * @param bounds of the staff, CSS pixels; the desk's when left out.
 */
export function staffFit(
  study: ScoredStudy,
  width: number,
  height: number,
  taller = 1,
  { largest: most, least }: { readonly largest: number; readonly least: number } = STAFF,
): StaffFit {
  const lines = linesOf(study);
  let largest: StaffFit | undefined;
  for (let staff = most; staff >= least; staff -= 0.5) {
    if (largest && staff < largest.staffHeight * AS_GOOD) break;
    const needed = lines.fewest(width / staff);
    const fits = (count: number): boolean => lines.high(count) * taller * staff <= height;
    if (!fits(needed)) continue;
    const full = Math.max(needed, lines.fewest((width * STILL_FULL) / staff));
    let count = needed;
    while (count < full && fits(count + 1)) count += 1;
    const found = { staffHeight: staff, lines: count };
    if (count > needed) return found;
    largest ??= found;
  }
  return largest ?? { staffHeight: least, lines: lines.fewest(width / least) };
}

/** How much higher a picture stands than was thought of its staff: to be fitted again with; always more than before. */
export function tallerThanThought(
  study: ScoredStudy,
  { staffHeight, lines }: StaffFit,
  stands: number,
  before: number,
): number {
  return Math.max(stands / (linesOf(study).high(lines) * staffHeight), before * 1.005);
}

/** How few lines do on a page so many staves wide, and how high so many lines are, in heights of the staff. */
function linesOf(study: ScoredStudy): {
  readonly fewest: (width: number) => number;
  readonly high: (lines: number) => number;
} {
  const barred = barsOf(study);
  const clefs = clefsOf(study, barred);
  const { writtenAbove } = instrumentFor(study.recipe.instrument, study.recipe.setUp);
  const beyond = barred.bars.map((bar, index) => {
    const places = bar.flatMap(({ at }) => {
      const pitch = study.passage.notes[at]?.pitch;
      const middle = staffPlace(MIDDLE[clefs[index] ?? 'treble']);
      return pitch ? [staffPlace(pitch) + (writtenAbove / 12) * 7 - middle] : [];
    });
    return {
      above: Math.max(0, ...places.map((one) => one - 4 - FREE_ABOVE)),
      below: Math.max(0, ...places.map((one) => -4 - one)),
    };
  });
  const { slur } = study.recipe.bowing;
  const each = HIGH.line + (slur > 1 ? HIGH.slurs : 0) + (study.recipe.figure === 'arpeggio' ? HIGH.leaps : 0);
  return {
    fewest: fewestOn(study, barred),
    high: (lines) => {
      let high = 0;
      for (let line = 0; line < lines; line += 1) {
        const [from, to] = [line, line + 1].map((end) => Math.round((end * beyond.length) / lines)) as [number, number];
        const held = beyond.slice(from, to);
        high +=
          each +
          (lines > 1 ? HIGH.several : 0) +
          HIGH.above * Math.max(0, ...held.map(({ above }) => above)) +
          HIGH.below * Math.max(0, ...held.map(({ below }) => below));
      }
      return high;
    },
  };
}
