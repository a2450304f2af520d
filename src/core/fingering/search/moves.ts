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
  return path.flatMap((note, at) => {
    const before = path[at - 1];
    const slid =
      before &&
      note.rank !== 0 &&
      note.rank === before.rank &&
      note.string === before.string &&
      note.stop !== before.stop &&
      sameHand(before, note);
    return slid ? [{ from: at - 1, to: at, semitones: note.stop - before.stop }] : [];
  });
}

/** Every change of string between neighbouring notes. */
export function crossingsOf(path: readonly { readonly string: string | number }[]): Crossing[] {
  return path.flatMap((note, at) => {
    const before = path[at - 1];
    return before && before.string !== note.string ? [{ from: at - 1, to: at }] : [];
  });
}
