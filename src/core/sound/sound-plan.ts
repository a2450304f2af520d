import type { InstrumentId } from '../instruments/index.ts';
import { beatsPerMinute } from '../recipe/index.ts';
import { bowStrokes, loudnessOf, metreOf, TICKS_PER_BEAT, timeNotes } from '../bowing/index.ts';
import type { ScoredStudy } from '../score/index.ts';
import { frequency, type Temperament } from '../intonation/index.ts';

/** How a study is played. */
export interface Playing {
  /** Share of the study's own tempo, 0.25 to 2. */
  readonly speed: number;
  /** A4, Hz. */
  readonly reference: number;
  readonly temperament: Temperament;
  /** Clicks to a beat; 0 for no metronome. */
  readonly clicks: number;
  /** Bars counted in. */
  readonly countIn: number;
  /** Stand still before every shift, seconds. */
  readonly pause: number;
  /** First and last note; the whole study when left out. */
  readonly from?: number;
  readonly to?: number;
}

export const USUAL_PLAYING: Playing = {
  speed: 1,
  reference: 440,
  temperament: 'equal',
  clicks: 1,
  countIn: 1,
  pause: 0,
};

/** A stroke as it sounds. Times in seconds from the first click or note. */
export interface SoundedNote {
  readonly at: number;
  readonly time: number;
  readonly length: number;
  readonly hz: number;
  /** 0 to 1. */
  readonly loud: number;
  /** True where the note before goes on into this one in the same bow. */
  readonly joined: boolean;
}

export interface Click {
  readonly time: number;
  /** First of the bar, a change of bow, a beat, or between beats. */
  readonly kind: 'bar' | 'bow' | 'beat' | 'between';
}

export interface SoundPlan {
  /** Whose sound it has. */
  readonly instrument: InstrumentId;
  readonly notes: readonly SoundedNote[];
  readonly clicks: readonly Click[];
  /** When all has sounded, seconds. */
  readonly seconds: number;
  /** When the count-in ends, seconds: a loop goes back here. */
  readonly begins: number;
}

/** When everything in a study sounds: notes, clicks, pauses before shifts, the count-in. */
export function soundPlan(study: ScoredStudy, playing: Playing): SoundPlan {
  const { passage, recipe, way } = study;
  const { bowing } = recipe;
  const chromatic = recipe.form === 'chromatic';
  const beat = 60 / (beatsPerMinute(bowing) * playing.speed);
  const metre = metreOf(passage, bowing, chromatic);
  const from = playing.from ?? 0;
  const to = playing.to ?? passage.notes.length - 1;
  const timed = timeNotes(passage, bowing, chromatic).filter(({ at }) => at >= from && at <= to);
  const strokes = bowStrokes(passage, bowing);
  const bowStarts = new Set(strokes.map((stroke) => stroke.from));
  const arrivals = new Set(way.shifts.map((shift) => shift.to));
  const begins = playing.countIn * metre.beats * beat;
  const clicks: Click[] = Array.from({ length: playing.countIn * metre.beats }, (_, k) => ({
    time: k * beat,
    kind: k % metre.beats === 0 ? ('bar' as const) : ('beat' as const),
  }));
  const first = timed[0]?.onset ?? 0;
  let waited = 0;
  const notes: SoundedNote[] = [];
  for (const { at, again, onset, length } of timed) {
    const pauses = playing.pause > 0 && again === 0 && at > from && arrivals.has(at);
    if (pauses) waited += playing.pause;
    const time = begins + ((onset - first) / TICKS_PER_BEAT) * beat + waited;
    const pitch = passage.notes[at]?.pitch;
    if (!pitch) continue;
    notes.push({
      at,
      time,
      length: (length / TICKS_PER_BEAT) * beat,
      hz: frequency(pitch, passage.tonic, playing.temperament, playing.reference),
      loud: loudnessOf(passage, bowing, at),
      joined: again === 0 && at > from && !pauses && !bowing.hooked && !bowStarts.has(at),
    });
    if (playing.clicks > 0) {
      // Clicks go with the notes, so that a pause holds them too.
      const every = TICKS_PER_BEAT / playing.clicks;
      for (let tick = Math.ceil(onset / every - 1e-9) * every; tick < onset + length - 1e-6; tick += every) {
        const kind =
          Math.abs(tick % (metre.beats * TICKS_PER_BEAT)) < 1
            ? 'bar'
            : tick === onset && again === 0 && bowStarts.has(at) && bowing.slur > 1
              ? 'bow'
              : tick % TICKS_PER_BEAT < 1
                ? 'beat'
                : 'between';
        clicks.push({ time: time + ((tick - onset) / TICKS_PER_BEAT) * beat, kind });
      }
    }
  }
  const last = notes.at(-1);
  return { instrument: recipe.instrument, notes, clicks, begins, seconds: last ? last.time + last.length : begins };
}
