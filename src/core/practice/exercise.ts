import type { Bowing } from '../recipe/index.ts';
import { type FingeredNote, playedWay } from '../fingering/index.ts';
import type { Passage, PassageNote } from '../passage/index.ts';
import type { ScoredStudy } from '../score/index.ts';

/** One note of an exercise: a note of the study, or one that helps to find it, under a finger. */
export interface Step {
  readonly note: PassageNote;
  readonly finger: FingeredNote;
}

/** A note with its time, in quarter notes from the beginning. */
export interface TimedStep extends Step {
  readonly onset: number;
  readonly length: number;
}

interface Written {
  readonly title: string;
  readonly bowing: Bowing;
  /** Words over notes, by their place in the exercise. */
  readonly words?: readonly { readonly at: number; readonly text: string }[];
}

/**
 * An exercise: notes taken out of a study, in the rhythm of its bowing. It is a study like any other:
 * engraved, played, printed and written to files as they are.
 */
export function exerciseOf(study: ScoredStudy, steps: readonly Step[], written: Written): ScoredStudy {
  return made(study, steps, written, {});
}

/** An exercise whose notes have times of their own, with rests between; `beats` quarter notes to a bar. */
export function timedExercise(
  study: ScoredStudy,
  steps: readonly TimedStep[],
  beats: number,
  written: Written,
): ScoredStudy {
  const timed = steps.map(({ note, finger, onset, length }): Step => ({
    finger,
    note: { ...note, time: { onset, length } },
  }));
  return made(study, timed, written, { own: { beats } });
}

function made(
  { recipe, passage, look }: ScoredStudy,
  steps: readonly Step[],
  { title, bowing, words = [] }: Written,
  times: Pick<Passage, 'own'>,
): ScoredStudy {
  const notes = steps.map(({ note: { added: _, ...note } }, at): PassageNote => {
    const before = steps[at - 1]?.note;
    return { ...note, at, ...(before?.pitch.midi === note.pitch.midi ? { repeats: true as const } : {}) };
  });
  const fingers = steps.map(({ finger }, at): FingeredNote => ({ ...finger, at }));
  const highest = Math.max(...notes.map((note) => note.pitch.midi));
  return {
    title,
    recipe: { ...recipe, bowing, remarks: [...words], pins: [] },
    passage: {
      notes,
      course: 'free',
      top: notes.findIndex((note) => note.pitch.midi === highest),
      parts: [0],
      tonic: passage.tonic,
      leaning: passage.leaning,
      ...times,
    },
    way: playedWay(fingers),
    ...(look ? { look } : {}),
  };
}

/** The notes of a study from one to another, backwards where the second comes first. */
export function notesBetween({ passage, way }: ScoredStudy, from: number, to: number): Step[] {
  const steps: Step[] = [];
  for (let at = from; from <= to ? at <= to : at >= to; at += from <= to ? 1 : -1) {
    const [note, finger] = [passage.notes[at], way.fingers[at]];
    if (note && finger) steps.push({ note, finger });
  }
  return steps;
}
