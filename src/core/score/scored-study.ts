import type { Way } from '../fingering/index.ts';
import type { Altered } from '../study/index.ts';
import type { Passage } from '../passage/index.ts';
import type { Recipe } from '../recipe/index.ts';
import type { NoteNames } from '../theory/index.ts';
import type { TeachingMark } from './teaching-mark.ts';

/** A study with one of its fingerings, ready to be written down. */
export interface ScoredStudy {
  readonly title: string;
  readonly recipe: Recipe;
  readonly passage: Passage;
  readonly way: Way;
  /** How it is written; every finger above the notes and nothing else when left out. */
  readonly look?: ScoreLook;
}

/** How much is printed over the notes: every finger, those where something changes, or none to fill in. */
export const FINGERS_SHOWN = ['all', 'changes', 'blank'] as const;

export type FingersShown = (typeof FINGERS_SHOWN)[number];

/** What stands over and under the notes. */
export interface ScoreLook {
  readonly fingers: FingersShown;
  /** Each hand has its bracket and its name where it begins; `every`: named again on every string; `none`: without. */
  readonly hands?: 'none' | 'every';
  /** Names under the notes. */
  readonly names?: NoteNames;
  /** Notes whose names are covered, to be said by heart. */
  readonly covered?: readonly number[];
  /** What else is printed at the notes. */
  readonly marks?: readonly TeachingMark[];
  /** One or two other ways, their fingers and strings under the notes where they differ. */
  readonly beside?: readonly Way[];
  /** Notes marked as higher or lower than in a study the pupil knows. */
  readonly altered?: readonly Altered[];
  /** What was heard of it, in a sign or a number under the note. */
  readonly heard?: readonly HeardMark[];
}

/** What was heard at a note: `−24` cents, `×` left out, `≠` another note, `↺` begun again from here. */
export interface HeardMark {
  readonly at: number;
  readonly words: string;
  /** Off its place, flat below zero; nothing if that is not what is amiss. */
  readonly cents?: number;
}

/** Notes whose finger is shown where only changes are: arrivals, crossings, reaches, the first. */
export function changingNotes(way: Way): ReadonlySet<number> {
  return new Set([
    0,
    ...way.shifts.map((shift) => shift.to),
    ...way.crossings.map((crossing) => crossing.to),
    ...way.fingers.filter((note) => note.reach !== 'none').map((note) => note.at),
  ]);
}

/** The id a note's first written piece carries in the score. */
export function noteId(at: number): string {
  return `n${at}`;
}
