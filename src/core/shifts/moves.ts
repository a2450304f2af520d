import type { FingeredNote, Shift, Way } from '../fingering/fingering.ts';
import { stringLength } from '../instruments/set-up.ts';
import { stopSpan } from '../instruments/stop.ts';
import { printed } from '../theory/pitch.ts';
import type { Passage } from '../study/notes.ts';
import type { Recipe } from '../study/recipe.ts';

/** A shift told plainly. */
export interface ShiftNote {
  readonly shift: Shift;
  /** `D5, A string, 3 → E5, A string, 1` in words. */
  readonly text: string;
  readonly halfSteps: number;
  /** Millimetres the hand travels on the player's instrument. */
  readonly millimetres: number;
}

/** Every shift of a way in words, with its distance in half steps and millimetres. */
export function shiftNotes(way: Way, passage: Passage, recipe: Recipe): ShiftNote[] {
  const length = stringLength(recipe.instrument, recipe.setUp);
  return way.shifts.map((shift) => {
    const from = way.fingers[shift.from] as FingeredNote;
    const to = way.fingers[shift.to] as FingeredNote;
    return {
      shift,
      text: `${place(from, passage)} to ${place(to, passage)}, ${from.position} to ${to.position}`,
      halfSteps: Math.abs(shift.semitones),
      millimetres: stopSpan(length, from.hand, to.hand),
    };
  });
}

/** Every crossing of a way in words. */
export function crossingNotes(way: Way, passage: Passage): { readonly to: number; readonly text: string }[] {
  return way.crossings.map(({ from, to }) => ({
    to,
    text: `${place(way.fingers[from] as FingeredNote, passage)} to ${place(way.fingers[to] as FingeredNote, passage)}`,
  }));
}

function place(note: FingeredNote, passage: Passage): string {
  const pitch = passage.notes[note.at]?.pitch.name ?? '';
  return `${printed(pitch)} (${note.string} ${note.finger})`;
}
