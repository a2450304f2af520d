import type { Passage } from '../study/notes.ts';
import type { Bowing } from '../study/recipe.ts';

/** Ticks to a quarter note: divisible by every number of notes to a beat from 1 to 16. */
export const TICKS_PER_BEAT = 720_720;

/** Beats in a bar. A study is barred in four unless its notes to a beat fall in threes. */
export const BEATS_PER_BAR = 4;

/** How one note is written: a note value, dots, and the tuplet it belongs to. */
export interface NoteValue {
  readonly type: 'whole' | 'half' | 'quarter' | 'eighth' | '16th' | '32nd';
  readonly dots: number;
  /** `actual` notes in the time of `normal` of the same value. */
  readonly tuplet?: { readonly actual: number; readonly normal: number };
}

/** One sounding note in time. Onset and length in ticks from the start. */
export interface TimedNote {
  readonly at: number;
  readonly onset: number;
  readonly length: number;
}

/** A written piece of a note: notes that cross a bar line are tied from piece to piece. */
export interface WrittenPiece {
  readonly at: number;
  readonly onset: number;
  readonly length: number;
  readonly value: NoteValue;
  readonly tiedFrom: boolean;
  readonly tiedTo: boolean;
}

/**
 * When each note sounds. Notes are even, `bowing.perBeat` to a beat; the last note is held to the
 * end of its beat, and a long top note to the end of the beat that begins at least one note later.
 */
export function timeNotes(passage: Passage, bowing: Bowing): TimedNote[] {
  const unit = TICKS_PER_BEAT / bowing.perBeat;
  let onset = 0;
  return passage.notes.map((note, index) => {
    let length = unit;
    const last = index === passage.notes.length - 1;
    const longTop = bowing.top === 'long' && index === passage.top;
    if (longTop || (last && bowing.perBeat > 1)) {
      const least = onset + unit * (longTop ? 2 : 1);
      length = Math.ceil(least / TICKS_PER_BEAT - 1e-9) * TICKS_PER_BEAT - onset;
    }
    const timed = { at: note.at, onset, length };
    onset += length;
    return timed;
  });
}

/**
 * Cuts timed notes into written pieces that fit beats and bars. Even notes inside one beat are
 * written as one value or one tuplet; longer notes become quarters, halves and wholes, tied.
 */
export function writtenPieces(timed: readonly TimedNote[], perBeat: number): WrittenPiece[] {
  const unit = TICKS_PER_BEAT / perBeat;
  const within = valueWithinBeat(perBeat);
  return timed.flatMap((note) => {
    const lengths = cut(note, unit);
    let onset = note.onset;
    return lengths.map((length, index) => {
      const value = length % TICKS_PER_BEAT === 0 ? wholeBeats(length / TICKS_PER_BEAT) : units(length / unit, within);
      const piece: WrittenPiece = {
        at: note.at,
        onset,
        length,
        value,
        tiedFrom: index > 0,
        tiedTo: index < lengths.length - 1,
      };
      onset += length;
      return piece;
    });
  });
}

/** Splits a note at beats and bars into lengths that can be written. */
function cut(note: TimedNote, unit: number): number[] {
  const lengths: number[] = [];
  const bar = TICKS_PER_BEAT * BEATS_PER_BAR;
  let onset = note.onset;
  let left = note.length;
  while (left > 0) {
    const intoBeat = onset % TICKS_PER_BEAT;
    let piece: number;
    if (intoBeat !== 0 || left < TICKS_PER_BEAT) {
      const room = Math.min(left, TICKS_PER_BEAT - intoBeat);
      piece = writable(Math.round(room / unit)) * unit;
    } else {
      const room = Math.min(left - (left % TICKS_PER_BEAT), bar - (onset % bar));
      const beats = room / TICKS_PER_BEAT;
      piece = (beats >= 4 ? 4 : beats >= 2 ? 2 : 1) * TICKS_PER_BEAT;
    }
    lengths.push(piece);
    onset += piece;
    left -= piece;
  }
  return lengths;
}

/** The largest number of units, at most `units`, that one note value can stand for. */
function writable(units: number): number {
  return units >= 8 ? 8 : units >= 4 ? 4 : units >= 2 ? 2 : 1;
}

function valueWithinBeat(perBeat: number): NoteValue {
  const normal = 2 ** Math.floor(Math.log2(perBeat));
  const type = ({ 1: 'quarter', 2: 'eighth', 4: '16th', 8: '32nd', 16: '32nd' } as const)[normal] ?? '32nd';
  return normal === perBeat || normal > 8
    ? { type, dots: 0, ...(normal > 8 ? { tuplet: { actual: perBeat, normal: 8 } } : {}) }
    : { type, dots: 0, tuplet: { actual: perBeat, normal } };
}

const VALUES = ['32nd', '16th', 'eighth', 'quarter', 'half', 'whole'] as const;

function units(count: number, within: NoteValue): NoteValue {
  const type = VALUES[VALUES.indexOf(within.type) + Math.round(Math.log2(count))] ?? within.type;
  return { ...within, type };
}

function wholeBeats(beats: number): NoteValue {
  return { type: beats >= 4 ? 'whole' : beats >= 2 ? 'half' : 'quarter', dots: 0 };
}
