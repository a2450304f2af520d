import type { Finger, FingerPlace, Frame, Posture, Reach, Instrument } from '../../instruments/index.ts';
import type { GroupNote } from '../../schools/index.ts';

/**
 * One way to sound one note: a finger of a hand on a string, or the open string under a hand that
 * waits. Numbers throughout, so that the search compares without touching strings of text.
 */
export interface Candidate {
  /** Index of the string, lowest string 0. */
  readonly string: number;
  /** Semitones above the open string; below zero on a string's extension. */
  readonly stop: number;
  /** Order on the string: 0 open, 1 thumb, 2 to 5 for fingers 1 to 4. */
  readonly rank: number;
  /**
   * Stop under the unextended first finger, or the thumb. For an open string, the hand of the last
   * stopped note; 0 where no stopped note came before.
   */
  readonly hand: number;
  readonly thumb: boolean;
  /** 0 closed, 1 forward, 2 back, 3 narrow; an open string keeps the last. */
  readonly posture: number;
  readonly reach: Reach;
  readonly drawn: boolean;
  readonly upper: boolean;
  /** Index into the frames' gap tables; −1 for an open string. */
  readonly frame: number;
  /** True when the string was pinned: a pin beats the rule against skipping one. */
  readonly pinned: boolean;
}

const POSTURES: Record<Posture, number> = { closed: 0, forward: 1, back: 2, narrow: 3 };

/** Posture codes by name, for rules that read a candidate. */
export const POSTURE = POSTURES;

const FINGERS: readonly Finger[] = [0, 'T', 1, 2, 3, 4];

/** The finger a candidate's rank stands for. */
export function fingerOf(candidate: Candidate): Finger {
  return FINGERS[candidate.rank] ?? 0;
}

/** True when a candidate is a finger that a note of a group asks for, above the neck perhaps another than on it. */
export function playsGroupNote(candidate: Candidate, { fingers, above }: GroupNote, { neckEnd }: Instrument): boolean {
  const finger = fingerOf(candidate);
  return fingers.includes(finger) || (candidate.hand > neckEnd && above.includes(finger));
}

/** The rank of a finger: its order on the string from the nut. */
export function rankOf(finger: Finger): number {
  return FINGERS.indexOf(finger);
}

/** A stopped note: `place` of `frame` taken so that the finger falls on `stop`. */
export function stopped(
  string: number,
  stop: number,
  place: FingerPlace,
  frame: Frame,
  frameIndex: number,
  pinned: boolean,
): Candidate {
  return {
    string,
    stop,
    rank: rankOf(place.finger),
    hand: stop - place.offset,
    thumb: frame.region === 'thumb',
    posture: POSTURES[frame.posture],
    reach: place.reach,
    drawn: place.drawn === true,
    upper: frame.region === 'upper',
    frame: frameIndex,
    pinned,
  };
}

/** An open string, or its extension `stop` below it, under the hand of another candidate or under none yet. */
export function openString(string: number, before: Candidate | undefined, pinned: boolean, stop = 0): Candidate {
  return {
    string,
    stop,
    rank: 0,
    hand: before?.hand ?? 0,
    thumb: before?.thumb ?? false,
    posture: before?.posture ?? 0,
    reach: 'none',
    drawn: false,
    upper: before?.upper ?? false,
    frame: -1,
    pinned,
  };
}

/** Every stopped candidate for a sounding pitch on one string, within the string's limit. */
export function stoppedCandidates(
  instrument: Instrument,
  frames: readonly Frame[],
  string: number,
  stop: number,
  hands: readonly [low: number, high: number],
  chromatic: boolean,
  pinned: boolean,
): Candidate[] {
  if (stop < 1 || stop > instrument.highestStop) return [];
  return frames.flatMap((frame, index) => {
    if (frame.chromaticOnly && !chromatic) return [];
    const low = Math.max(frame.hands[0], hands[0]);
    const high = Math.min(frame.hands[1], hands[1]);
    return frame.places
      .filter((place) => stop - place.offset >= low && stop - place.offset <= high)
      .map((place) => stopped(string, stop, place, frame, index, pinned));
  });
}

/** True when two candidates stand in one hand: same stop, thumb or no thumb alike. */
export function sameHand(a: Candidate, b: Candidate): boolean {
  return a.hand === b.hand && a.thumb === b.thumb;
}

/** True when two candidates are one finger of one hand on one place. */
export function sameStop(a: Candidate, b: Candidate): boolean {
  return a.string === b.string && a.stop === b.stop && a.rank === b.rank && sameHand(a, b) && a.posture === b.posture;
}
