import { sameHand, type Candidate } from './candidate.ts';

/** A change of hand between one stopped note and the next. */
export interface Shift {
  readonly from: number;
  readonly to: number;
  /** Signed half steps the hand moves. */
  readonly semitones: number;
}

/** One finger moving a half step inside the frame of a hand that stays. */
export type Slide = Shift;

/** A change of string between neighbouring notes. */
export interface Crossing {
  readonly from: number;
  readonly to: number;
}

/** Every change of hand between one stopped note and the next, across open strings too. */
export function shiftsOf(path: readonly Candidate[]): Shift[] {
  const shifts: Shift[] = [];
  let last: { at: number; note: Candidate } | undefined;
  path.forEach((note, at) => {
    if (note.rank === 0) return;
    if (last && !sameHand(last.note, note)) {
      shifts.push({ from: last.at, to: at, semitones: note.hand - last.note.hand });
    }
    last = { at, note };
  });
  return shifts;
}

/** Every slide of a finger inside a hand that stays. */
export function slidesOf(path: readonly Candidate[]): Slide[] {
  const slides: Slide[] = [];
  for (let at = 1; at < path.length; at += 1) {
    const before = path[at - 1] as Candidate;
    const note = path[at] as Candidate;
    const slid =
      note.rank !== 0 &&
      note.rank === before.rank &&
      note.string === before.string &&
      note.stop !== before.stop &&
      sameHand(before, note);
    if (slid) slides.push({ from: at - 1, to: at, semitones: note.stop - before.stop });
  }
  return slides;
}

/** Every change of string between neighbouring notes. */
export function crossingsOf(path: readonly { readonly string: string | number }[]): Crossing[] {
  const crossings: Crossing[] = [];
  for (let at = 1; at < path.length; at += 1) {
    if (path[at - 1]?.string !== path[at]?.string) crossings.push({ from: at - 1, to: at });
  }
  return crossings;
}
