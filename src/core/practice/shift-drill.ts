import type { FingeredNote } from '../fingering/index.ts';
import { framesOf, handSystemOf, instrumentFor } from '../instruments/index.ts';
import type { PassageNote } from '../passage/index.ts';
import { Bowing } from '../recipe/index.ts';
import type { ScoredStudy } from '../score/index.ts';
import type { ShiftCard } from '../shifts/index.ts';
import { parsePitch, type Pitch } from '../theory/index.ts';
import { notesBetween, timedExercise, type Step, type TimedStep } from './exercise.ts';
import { oldPlaceOf, type OldPlace } from './old-place.ts';

/** A shift's drill: what is played, and how the arrival is played the old way. */
export interface ShiftDrill {
  readonly exercise: ScoredStudy;
  readonly old: OldPlace;
}

/** How often the four steps are taken, and the beats of a bar. Common practice, no source. */
const TIMES = 4;
const BEATS = 4;

/** Notes before and after the shift that are played with it, slowly, then in its bow. */
const AROUND = 2;

/** The tempo of a drill, beats a minute. From memory. */
export const DRILL_BPM = 60;

/**
 * The drill of one shift: the note before it, the arrival the old way, the arrival under its own finger,
 * the open string it is heard against, a rest; four times. Then the two notes before and the two after,
 * slowly, a rest; then the same in the bow the study has there.
 */
export function shiftDrill(study: ScoredStudy, card: ShiftCard): ShiftDrill {
  const { recipe, passage } = study;
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const frames = framesOf(instrument, handSystemOf(recipe));
  const { from, to } = card;
  const old = oldPlaceOf(instrument, frames, from, to);
  const before = notesBetween(study, from.at, from.at)[0] as Step;
  const arrival = notesBetween(study, to.at, to.at)[0] as Step;
  const again: Step = { note: arrival.note, finger: old.finger };
  const open = card.check && openStep(arrival.note, to, instrument.strings, card.check.string);
  const steps: TimedStep[] = [];
  let onset = 0;
  const play = (step: Step, length: number): void => {
    steps.push({ ...step, onset, length });
    onset += length;
  };
  /** Silence to the end of the bar, or a bar of it where the bar is full. */
  const rest = (): void => {
    onset = (Math.floor(onset / BEATS) + 1) * BEATS;
  };
  for (let time = 0; time < TIMES; time += 1) {
    play(before, 1);
    play(again, 1);
    if (open) {
      play(arrival, 2);
      play(open, 2);
    } else play(arrival, 1);
    rest();
  }
  const slow = steps.length;
  const around = notesBetween(
    study,
    Math.max(0, from.at - AROUND + 1),
    Math.min(passage.notes.length - 1, to.at + AROUND - 1),
  );
  for (const step of around) play(step, 1);
  rest();
  const bowed = steps.length;
  // The last note is held to the end of its beat.
  around.forEach((step, k) => play(step, k === around.length - 1 && k % 2 === 0 ? 1 : 0.5));
  const slurred = card.bow === 'slur';
  const words = [
    { at: 0, text: `${TIMES} times` },
    { at: slow, text: 'slowly' },
    { at: bowed, text: slurred ? 'slurred, as in the study' : 'as in the study' },
  ];
  const separate = steps.slice(0, bowed).map(() => 1);
  const bowing: Bowing = {
    ...Bowing.parse({}),
    bpm: DRILL_BPM,
    pattern: [...separate, ...(slurred ? [around.length] : around.map(() => 1))],
  };
  return { exercise: timedExercise(study, steps, BEATS, { title: study.title, bowing, words }), old };
}

/** An open string under the hand that waits. */
export function openStep(
  beside: PassageNote,
  hand: FingeredNote,
  strings: readonly { readonly name: string; readonly open: number }[],
  name: string,
): Step | undefined {
  const string = strings.find((one) => one.name === name);
  const pitch = string && openPitch(string.name, string.open);
  if (!pitch) return undefined;
  return {
    note: { at: 0, pitch, degree: 0, heading: beside.heading, motion: 'leap' },
    finger: { ...hand, at: 0, string: name, finger: 0, stop: 0, reach: 'none' },
  };
}

/** The pitch of an open string, called by its letter. */
function openPitch(name: string, midi: number): Pitch | undefined {
  const letter = name.slice(0, 1).toUpperCase();
  for (const alter of ['', 'b', '#']) {
    for (let octave = 0; octave < 9; octave += 1) {
      const pitch = parsePitch(`${letter}${alter}${octave}`);
      if (pitch?.midi === midi) return pitch;
    }
  }
  return undefined;
}
