import { bowStrokes, TICKS_PER_BEAT, timeNotes } from '../bowing/index.ts';
import { beatsPerMinute } from '../recipe/index.ts';
import type { ScoredStudy } from '../score/index.ts';
import type { Fault, InventedPupil } from './invented-pupil.ts';

/** One note as it was played. */
export interface PlayedNote {
  /** Which note of the study. */
  readonly at: number;
  /** Seconds. */
  readonly onset: number;
  readonly length: number;
  /** Where it sounds: MIDI number with its part of a half step. */
  readonly midi: number;
  readonly hz: number;
  /** Cents off the note that was meant. */
  readonly cents: number;
  /** It goes on in the bow of the note before. */
  readonly joined: boolean;
  /** A slide into it, seconds. */
  readonly slide: number;
  /** An open string, which rings on. */
  readonly open: boolean;
}

/** Silence before a performance begins, and how long somebody stops before beginning again, seconds. */
const LEAD = 0.3;
const STOPPED = 0.7;

/** What an invented pupil plays of a study, note by note, with every fault in it. */
export function performanceOf(study: ScoredStudy, pupil: InventedPupil): PlayedNote[] {
  const { passage, recipe, way } = study;
  const beat = 60 / (pupil.bpm ?? beatsPerMinute(recipe.bowing));
  const times = timeNotes(passage, recipe.bowing, recipe.form === 'chromatic');
  const starts = new Set(bowStrokes(passage, recipe.bowing).map(({ from }) => from));
  const faults = new Map<number, Fault>();
  for (const fault of pupil.faults) faults.set(fault.at, { ...faults.get(fault.at), ...fault });
  const played: PlayedNote[] = [];
  const gone = new Set<number>();
  let now = LEAD;
  let joins = false;
  for (let k = 0; k < times.length; k += 1) {
    const { at, again, onset, length } = times[k] as (typeof times)[number];
    const before = times[k - 1];
    const rest = before ? onset - before.onset - before.length : 0;
    if (rest > 0) now += (rest / TICKS_PER_BEAT) * beat;
    const fault = faults.get(at);
    const long = (length / TICKS_PER_BEAT) * beat;
    if (fault?.skip) {
      joins = false;
      continue;
    }
    const late = Math.min(fault?.late ?? 0, long * 0.8);
    const midi = (passage.notes[at]?.pitch.midi ?? 60) + (fault?.wrong ?? 0) + (fault?.cents ?? 0) / 100;
    played.push({
      at,
      onset: now + late,
      length: long - late,
      midi,
      hz: pupil.a * 2 ** ((midi - 69) / 12),
      cents: fault?.cents ?? 0,
      joined: joins && again === 0 && late === 0 && !starts.has(at),
      slide: played.length > 0 ? Math.min(fault?.slide ?? 0, long * 0.6) : 0,
      open: way.fingers[at]?.finger === 0,
    });
    joins = true;
    now += long;
    const back = fault?.backTo;
    if (back !== undefined && back <= at && !gone.has(at)) {
      gone.add(at);
      now += STOPPED;
      joins = false;
      k = times.findIndex((one) => one.at === back) - 1;
    }
  }
  return played;
}
