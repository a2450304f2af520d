import { median, trimmedMean } from '../base/index.ts';
import { HOP, type Frame } from './pitch-track.ts';

/** One note that was heard. */
export interface HeardNote {
  /** Seconds. */
  readonly onset: number;
  readonly length: number;
  /** MIDI number with its part of a half step, by A = 440. */
  readonly midi: number;
  /** A slide heard into it, seconds. */
  readonly slide: number;
  /** Silence before it, seconds. */
  readonly silence: number;
  /** The pitch is that of the note before, and the sound only sank between them: a new bow, or one bow that swells. */
  readonly sank?: true;
}

/** A note off by more than this is another note, half steps. */
export const ANOTHER = 0.65;

/** Another note begins where the pitch leaves the last by so much, half steps, for so many frames. */
const LEAVES = 0.6;
const FRAMES = 3;
/** Or by so little, for so long to one side: longer than any vibrato swings. */
const LEANS = { by: 0.34, frames: 12 } as const;
/** A new bow on the same pitch: the sound falls under this share of what it was and comes back. */
const DIP = 0.55;
/** Falls it under this share, it is a new bow for certain. */
const STOPS = 0.2;
/** A bow that begins again sounds at least at this share of the one before. */
const RINGS = 0.25;
/** Shorter than this nothing is a note, seconds. */
const SHORTEST = 0.06;

interface Run {
  readonly from: number;
  readonly to: number;
  readonly midi: number;
  readonly sank: boolean;
}

/** Frames gathered into notes: where the pitch changes, where there was silence, where a bow begins again. */
export function heardNotes(frames: readonly Frame[]): HeardNote[] {
  const runs = settled(runsOf(frames), frames);
  const notes: HeardNote[] = [];
  let reached = 0;
  runs.forEach((run, k) => {
    const before = runs[k - 1];
    const gap = before ? run.from - before.to : run.from;
    const silent = frames.slice(before ? before.to : 0, run.from).filter(({ midi }) => midi === undefined).length;
    // What lies between two pitches and sounds all the while is a slide, or the bow's way from one to the other.
    const slides = before && silent <= 1 && gap > 5 ? gap * HOP : 0;
    const onset = slides > 0 ? timeOf(frames, run.from) - slides : edge(frames, before, run);
    const end = timeOf(frames, run.to);
    notes.push({
      onset,
      length: end - onset,
      midi: run.midi,
      slide: slides,
      silence: Math.max(0, onset - reached),
      ...(run.sank && { sank: true as const }),
    });
    reached = end;
  });
  return notes;
}

function timeOf(frames: readonly Frame[], at: number): number {
  return frames[Math.min(at, frames.length - 1)]?.time ?? 0;
}

/** Where a note begins: where the sound is least between it and the note before, or where its pitch is heard first. */
function edge(frames: readonly Frame[], before: Run | undefined, run: Run): number {
  const first = Math.max(before ? before.to - 4 : 0, run.from - 8);
  let least = run.from;
  for (let at = first; at <= run.from + 2 && at < frames.length; at += 1) {
    if ((frames[at]?.loud ?? 0) < (frames[least]?.loud ?? 0)) least = at;
  }
  const level = median(frames.slice(run.from, run.to).map(({ loud }) => loud));
  const dips = (frames[least]?.loud ?? 0) < 0.5 * level;
  if (dips) {
    // From the least on, the first moment it sounds again: loud enough, or with its pitch, where a bow swells slowly.
    let at = least;
    while (at < run.from && (frames[at]?.loud ?? 0) < 0.25 * level) at += 1;
    return timeOf(frames, at);
  }
  return before ? (timeOf(frames, before.to) + timeOf(frames, run.from)) / 2 : timeOf(frames, run.from);
}

/** Stretches of one pitch. */
function runsOf(frames: readonly Frame[]): { from: number; to: number }[] {
  const runs: { from: number; to: number }[] = [];
  let from = -1;
  let held: number[] = [];
  let away = 0;
  let leaning: number[] = [];
  const close = (to: number): void => {
    if (from >= 0 && to > from) runs.push({ from, to });
    from = -1;
    held = [];
    away = 0;
    leaning = [];
  };
  const begin = (at: number, midi: readonly number[]): void => {
    from = at;
    held = [...midi];
    away = 0;
    leaning = [];
  };
  frames.forEach(({ midi }, at) => {
    if (midi === undefined) {
      away += 1;
      if (from >= 0 && away >= FRAMES) close(at - away + 1);
      return;
    }
    if (from < 0) {
      begin(at, [midi]);
      return;
    }
    const off = midi - median(held.slice(-15));
    if (Math.abs(off) > LEAVES) {
      away += 1;
      if (away < FRAMES) return;
      close(at - away + 1);
      const settling = frames.slice(at - FRAMES + 1, at + 1).flatMap((one) => one.midi ?? []);
      // Still on its way: it has not settled yet.
      if (Math.max(...settling) - Math.min(...settling) > LEAVES) begin(at, [midi]);
      else begin(at - FRAMES + 1, settling);
      return;
    }
    away = 0;
    const same = leaning[0] === undefined || Math.sign(leaning[0]) === Math.sign(off);
    if (Math.abs(off) > LEANS.by && same) {
      leaning.push(off);
      if (leaning.length < LEANS.frames) return;
      const first = at - leaning.length + 1;
      close(first);
      begin(
        first,
        frames.slice(first, at + 1).flatMap((one) => one.midi ?? []),
      );
      return;
    }
    const base = midi - off;
    held.push(...leaning.map((one) => base + one), midi);
    leaning = [];
  });
  close(frames.length);
  return runs;
}

/** Share of a note's pitches left out at either end: a vibrato swings alike to both sides. */
const SWINGS = 0.2;

/** Runs long enough to be notes, cut where a bow begins again on the same pitch. */
function settled(runs: readonly { from: number; to: number }[], frames: readonly Frame[]): Run[] {
  return runs
    .flatMap(({ from, to }) => cutAtBows(frames, from, to))
    .flatMap(({ from, to, sank }): Run[] => {
      const within = frames.slice(from, to).flatMap(({ midi }) => midi ?? []);
      if ((to - from) * HOP < SHORTEST || within.length === 0) return [];
      // The beginning may still be finding its place, and a window at either end hears its neighbours.
      const inner = within.length > 12 ? within.slice(4, -4) : within.length > 6 ? within.slice(2, -2) : within;
      return [{ from, to, midi: trimmedMean(inner, SWINGS), sank }];
    });
}

function cutAtBows(
  frames: readonly Frame[],
  from: number,
  to: number,
): { readonly from: number; readonly to: number; readonly sank: boolean }[] {
  const cuts = [{ at: from, sank: false }];
  const loud = (at: number): number => frames[at]?.loud ?? 0;
  for (let at = from + 4; at < to - 4; at += 1) {
    const before = Math.max(...frames.slice(Math.max(cuts.at(-1)?.at ?? from, at - 12), at).map((one) => one.loud));
    const after = Math.max(...frames.slice(at + 1, Math.min(to, at + 12)).map((one) => one.loud));
    const least = loud(at) <= loud(at - 1) && loud(at) < loud(at + 1);
    const share = loud(at) / Math.min(before, after);
    // What comes back much softer than it went is a room, or a string ringing on.
    if (least && share < DIP && after > RINGS * before) cuts.push({ at, sank: share > STOPS });
  }
  return cuts.map(({ at, sank }, k) => ({ from: at, to: cuts[k + 1]?.at ?? to, sank }));
}
