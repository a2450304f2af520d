import type { BowDirection, Metre, NoteValue } from '../bowing/index.ts';
import type { Finger, ClefId } from '../instruments/index.ts';
import type { Pitch } from '../theory/index.ts';

/** A written score, plain: what is to stand on the page, in whatever format it is written. */
export interface Score {
  readonly title: string;
  readonly parts: readonly ScorePart[];
}

/** The music of one player or one section. */
export interface ScorePart {
  readonly name: string;
  readonly key: ScoreKey;
  readonly metre: Metre;
  /** Octaves it is written above its sound. */
  readonly octavesAbove: number;
  readonly bars: readonly ScoreBar[];
}

/** A key as it is written: sharps (positive) or flats, and which letters they alter. */
export interface ScoreKey {
  readonly fifths: number;
  readonly minor: boolean;
  readonly altered: readonly string[];
}

export interface ScoreBar {
  /** As counted on the page: a pick-up is bar 0. */
  readonly number: number | string;
  /** The signature, where it changes. */
  readonly key?: ScoreKey;
  /** So many beats of such a note value, where that was given and is set or changed. */
  readonly time?: { readonly beats: number; readonly unit: number };
  /** A pick-up: it is not counted and need not be full. */
  readonly pickup: boolean;
  readonly newLine: boolean;
  /** The clef, where it is set or changed. */
  readonly clef?: ClefId;
  /** Tempo and manner, where they are set. */
  readonly opening?: Opening;
  readonly notes: readonly ScoreNote[];
  /** Silence that fills the bar up after its notes. */
  readonly rests: readonly ScoreRest[];
  /** The last bar of all. */
  readonly ends: boolean;
}

/** One written rest; `whole` where the bar holds nothing else. */
export interface ScoreRest {
  /** Ticks. */
  readonly length: number;
  readonly value: NoteValue;
  readonly tuplet?: 'start' | 'stop';
  readonly whole?: true;
}

/** What stands over the first note. */
export interface Opening {
  /** `♩ = 60`. */
  readonly tempo: string;
  /** Quarter notes a minute. */
  readonly quartersPerMinute: number;
  /** The part of the bow. */
  readonly manner?: string;
}

/** One written note: a stroke of a note of the passage, or a piece of one that is tied over a beat or a bar. */
export interface ScoreNote {
  readonly id: string;
  readonly pitch: Pitch;
  /** Ticks: `TICKS_PER_BEAT` to a beat. */
  readonly length: number;
  readonly value: NoteValue;
  readonly tiedFrom: boolean;
  readonly tiedTo: boolean;
  /** Small, before the note it leads to, without time of its own. */
  readonly grace?: true;
  /** What sounds with it, highest first. */
  readonly chord?: readonly ChordNote[];
  /** The sign it needs here, half steps from the plain letter; none if the bar or the key says it already. */
  readonly accidental?: number;
  /** One entry a level of beams, the widest first; none for a flag of its own. */
  readonly beams: readonly Beam[];
  readonly tuplet?: 'start' | 'stop';
  readonly slur: { readonly starts: boolean; readonly stops: boolean };
  readonly bow?: BowDirection;
  /** Printed over it. */
  readonly finger?: Finger;
  /** Short words printed under it. */
  readonly under: readonly string[];
  /** Its string, counted from the highest, 1; nothing on a tied piece. */
  readonly string?: number;
  readonly accented: boolean;
  /** Separated within its slur. */
  readonly hooked: boolean;
  /** Its name or degree, printed under it. */
  readonly lyric?: string;
  /** Silence in its bar between the note before and this one. */
  readonly restsBefore: readonly ScoreRest[];
  /** What stands before it, above or below the staff, in the order it is written. */
  readonly directions: readonly Direction[];
}

/** A note under another at the same stem. */
export interface ChordNote {
  readonly pitch: Pitch;
  readonly accidental?: number;
  readonly finger?: Finger;
  /** Its string, counted from the highest, 1. */
  readonly string?: number;
}

export type Beam = 'begin' | 'continue' | 'end' | 'forward hook' | 'backward hook';

/** Words, a hand's bracket, or a swell. */
export type Direction =
  /** The name of the position a hand stands in. */
  | { readonly kind: 'position'; readonly words: string }
  /** The name of a part of a study of several. */
  | { readonly kind: 'heading'; readonly words: string }
  /** What is to be done here, in a word or two, below. */
  | { readonly kind: 'teaching'; readonly words: string }
  | { readonly kind: 'hard'; readonly words: string }
  /** The teacher's own words, above. */
  | { readonly kind: 'remark'; readonly words: string }
  /** The numeral of the string, below. */
  | { readonly kind: 'string'; readonly words: string }
  | { readonly kind: 'hand'; readonly edge: 'start' | 'stop' }
  | { readonly kind: 'wedge'; readonly edge: 'crescendo' | 'diminuendo' | 'stop' };
