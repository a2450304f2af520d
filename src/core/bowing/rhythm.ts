import type { Passage } from '../passage/index.ts';
import { slotsOf } from './bow.ts';
import { type Bowing, cellOf } from '../recipe/index.ts';
import { chooseMetre, type Metre } from './metre.ts';

/** Ticks to a quarter note: divisible by every number of notes to a beat from 1 to 16. */
export const TICKS_PER_BEAT = 720_720;

/** How one note is written: a note value, dots, and the tuplet it belongs to. */
export interface NoteValue {
  readonly type: 'whole' | 'half' | 'quarter' | 'eighth' | '16th' | '32nd' | '64th';
  readonly dots: number;
  /** `actual` notes in the time of `normal` of the same value. */
  readonly tuplet?: { readonly actual: number; readonly normal: number };
}

/** One stroke of a note in time. Onset and length in ticks from the beginning of the first bar. */
export interface TimedNote {
  readonly at: number;
  /** Which stroke of the note, from 0. */
  readonly again: number;
  readonly onset: number;
  readonly length: number;
}

/** A written piece of a note: notes that cross a bar line are tied from piece to piece. */
export interface WrittenPiece {
  readonly at: number;
  readonly again: number;
  readonly onset: number;
  readonly length: number;
  readonly value: NoteValue;
  readonly tiedFrom: boolean;
  readonly tiedTo: boolean;
  /** Small, before the note it leads to, without time of its own. */
  readonly grace?: true;
}

/** Equal parts of a beat in which a bowing's notes are written. */
export function divisionOf(bowing: Bowing): number {
  return cellOf(bowing.rhythm)?.division ?? bowing.perBeat * bowing.repeats;
}

/**
 * When each note sounds. Notes follow the rhythm's cell, or are even, `perBeat` to a beat; held
 * notes last for as many as they are held for. The last note is held to the end of its beat, and so
 * is a long top of no given length. Each part of a study begins a bar; a pick-up stands before one.
 * A passage that brings times of its own keeps them, rests included.
 */
export function timeNotes(passage: Passage, bowing: Bowing, chromatic = false): TimedNote[] {
  if (passage.own) return ownTimes(passage);
  const plain = lengthsOf(passage, bowing);
  const { beats } = metreOf(passage, bowing, chromatic);
  const bar = beats * TICKS_PER_BEAT;
  const lead = plain.slice(0, bowing.pickup).reduce((sum, length) => sum + length, 0);
  let onset = lead > 0 ? (Math.ceil(lead / bar) * bar - lead) % bar : 0;
  return passage.notes.flatMap(({ at }) => {
    if (at > 0 && passage.parts.includes(at)) onset = Math.ceil(onset / bar - 1e-9) * bar;
    const length = plain[at] ?? 0;
    const stroke = length / bowing.repeats;
    const strokes = Array.from({ length: bowing.repeats }, (_, again) => ({
      at,
      again,
      onset: onset + again * stroke,
      length: stroke,
    }));
    onset += length;
    const last = strokes.at(-1);
    if (last && bowing.repeats > 1 && isLast(passage, at)) {
      // The last stroke is held to the end of its beat.
      const end = Math.ceil(onset / TICKS_PER_BEAT - 1e-9) * TICKS_PER_BEAT;
      strokes[strokes.length - 1] = { ...last, length: last.length + end - onset };
      onset = end;
    }
    return strokes;
  });
}

/** The times a passage's notes bring with them. */
function ownTimes({ notes }: Passage): TimedNote[] {
  return notes.map(({ at, time }) => ({
    at,
    again: 0,
    onset: Math.round((time?.onset ?? 0) * TICKS_PER_BEAT),
    length: Math.round((time?.length ?? 1) * TICKS_PER_BEAT),
  }));
}

/** True for the last note of a part. */
function isLast({ notes, parts }: Passage, at: number): boolean {
  return at === notes.length - 1 || parts.includes(at + 1);
}

/** The bars of a study. */
export function metreOf(passage: Passage, bowing: Bowing, chromatic = false): Metre {
  if (passage.own) return { beats: passage.own.beats, compound: passage.own.compound ?? false };
  let onset = 0;
  const onsets = lengthsOf(passage, bowing).map((length) => {
    const now = onset;
    onset += length;
    return now / TICKS_PER_BEAT;
  });
  return chooseMetre(passage, bowing, onsets, onset / TICKS_PER_BEAT, chromatic);
}

/** Beats each note lasts where notes are long; 1 where several go to a beat or a stroke. */
export function beatsToANote({ beatsPerNote, perBeat, repeats, rhythm }: Bowing): number {
  return perBeat === 1 && repeats === 1 && rhythm === 'even' ? beatsPerNote : 1;
}

/** How long each note of a passage lasts, ticks. */
function lengthsOf(passage: Passage, bowing: Bowing): number[] {
  const cell = cellOf(bowing.rhythm);
  const unit = (TICKS_PER_BEAT * beatsToANote(bowing)) / (cell?.division ?? bowing.perBeat);
  // A pick-up may begin within a beat; the beat in which the study ends is counted from there.
  const lead = Array.from({ length: bowing.pickup }, (_, k) => unit * (cell?.lengths[k % cell.lengths.length] ?? 1));
  const early = lead.reduce((sum, length) => sum + length, 0);
  let onset = Math.ceil(early / TICKS_PER_BEAT - 1e-9) * TICKS_PER_BEAT - early;
  let place = 0;
  return passage.notes.map(({ at }) => {
    if (passage.parts.includes(at)) place = 0;
    let length = 0;
    for (let slot = 0; slot < slotsOf(passage, bowing, at); slot += 1) {
      length += unit * (cell?.lengths[place % cell.lengths.length] ?? 1);
      place += 1;
    }
    const last = isLast(passage, at);
    const openTop = bowing.top === 'long' && bowing.longTop === undefined && at === passage.top;
    if (openTop || (last && bowing.repeats === 1)) {
      const least = onset + (openTop ? 2 * unit : length);
      length = Math.ceil(least / TICKS_PER_BEAT - 1e-9) * TICKS_PER_BEAT - onset;
    }
    onset += length;
    return length;
  });
}

/**
 * Cuts timed notes into written pieces that fit beats and bars. Even notes inside one beat are
 * written as one value or one tuplet; longer notes become quarters, halves and wholes, tied.
 */
export function writtenPieces(timed: readonly TimedNote[], division: number, metre: Metre): WrittenPiece[] {
  const unit = TICKS_PER_BEAT / division;
  const within = valueWithinBeat(division, metre.compound);
  const dots = within.tuplet === undefined && !metre.compound;
  return timed.flatMap((note) => {
    const lengths = cut(note, unit, metre, dots);
    let onset = note.onset;
    return lengths.map((length, index) => {
      const value =
        length % TICKS_PER_BEAT === 0
          ? wholeBeats(length / TICKS_PER_BEAT, metre)
          : units(Math.round(length / unit), within);
      const piece: WrittenPiece = {
        at: note.at,
        again: note.again,
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
function cut(note: TimedNote, unit: number, metre: Metre, dots: boolean): number[] {
  const lengths: number[] = [];
  const bar = TICKS_PER_BEAT * metre.beats;
  let onset = note.onset;
  let left = note.length;
  while (left > 1e-6) {
    const intoBeat = onset % TICKS_PER_BEAT;
    let piece: number;
    if (intoBeat !== 0 || left < TICKS_PER_BEAT) {
      const room = Math.min(left, TICKS_PER_BEAT - intoBeat);
      piece = writable(Math.round(room / unit), dots) * unit;
    } else {
      const room = Math.min(left - (left % TICKS_PER_BEAT), bar - (onset % bar));
      const beats = room / TICKS_PER_BEAT;
      // A dotted quarter beat makes a dotted half of two and a dotted whole of four.
      piece = (beats >= 4 ? 4 : beats >= 2 ? 2 : 1) * TICKS_PER_BEAT;
    }
    lengths.push(piece);
    onset += piece;
    left -= piece;
  }
  return lengths;
}

/** The largest number of units, at most `units`, that one note value can stand for. */
function writable(units: number, dots: boolean): number {
  const sizes = dots ? [12, 8, 6, 4, 3, 2, 1] : [8, 4, 2, 1];
  return sizes.find((size) => size <= units) ?? 1;
}

function valueWithinBeat(division: number, compound: boolean): NoteValue {
  if (compound) return { type: division === 3 ? 'eighth' : division === 6 ? '16th' : '32nd', dots: 0 };
  const normal = 2 ** Math.floor(Math.log2(division));
  const type = ({ 1: 'quarter', 2: 'eighth', 4: '16th', 8: '32nd', 16: '32nd' } as const)[normal] ?? '32nd';
  return normal === division || normal > 8
    ? { type, dots: 0, ...(normal > 8 ? { tuplet: { actual: division, normal: 8 } } : {}) }
    : { type, dots: 0, tuplet: { actual: division, normal } };
}

const VALUES = ['64th', '32nd', '16th', 'eighth', 'quarter', 'half', 'whole'] as const;

function units(count: number, within: NoteValue): NoteValue {
  const dotted = count % 3 === 0;
  const plain = dotted ? (count / 3) * 2 : count;
  const type = VALUES[VALUES.indexOf(within.type) + Math.round(Math.log2(plain))] ?? within.type;
  return { ...within, type, dots: dotted ? 1 : 0 };
}

function wholeBeats(beats: number, { compound }: Metre): NoteValue {
  return { type: beats >= 4 ? 'whole' : beats >= 2 ? 'half' : 'quarter', dots: compound ? 1 : 0 };
}
