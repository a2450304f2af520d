import { Bowing } from '../recipe/index.ts';
import type { ScoredStudy } from '../score/index.ts';
import type { CrossingCard } from '../shifts/index.ts';
import { notesBetween, timedExercise, type TimedStep } from './exercise.ts';
import { DRILL_BPM } from './shift-drill.ts';

/** How often the crossing is taken. Common practice, no source. */
const TIMES = 4;
const BEATS = 4;

/** From the open string to the finger that waits over the next, with a rest; four times. */
export function crossingDrill(study: ScoredStudy, { from, to }: CrossingCard): ScoredStudy {
  const [open, stopped] = [from.at, to.at].map((at) => notesBetween(study, at, at)[0]);
  const steps: TimedStep[] = [];
  for (let time = 0; time < TIMES; time += 1) {
    if (open) steps.push({ ...open, onset: time * BEATS, length: 1 });
    if (stopped) steps.push({ ...stopped, onset: time * BEATS + 1, length: 1 });
  }
  const bowing: Bowing = { ...Bowing.parse({}), bpm: DRILL_BPM };
  return timedExercise(study, steps, BEATS, { title: study.title, bowing, words: [{ at: 0, text: `${TIMES} times` }] });
}
