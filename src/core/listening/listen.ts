import type { ScoredStudy } from '../score/index.ts';
import { heardNotes } from './heard-notes.ts';
import { pitchTrack, type Sound } from './pitch-track.ts';
import { reportOf, USUAL_HEARING, type Hearing, type Report } from './report.ts';

/** Hears a recording of a study and compares the two; given its progress, 0 to 1, on the way. */
export function* listening(
  study: ScoredStudy,
  sound: Sound,
  hearing: Hearing = USUAL_HEARING,
): Generator<number, Report> {
  const midi = study.passage.notes.map(({ pitch }) => pitch.midi);
  const frames = yield* pitchTrack(sound, Math.min(...midi) - 2, Math.max(...midi) + 2);
  return reportOf(study, heardNotes(frames), hearing);
}

/** The same at once. */
export function listen(study: ScoredStudy, sound: Sound, hearing?: Hearing): Report {
  const work = listening(study, sound, hearing);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}
