import { POSTURE, sameHand, type Candidate } from './candidate.ts';
import type { Setting, StepContext } from './setting.ts';
import { TERM, type Tally } from './terms.ts';

const OPEN = 0;
const THUMB = 1;
const FIRST = 2;
const SECOND = 3;
const THIRD = 4;
const FOURTH = 5;
const FIFTH_ABOVE = 7;
const OCTAVE_STOP = 12;
const MINOR_THIRD = 3;
/** From this hand the little finger loses its reach: violin sixth position, the neck's end elsewhere. */
const HIGH_HAND = 8;

/** What one note costs by itself: its finger, its reach, where its hand stands. */
export function noteCost(note: Candidate, setting: Setting, tally: Tally): void {
  if (note.rank === OPEN) return;
  countFinger(note, setting, tally);
  countReach(note, setting, tally);
  countPlace(note, setting, tally);
}

function countFinger(note: Candidate, setting: Setting, tally: Tally): void {
  if (note.rank === SECOND) tally.add(TERM['finger-2'], 1);
  else if (note.rank === THIRD) tally.add(TERM['finger-3'], 1);
  else if (note.rank === FOURTH) {
    tally.add(TERM['finger-4'], 1);
    if (note.hand > HIGH_HAND) tally.add(TERM['four-high'], 1);
  }
  if (note.stop === setting.openAbove[note.string] && note.stop > 0) {
    if (note.rank === FOURTH && note.hand <= 3) tally.add(TERM['fourth-for-open'], 1);
    else if (note.hand <= 4) tally.add(TERM['stopped-for-open'], 1);
  }
  if (note.thumb) {
    if (note.rank === THUMB) tally.add(TERM.thumb, 1);
    if (note.hand < OCTAVE_STOP) tally.add(TERM['low-thumb'], 1);
  }
}

function countReach(note: Candidate, setting: Setting, tally: Tally): void {
  if (note.reach === 'back') tally.add(TERM['reach-back'], width(note, setting));
  else if (note.reach === 'forward') tally.add(TERM['reach-forward'], width(note, setting));
  if (note.drawn) tally.add(TERM.drawn, 1);
  if (note.posture === POSTURE.narrow) tally.add(TERM.narrow, 1);
}

/** How wide a reach is beside one at home: stops narrow as the hand climbs. */
function width(note: Candidate, setting: Setting): number {
  return Math.max(0.3, 1 - 0.1 * Math.max(0, note.hand - setting.homeHand));
}

function countPlace(note: Candidate, setting: Setting, tally: Tally): void {
  const away = note.hand - setting.homeHand;
  if (setting.chromatic) {
    // Half steps take the hand through every position: none of them is a landmark to miss.
  } else if (away < 0) tally.add(TERM['half-position'], 1);
  else if (away === 1 || away === 2) tally.add(TERM['second-position'], 1);
  if (away > 0) tally.add(TERM.height, Math.min(away, 10));
  const over = note.stop - FIFTH_ABOVE;
  if (over > 0 && note.string < setting.topString) {
    tally.add(TERM['high-on-low-string'], over * (setting.topString - note.string));
  }
}

/** The cost of setting the first hand down. */
export function startCost(first: Candidate, setting: Setting, tally: Tally): void {
  if (first.rank === OPEN) return;
  const away = first.hand - setting.homeHand;
  if (away === 0) return;
  // Half position is next to home and found from the nut.
  tally.add(TERM['start-away'], away === -1 ? 0.2 : 1);
  tally.add(TERM['start-distance'], Math.min(Math.abs(away), 8));
}

/**
 * What changes between the strings of two notes in playing order; false where it can't be played.
 * Hands are no matter here, so an open string needs no memory of what comes after.
 */
export function stringCost(from: Candidate, to: Candidate, step: StepContext, setting: Setting, tally: Tally): boolean {
  const jump = Math.abs(to.string - from.string);
  if (jump === 0) return true;
  if (jump > 1) {
    if (setting.stepwise && !from.pinned && !to.pinned) return false;
    tally.add(TERM['skipped-string'], jump - 1);
  }
  tally.add(TERM.crossing, 1);
  if (step.direction !== 0 && step.direction > 0 !== to.string > from.string) tally.add(TERM['crossing-back'], 1);
  if (from.rank !== OPEN && from.rank === to.rank) tally.add(TERM['same-finger-across'], 1);
  if (step.edge) tally.add(TERM['last-note-alone'], 1);
  if (step.wayDown && setting.returnRule === 'top-string' && from.string === setting.topString) {
    if (from.hand > setting.homeHand) tally.add(TERM['return-rule'], 1);
  }
  return true;
}

/** An open string beside a stopped note: it stands out the more the higher the hand. */
export function openBesideStopped(stopped: Candidate, setting: Setting, tally: Tally): void {
  const high = stopped.hand - setting.homeHand - 1;
  if (high > 0) tally.add(TERM['open-high'], Math.min(high, 8));
}

/**
 * What the hand does between two stopped notes in playing order; false where no hand can.
 * `overOpen` says an open string sounded between them; one of the two is then that open string,
 * standing for the hand that waits behind it.
 */
export function handCost(
  from: Candidate,
  to: Candidate,
  overOpen: boolean,
  step: StepContext,
  setting: Setting,
  tally: Tally,
): boolean {
  if (sameHand(from, to)) return stayCost(from, to, overOpen, step, setting, tally);
  if (from.hand === to.hand || step.bound) return false;
  shiftCost(from, to, overOpen, step, setting, tally);
  return true;
}

function stayCost(
  from: Candidate,
  to: Candidate,
  overOpen: boolean,
  step: StepContext,
  setting: Setting,
  tally: Tally,
): boolean {
  if (from.posture !== to.posture) {
    if (from.posture + to.posture === POSTURE.forward + POSTURE.back && from.posture !== 0 && to.posture !== 0) {
      return false;
    }
    if (isExtended(from) || isExtended(to)) tally.add(TERM['opened-hand'], 1);
  }
  if (from.reach !== 'none' && to.reach !== 'none' && from.reach !== to.reach) return false;
  if (overOpen || from.string !== to.string) return true;
  const rise = to.stop - from.stop;
  if (rise === 0) return from.rank === to.rank;
  const low = rise > 0 ? from : to;
  const high = rise > 0 ? to : from;
  if (high.rank <= low.rank) return false;
  const gap = high.stop - low.stop;
  const pair = low.rank * 6 + high.rank;
  if (gap > (setting.gaps[low.frame] as Uint8Array)[pair]! || gap > (setting.gaps[high.frame] as Uint8Array)[pair]!) {
    return false;
  }
  const fingers = high.rank - low.rank;
  if (fingers === 1 && gap === 3 && low.rank !== THUMB) tally.add(TERM['augmented-stretch'], 1);
  if (setting.fingerToEachStep && fingers > 1 && step.interval <= 2) tally.add(TERM['skipped-finger'], fingers - 1);
  return true;
}

/** True when one finger slides a half step along its string, taking the hand with it. */
export function slides(a: Candidate, b: Candidate, step: StepContext): boolean {
  return step.interval === 1 && a.string === b.string && a.rank === b.rank && a.rank !== OPEN;
}

function shiftCost(
  from: Candidate,
  to: Candidate,
  overOpen: boolean,
  step: StepContext,
  setting: Setting,
  tally: Tally,
): void {
  const distance = to.hand - from.hand;
  const crosses = from.string !== to.string;
  const oneFinger = !overOpen && !crosses && from.rank === to.rank;
  if (oneFinger && step.interval === 1) {
    const atHome = step.nearTop && from.hand > HIGH_HAND - 2 && (to.rank === FOURTH || to.rank === FIRST);
    tally.add(setting.chromatic ? TERM['slide-chromatic'] : atHome ? TERM['slide-at-top'] : TERM.slide, 1);
    if (setting.chromatic) countSlide(from, to, tally);
    return;
  }
  tally.add(setting.chromatic ? TERM['shift-chromatic'] : distance > 0 ? TERM['shift-up'] : TERM['shift-down'], 1);
  // In half steps the hand simply passes itself on: how far it goes hardly matters.
  tally.add(TERM['shift-distance'], Math.abs(distance) * (setting.chromatic ? 0.3 : 1));
  const far = Math.abs(distance) - MINOR_THIRD - 1;
  if (far > 0) tally.add(TERM['shift-far'], far);
  if (isExtended(to)) tally.add(TERM['extended-hand'], width(to, setting));
  if (step.wayDown && distance < 0) countReturn(to, setting, tally);
  if (overOpen) {
    tally.add(TERM['shift-over-open'], 1);
    return;
  }
  if (oneFinger) tally.add(TERM['slide-wide'], 1);
  if (step.interval !== 1) tally.add(TERM['shift-on-whole-step'], 1);
  if (crosses) tally.add(TERM['shift-with-crossing'], 1);
  countLanding(from, to, tally);
}

function isExtended(note: Candidate): boolean {
  return note.posture === POSTURE.forward || note.posture === POSTURE.back;
}

/** In chromatic passages the finger that leads the hand slides: the first going up, the last coming down. */
function countSlide(from: Candidate, to: Candidate, tally: Tally): void {
  if (to.rank === SECOND) tally.add(TERM['slide-on-2'], 1);
  else if (to.rank === THIRD) tally.add(TERM['slide-on-3'], 1);
  else if (to.rank === FOURTH && to.hand > from.hand) tally.add(TERM['slide-up-on-4'], 1);
  else if (to.rank === FIRST && to.hand < from.hand) tally.add(TERM['slide-down-on-1'], 1);
}

function countLanding(from: Candidate, to: Candidate, tally: Tally): void {
  if (to.rank === THUMB) {
    tally.add(TERM['onto-thumb'], 1);
    return;
  }
  if (to.hand > from.hand) {
    if (to.rank === SECOND) tally.add(TERM['up-onto-2'], 1);
    else if (to.rank === THIRD) tally.add(TERM['up-onto-3'], 1);
    else if (to.rank === FOURTH) tally.add(TERM['up-onto-4'], 1);
    if (from.rank === FIRST) tally.add(TERM['up-from-1'], 1);
    else if (from.rank === FOURTH) tally.add(TERM['up-from-4'], 1);
  } else {
    if (to.rank === FIRST) tally.add(TERM['down-onto-1'], 1);
    else if (to.rank === SECOND) tally.add(TERM['down-onto-2'], 1);
    if (from.rank >= THIRD) tally.add(TERM['down-from-high'], 1);
  }
}

function countReturn(to: Candidate, setting: Setting, tally: Tally): void {
  if (setting.returnRule === 'fourth' && to.rank !== FOURTH) tally.add(TERM['return-rule'], 1);
  else if (setting.returnRule === 'third' && to.rank !== THIRD) tally.add(TERM['return-rule'], 1);
}
