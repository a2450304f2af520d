import { median } from '../base/index.ts';
import { readingOf, soundingIn, withHeard, type AskedNote } from './alignment.ts';
import { ANOTHER, heardNotes, type HeardNote } from './heard-notes.ts';
import type { Frame } from './pitch-track.ts';

/** What is told of the sound while it sounds: what the player is to do, in one word. */
export type Telling = 'silence' | 'higher' | 'lower' | 'in tune' | 'another note';

/** What the one large sign shows. */
export interface Sign {
  readonly tells: Telling;
  /** The note of the study that sounds; nothing if none does. */
  readonly at?: number;
  /** Off its place, flat below zero. */
  readonly cents?: number;
  /** What sounds, MIDI number with its part of a half step, by A = 440. */
  readonly midi?: number;
  /** The last moment that was listened to, seconds. */
  readonly time: number;
  /** The last note of the study was played, and then there was silence. */
  readonly ended: boolean;
}

/** Follows a player through a study, given each frame as it comes. */
export interface Follower {
  readonly hear: (frame: Frame) => Sign;
}

/** How the follower listens. */
export interface Following {
  /** Hz of the A, or found from what is played. */
  readonly a: number | 'auto';
  /** Cents to each side that are in tune. */
  readonly cents: number;
}

/** So many frames of one pitch are a sound that can be named; its place is told from so many at most, through a vibrato. */
export const NAMED = 3;
const LONG = 20;
/** Every so many frames what was heard is gathered into notes again. */
const GATHERED = 5;
/** The last notes may still change by what follows: so many stay open. And nothing longer is kept open, frames. */
const OPEN = 2;
const MOST = 1200;
/** A silence that ends a performance, frames. */
const ENDS = 70;
/** Tuning is told from so many notes at least. */
const TUNED_BY = 4;

/**
 * Follows a player by the costs of the alignment (`withHeard`): every note that is over is read as in a recording,
 * the one that sounds is read as it stands. So stops, restarts and notes left out are followed as they are told afterwards.
 */
export function follower(asked: readonly AskedNote[], { a, cents: allowed }: Following): Follower {
  let reading = readingOf(asked);
  let recent: Frame[] = [];
  let pending: readonly HeardNote[] = [];
  let since = 0;
  let silent = 0;
  let last: number | undefined;
  const away: number[] = [];
  const offset = (): number => (a === 'auto' ? (away.length < TUNED_BY ? 0 : median(away)) : 12 * Math.log2(a / 440));

  const close = (note: HeardNote): void => {
    reading = withHeard(reading, note, asked, offset());
    const at = soundingIn(reading);
    const by = at === undefined ? Number.NaN : note.midi - (asked[at]?.midi ?? Number.NaN);
    if (Math.abs(by) < ANOTHER) away.push(by);
  };
  const gather = (): void => {
    since = 0;
    pending = heardNotes(recent);
    const settled = recent.length > MOST ? pending.length - 1 : pending.length - OPEN;
    if (settled < 1) {
      if (recent.length > MOST) recent = recent.slice(-MOST / 4);
      return;
    }
    pending.slice(0, settled).forEach(close);
    const reached = pending[settled - 1];
    const until = reached ? reached.onset + reached.length : 0;
    recent = recent.filter(({ time }) => time >= until);
    pending = pending.slice(settled);
  };

  const hear = (frame: Frame): Sign => {
    recent.push(frame);
    since += 1;
    if (since >= GATHERED) gather();
    const { time } = frame;
    silent = frame.midi === undefined ? silent + 1 : 0;
    if (silent >= NAMED) {
      const ended = last === asked.length - 1 && silent >= ENDS;
      return { tells: 'silence', time, ended };
    }
    const run = soundingRun(recent, pending.at(-1)?.onset ?? 0);
    if (!run) return { tells: 'silence', time, ended: false };
    let now = reading;
    // A note still open that is over before this one began comes between.
    const over = pending.filter(({ onset, length }) => onset + length / 2 < run.from);
    for (const note of over) now = withHeard(now, note, asked, offset());
    const reached = over.at(-1);
    const silence = reached ? run.from - reached.onset - reached.length : run.silence;
    now = withHeard(now, { midi: run.midi, silence }, asked, offset());
    const at = soundingIn(now);
    if (at === undefined) return { tells: 'another note', midi: run.midi, time, ended: false };
    const by = run.midi - (asked[at]?.midi ?? run.midi) - offset();
    const near = by - 12 * Math.round(by / 12);
    if (Math.abs(near) > ANOTHER) return { tells: 'another note', midi: run.midi, time, ended: false };
    last = at;
    const cents = 100 * near;
    const tells = Math.abs(cents) <= allowed ? 'in tune' : cents < 0 ? 'higher' : 'lower';
    return { tells, at, cents, midi: run.midi, time, ended: false };
  };
  return { hear };
}

/** The pitch that sounds now and since when; nothing while it has not settled. Not before the last note known to have begun. */
function soundingRun(
  frames: readonly Frame[],
  notBefore: number,
): { readonly from: number; readonly midi: number; readonly silence: number } | undefined {
  const newest = frames.slice(-NAMED).flatMap(({ midi }) => midi ?? []);
  if (newest.length < NAMED || Math.max(...newest) - Math.min(...newest) > ANOTHER) return undefined;
  const middle = median(newest);
  const run: number[] = [];
  let place = frames.length - 1;
  let missed = 0;
  let from = frames.at(-1)?.time ?? 0;
  for (; place >= 0 && missed < NAMED; place -= 1) {
    const { midi, time } = frames[place] as Frame;
    if (time < notBefore) break;
    if (midi === undefined) missed += 1;
    else if (Math.abs(midi - middle) > ANOTHER) break;
    else {
      missed = 0;
      from = time;
      run.push(midi);
    }
  }
  // The newest first: what sounds now counts, through as long a swing as a vibrato has.
  const told = run.length > 2 * NAMED ? run.slice(0, Math.min(LONG, run.length - NAMED)) : run.slice(0, NAMED);
  let quiet = 0;
  for (let at = place; at >= 0 && (frames[at] as Frame).midi === undefined; at -= 1) quiet += 1;
  return { from, midi: told.reduce((sum, one) => sum + one, 0) / told.length, silence: (quiet + missed) / 100 };
}
