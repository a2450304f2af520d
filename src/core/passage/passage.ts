import type { Pitch, Heading } from '../theory/index.ts';

/** How the line comes to a note: by step along a scale, by leap, or in a figure that turns back again and again. */
export type Motion = 'step' | 'leap' | 'turn';

/** When a note sounds, in beats from the beginning of the passage. */
export interface NoteTime {
  readonly onset: number;
  /** Ties included: a tied note is one note. Zero for a grace note. */
  readonly length: number;
}

/** One sounded note of a passage, in playing order. */
export interface PassageNote {
  /** Counts every sounded note from 0. */
  readonly at: number;
  readonly pitch: Pitch;
  /** Degree by letter, 1 to 7; 0 in music that has no tonic. */
  readonly degree: number;
  /** Going up to the top note, or coming down after it; in free music, the way the line last went. */
  readonly heading: Heading;
  readonly motion: Motion;
  /** Stands in a row of half steps, where no position is a landmark and the hand passes itself on. */
  readonly chromatic?: true;
  /** Set on added notes: a bowing's opening turn, repeated top note and closing turn; a tonic sounded again between octaves. */
  readonly added?: 'opening' | 'top' | 'closing' | 'joint';
  /** The same pitch as the note before, struck again: the hand has nothing to do. */
  readonly repeats?: true;
  /** Left out where the bowing decides how long notes last. */
  readonly time?: NoteTime;
  /** What sounds with it on lower strings, highest first. */
  readonly chord?: readonly Pitch[];
  /** Silence before the note, in beats. */
  readonly restBefore?: number;
}

/** Which way a passage goes: one way, there and back, or as it will. */
export type Course = 'up' | 'down' | 'up-down' | 'free';

/** Notes to be played, made from an ask or read from elsewhere; how they are fingered and bowed stands apart. */
export interface Passage {
  readonly notes: readonly PassageNote[];
  readonly course: Course;
  /** Index of the (first) top note; the last note when the passage only goes up, 0 when it only comes down. */
  readonly top: number;
  /** Where each part begins; a passage of one part has the one beginning, 0. */
  readonly parts: readonly number[];
  /** The lowest tonic, from which degrees are counted. */
  readonly tonic: Pitch;
  /** Whether the key leans to sharps or to flats: how a pitch outside it is called. */
  readonly leaning: 1 | -1;
  /** Bars and bows of a passage whose notes bring times of their own; left out where the bowing decides. */
  readonly own?: OwnLayout;
}

/** How notes that bring times of their own stand in bars and under bows. */
export interface OwnLayout {
  /** Beats to a bar. */
  readonly beats: number;
  /** Beats are dotted quarters. */
  readonly compound?: boolean;
  /** Where the first bar's music begins, beats into that bar: after zero in a pick-up. */
  readonly begins?: number;
  /** How long it lasts, silence after its last note included, in beats; to the end of that note's bar when left out. */
  readonly length?: number;
  /** Bars as they were given, where they are not all alike; onsets are then in quarter notes. */
  readonly bars?: readonly OwnBar[];
  /** Which notes each bow carries, and its way; left out where the bowing's slurs decide. */
  readonly bows?: readonly OwnBow[];
}

/** One bow that was given: the notes it carries, first to last. */
export interface OwnBow {
  readonly from: number;
  readonly to: number;
  readonly direction: 'down' | 'up';
}

/** One bar that was given. Times are in quarter notes. */
export interface OwnBar {
  /** As numbered where it comes from. */
  readonly number: string;
  readonly onset: number;
  readonly length: number;
  /** Metre in force: so many beats of such a note value. */
  readonly metre: { readonly beats: number; readonly unit: number };
  /** Sharps (above zero) or flats of the signature in force. */
  readonly fifths: number;
}
