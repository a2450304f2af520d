import type { Finger } from '../../instruments/index.ts';
import type { Pitch } from '../../theory/index.ts';

/** What a file of music holds, as it was read: parts, bars, notes at their times. */
export interface ReadMusic {
  readonly title: string | undefined;
  readonly parts: readonly ReadPart[];
  /** What was passed over or taken otherwise than it stands, a sentence each. */
  readonly notices: readonly string[];
}

/** One part, as it sounds. */
export interface ReadPart {
  readonly id: string;
  readonly name: string;
  readonly bars: readonly ReadBar[];
  /** In the order of the file; those of one chord follow each other. */
  readonly notes: readonly ReadNote[];
  /** Voices that have notes, in the order they are met. */
  readonly voices: readonly string[];
}

/** One bar: where it begins and what is set there. */
export interface ReadBar {
  /** As numbered in the file. */
  readonly number: string;
  /** Quarter notes from the beginning of the part. */
  readonly onset: number;
  readonly length: number;
  readonly metre?: { readonly beats: number; readonly unit: number };
  readonly fifths?: number;
  readonly minor?: boolean;
}

/** One note of a file; tied notes are still apart. */
export interface ReadNote {
  readonly voice: string;
  /** Place in the bars. */
  readonly bar: number;
  /** Quarter notes from the beginning of the part. */
  readonly onset: number;
  /** Zero for a grace note. */
  readonly length: number;
  readonly pitch: Pitch;
  readonly grace: boolean;
  readonly tiedFrom: boolean;
  readonly tiedTo: boolean;
  /** Slurs that begin and end on it. */
  readonly slurStarts: number;
  readonly slurStops: number;
  readonly bow?: 'down' | 'up';
  readonly finger?: Finger;
  /** String counted from the highest, 1. */
  readonly string?: number;
  /** Which note of the file it is, counted from 0, for the code that writes into it. */
  readonly source: number;
}

/** The notices of a file, each once. */
export class Notices {
  readonly #said = new Set<string>();

  say(sentence: string): void {
    this.#said.add(sentence);
  }

  get all(): string[] {
    return [...this.#said];
  }
}

/** Sentences for what is taken otherwise than it stands. */
export const NOTICE = {
  repeats: 'Repeats are played once: every bar is read where it stands.',
  ornaments: 'Trills and other ornaments stay as they are written; the written note is fingered.',
  harmonics: 'Harmonics stay as they are written; the finger is for the note that is stopped.',
  cues: 'Small cue notes are left out.',
  hidden: 'Notes that are not printed, as programs write them for playing a roll, are left out.',
  unpitched: 'Notes without a pitch are left out.',
  unreadable: 'Notes whose pitch cannot be read are left out.',
  quarterTones: 'Quarter tones are read as the nearest half step.',
} as const;
