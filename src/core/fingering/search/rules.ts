import { POSTURE, sameHand, type Candidate } from './candidate.ts';
import type { NoteKind } from './column.ts';
import type { Setting } from './setting.ts';
import type { Step } from './step.ts';
import { TERM, type Tally } from '../../schools/index.ts';

// Term indices as constants: the rules run some hundred thousand times a study.
const T_CROSSING = TERM.crossing;
const T_DRAWN = TERM.drawn;
const T_HEIGHT = TERM.height;
const T_NARROW = TERM.narrow;
const T_SLIDE = TERM.slide;
const T_THUMB = TERM.thumb;
const T_AUGMENTED_STRETCH = TERM['augmented-stretch'];
const T_CROSSING_TURNING = TERM['crossing-turning'];
const T_CROSSING_BACK = TERM['crossing-back'];
const T_DOWN_FROM_HIGH = TERM['down-from-high'];
const T_DOWN_ONTO_1 = TERM['down-onto-1'];
const T_DOWN_ONTO_2 = TERM['down-onto-2'];
const T_EXTENDED_HAND = TERM['extended-hand'];
const T_FINGER_2 = TERM['finger-2'];
const T_FINGER_3 = TERM['finger-3'];
const T_FINGER_4 = TERM['finger-4'];
const T_FOUR_HIGH = TERM['four-high'];
const T_FOURTH_FOR_OPEN = TERM['fourth-for-open'];
const T_HALF_POSITION = TERM['half-position'];
const T_HIGH_ON_LOW_STRING = TERM['high-on-low-string'];
const T_LAST_NOTE_ALONE = TERM['last-note-alone'];
const T_LOW_THUMB = TERM['low-thumb'];
const T_ONTO_THUMB = TERM['onto-thumb'];
const T_OPEN_HIGH = TERM['open-high'];
const T_OPENED_HAND = TERM['opened-hand'];
const T_REACH_BACK = TERM['reach-back'];
const T_REACH_FORWARD = TERM['reach-forward'];
const T_RETURN_RULE = TERM['return-rule'];
const T_SAME_FINGER_ACROSS = TERM['same-finger-across'];
const T_SECOND_POSITION = TERM['second-position'];
const T_SHIFT_CHROMATIC = TERM['shift-chromatic'];
const T_SHIFT_DISTANCE = TERM['shift-distance'];
const T_SHIFT_DOWN = TERM['shift-down'];
const T_SHIFT_FAR = TERM['shift-far'];
const T_SHIFT_ON_LOW_STRING = TERM['shift-on-low-string'];
const T_SHIFT_ON_WHOLE_STEP = TERM['shift-on-whole-step'];
const T_SHIFT_OVER_OPEN = TERM['shift-over-open'];
const T_SHIFT_UP = TERM['shift-up'];
const T_SHIFT_WITH_CROSSING = TERM['shift-with-crossing'];
const T_SKIPPED_FINGER = TERM['skipped-finger'];
const T_SKIPPED_STRING = TERM['skipped-string'];
const T_SLIDE_AT_TOP = TERM['slide-at-top'];
const T_SLIDE_CHROMATIC = TERM['slide-chromatic'];
const T_SLIDE_DOWN_ON_1 = TERM['slide-down-on-1'];
const T_FOUR_CHROMATIC = TERM['four-chromatic'];
const T_SLIDE_ON_1 = TERM['slide-on-1'];
const T_SLIDE_IN_HAND = TERM['slide-in-hand'];
const T_SLIDE_ON_2 = TERM['slide-on-2'];
const T_SLIDE_ON_3 = TERM['slide-on-3'];
const T_SLIDE_UP_ON_4 = TERM['slide-up-on-4'];
const T_SLIDE_WIDE = TERM['slide-wide'];
const T_START_AWAY = TERM['start-away'];
const T_START_DISTANCE = TERM['start-distance'];
const T_STOPPED_FOR_OPEN = TERM['stopped-for-open'];
const T_SHIFT_IN_SLUR = TERM['shift-in-slur'];
const T_SHIFT_ON_BOW_CHANGE = TERM['shift-on-bow-change'];
const T_VISIT = TERM.visit;
const T_UP_FROM_1 = TERM['up-from-1'];
const T_UP_FROM_4 = TERM['up-from-4'];
const T_UP_ONTO_2 = TERM['up-onto-2'];
const T_UP_ONTO_3 = TERM['up-onto-3'];
const T_UP_ONTO_4 = TERM['up-onto-4'];

const OPEN = 0;
const THUMB = 1;
const FIRST = 2;
const SECOND = 3;
const THIRD = 4;
const FOURTH = 5;
const FIFTH_ABOVE = 7;
const OCTAVE_STOP = 12;
const FOURTH_APART = 5;
/** From this hand the little finger loses its reach: violin sixth position, the neck's end elsewhere. */
const HIGH_HAND = 8;

/** What one note costs by itself: its finger, its reach, where its hand stands; of a chord, every finger's. */
export function noteCost(note: Candidate, { chromatic, chord }: NoteKind, setting: Setting, tally: Tally): void {
  stopCost(note, chromatic, setting, tally);
  if (!chord) return;
  const under = chord(note);
  for (const one of under) stopCost(one, chromatic, setting, tally);
  if (note.rank === OPEN) countAway(note, under, tally);
}

function stopCost(note: Candidate, chromatic: boolean, setting: Setting, tally: Tally): void {
  if (note.rank === OPEN) return;
  countFinger(note, chromatic, setting, tally);
  countReach(note, setting, tally);
  countPlace(note, chromatic, setting, tally);
}

/**
 * Fingers under an open string stand in the hand that waits behind it; where that hand can't take them, it goes
 * there and comes back, a hand for one note.
 */
function countAway(open: Candidate, under: readonly Candidate[], tally: Tally): void {
  const stopped = under.find((one) => one.rank !== OPEN);
  if (!stopped || open.hand === 0 || sameHand(open, stopped)) return;
  tally.add(T_SHIFT_UP, 1);
  tally.add(T_SHIFT_DOWN, 1);
  tally.add(T_SHIFT_DISTANCE, 2 * Math.abs(stopped.hand - open.hand));
  tally.add(T_VISIT, 1);
}

function countFinger(note: Candidate, chromatic: boolean, setting: Setting, tally: Tally): void {
  if (note.rank === SECOND) tally.add(T_FINGER_2, 1);
  else if (note.rank === THIRD) tally.add(T_FINGER_3, 1);
  else if (note.rank === FOURTH) {
    tally.add(T_FINGER_4, 1);
    if (chromatic) tally.add(T_FOUR_CHROMATIC, 1);
    if (note.hand > HIGH_HAND) tally.add(T_FOUR_HIGH, 1);
  }
  if (note.stop === setting.openAbove[note.string] && note.stop > 0) {
    if (note.rank === FOURTH && note.hand <= 3) tally.add(T_FOURTH_FOR_OPEN, 1);
    else if (note.hand <= 4) tally.add(T_STOPPED_FOR_OPEN, 1);
  }
  if (note.thumb) {
    if (note.rank === THUMB) tally.add(T_THUMB, 1);
    if (note.hand < OCTAVE_STOP) tally.add(T_LOW_THUMB, 1);
  }
}

function countReach(note: Candidate, setting: Setting, tally: Tally): void {
  if (note.reach === 'back') tally.add(T_REACH_BACK, width(note, setting));
  else if (note.reach === 'forward') tally.add(T_REACH_FORWARD, width(note, setting));
  if (note.drawn) tally.add(T_DRAWN, 1);
  if (note.posture === POSTURE.narrow) tally.add(T_NARROW, 1);
}

/** How wide a reach is beside one at home: stops narrow as the hand climbs. */
function width(note: Candidate, setting: Setting): number {
  return Math.max(0.3, 1 - 0.1 * Math.max(0, note.hand - setting.homeHand));
}

function countPlace(note: Candidate, chromatic: boolean, setting: Setting, tally: Tally): void {
  const away = note.hand - setting.homeHand;
  if (chromatic) {
    // Half steps take the hand through every position: none of them is a landmark to miss. Where fingers slide inside
    // the hand, it can stay out of the crowd against the nut.
    if (away < 0 && setting.slidesInHand) tally.add(T_HALF_POSITION, 1);
  } else if (away < 0) tally.add(T_HALF_POSITION, 1);
  else if (away === 1 || away === 2) tally.add(T_SECOND_POSITION, 1);
  if (away > 0) tally.add(T_HEIGHT, Math.min(away, 10));
  const over = note.stop - FIFTH_ABOVE;
  if (over > 0 && note.string < setting.topString) {
    // Beyond the octave the string is so short that only the top string still speaks freely.
    const beyond = Math.max(0, note.stop - OCTAVE_STOP);
    tally.add(T_HIGH_ON_LOW_STRING, (over + 2 * beyond) * (setting.topString - note.string));
  }
}

/** The cost of setting the first hand down. */
export function startCost(first: Candidate, setting: Setting, tally: Tally): void {
  if (first.rank === OPEN) return;
  const away = first.hand - setting.homeHand;
  if (away === 0) return;
  // Half position is next to home and found from the nut.
  tally.add(T_START_AWAY, away === -1 ? 0.2 : 1);
  tally.add(T_START_DISTANCE, Math.min(Math.abs(away), 8));
}

/**
 * What changes between the strings of two notes in playing order; false where it can't be played.
 * Hands are no matter here, so an open string needs no memory of what comes after.
 */
export function stringCost(from: Candidate, to: Candidate, step: Step, setting: Setting, tally: Tally): boolean {
  const jump = Math.abs(to.string - from.string);
  if (jump === 0) return true;
  if (jump > 1) {
    if (step.motion === 'step' && !from.pinned && !to.pinned) return false;
    tally.add(T_SKIPPED_STRING, jump - 1);
  }
  tally.add(T_CROSSING, 1);
  if (step.motion === 'turn') tally.add(T_CROSSING_TURNING, 1);
  if (step.direction !== 0 && step.direction > 0 !== to.string > from.string) tally.add(T_CROSSING_BACK, 1);
  if (from.rank !== OPEN && from.rank === to.rank) tally.add(T_SAME_FINGER_ACROSS, 1);
  if (step.edge) tally.add(T_LAST_NOTE_ALONE, 1);
  if (step.wayDown && setting.returnRule === 'top-string' && from.string === setting.topString) {
    if (from.hand > setting.homeHand) tally.add(T_RETURN_RULE, 1);
  }
  return true;
}

/** An open string beside a stopped note: it stands out the more the higher the hand. */
export function openBesideStopped(stopped: Candidate, setting: Setting, tally: Tally): void {
  const high = stopped.hand - setting.homeHand - 1;
  if (high > 0) tally.add(T_OPEN_HIGH, Math.min(high, 8));
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
  step: Step,
  setting: Setting,
  tally: Tally,
): boolean {
  if (sameHand(from, to)) return stayCost(from, to, overOpen, step, setting, tally);
  if (from.hand === to.hand || step.bound) return false;
  shiftCost(from, to, overOpen, step, setting, tally);
  return true;
}

function widest(setting: Setting, frame: number, pair: number): number {
  return (setting.gaps[frame] as Uint8Array)[pair] as number;
}

/** True where a hand opens far enough from its lower finger to its higher one. */
function spans(low: Candidate, high: Candidate, setting: Setting): boolean {
  const gap = high.stop - low.stop;
  const pair = low.rank * 6 + high.rank;
  return gap <= widest(setting, low.frame, pair) && gap <= widest(setting, high.frame, pair);
}

function stayCost(
  from: Candidate,
  to: Candidate,
  overOpen: boolean,
  step: Step,
  setting: Setting,
  tally: Tally,
): boolean {
  if (from.posture !== to.posture) {
    if (from.posture + to.posture === POSTURE.forward + POSTURE.back && from.posture !== 0 && to.posture !== 0) {
      return false;
    }
    if (isExtended(from) || isExtended(to)) tally.add(T_OPENED_HAND, 1);
  }
  if (from.reach !== 'none' && to.reach !== 'none' && from.reach !== to.reach) return false;
  if (overOpen) return true;
  const rise = to.stop - from.stop;
  // The hand is as wide on two strings as on one.
  if (from.string !== to.string) return from.rank > to.rank ? spans(to, from, setting) : spans(from, to, setting);
  if (rise === 0) return from.rank === to.rank;
  if (from.rank === to.rank) return slideInHand(from, to, step, setting, tally);
  const low = rise > 0 ? from : to;
  const high = rise > 0 ? to : from;
  if (high.rank <= low.rank) return false;
  if (!spans(low, high, setting)) return false;
  const gap = high.stop - low.stop;
  const fingers = high.rank - low.rank;
  if (fingers === 1 && gap === 3 && low.rank !== THUMB) tally.add(T_AUGMENTED_STRETCH, 1);
  if (setting.fingerToEachStep && fingers > 1 && step.interval <= 2) tally.add(T_SKIPPED_FINGER, fingers - 1);
  return true;
}

/** One finger on two places of a hand that stays: a half step, where the instrument's hand allows it. */
function slideInHand(from: Candidate, to: Candidate, step: Step, setting: Setting, tally: Tally): boolean {
  if (!setting.slidesInHand || !slides(from, to, step)) return false;
  // In a scale of whole and half steps only the fourth finger slides on to its reach; the others have a neighbour.
  if (!step.chromatic && from.rank !== FOURTH) return false;
  // The third finger has the fourth beside it, which takes the half step without a slide.
  if (step.chromatic) tally.add(T_SLIDE_IN_HAND, from.rank >= THIRD ? 2.5 : 1);
  else tally.add(isSlideAtTop(from, to, step) ? T_SLIDE_AT_TOP : T_SLIDE, 1);
  return true;
}

function isSlideAtTop(from: Candidate, to: Candidate, step: Step): boolean {
  return step.nearTop && from.hand > HIGH_HAND - 2 && (to.rank === FOURTH || to.rank === FIRST);
}

/** True when one finger slides a half step along its string, whether its hand goes along or stays. */
export function slides(a: Candidate, b: Candidate, step: Step): boolean {
  return step.interval === 1 && a.string === b.string && a.rank === b.rank && a.rank !== OPEN;
}

function shiftCost(
  from: Candidate,
  to: Candidate,
  overOpen: boolean,
  step: Step,
  setting: Setting,
  tally: Tally,
): void {
  const distance = to.hand - from.hand;
  const crosses = from.string !== to.string;
  const oneFinger = !overOpen && !crosses && from.rank === to.rank;
  if (oneFinger && step.interval === 1) {
    tally.add(step.chromatic ? T_SLIDE_CHROMATIC : isSlideAtTop(from, to, step) ? T_SLIDE_AT_TOP : T_SLIDE, 1);
    if (step.chromatic) countSlide(from, to, tally);
    return;
  }
  tally.add(step.chromatic ? T_SHIFT_CHROMATIC : distance > 0 ? T_SHIFT_UP : T_SHIFT_DOWN, 1);
  // In half steps the hand simply passes itself on: how far it goes hardly matters.
  tally.add(T_SHIFT_DISTANCE, Math.abs(distance) * (step.chromatic ? 0.3 : 1));
  // Behind an open string only the hand is known that waits there, whichever way the search walks.
  if (!overOpen && to.string < setting.topString) tally.add(T_SHIFT_ON_LOW_STRING, setting.topString - to.string);
  const far = distance - FOURTH_APART;
  if (far > 0) tally.add(T_SHIFT_FAR, far);
  if (isExtended(to) || (!overOpen && to.reach !== 'none')) tally.add(T_EXTENDED_HAND, width(to, setting));
  if (step.wayDown && distance < 0) countReturn(to, setting, tally);
  if (overOpen) {
    tally.add(T_SHIFT_OVER_OPEN, 1);
    return;
  }
  if (step.bow === 'slur') tally.add(T_SHIFT_IN_SLUR, 1);
  else if (step.bow === 'slur on the beat') tally.add(T_SHIFT_IN_SLUR, 0.5);
  else if (step.bow === 'change') tally.add(T_SHIFT_ON_BOW_CHANGE, 1);
  if (oneFinger) tally.add(T_SLIDE_WIDE, 1);
  if (step.interval !== 1) tally.add(T_SHIFT_ON_WHOLE_STEP, 1);
  if (crosses) tally.add(T_SHIFT_WITH_CROSSING, 1);
  countLanding(from, to, step, tally);
}

function isExtended(note: Candidate): boolean {
  return note.posture === POSTURE.forward || note.posture === POSTURE.back;
}

/** In chromatic passages the finger that leads the hand slides: the first going up, the last coming down. */
function countSlide(from: Candidate, to: Candidate, tally: Tally): void {
  if (to.rank === FIRST) tally.add(T_SLIDE_ON_1, 1);
  if (to.rank === SECOND) tally.add(T_SLIDE_ON_2, 1);
  else if (to.rank === THIRD) tally.add(T_SLIDE_ON_3, 1);
  else if (to.rank === FOURTH && to.hand > from.hand) tally.add(T_SLIDE_UP_ON_4, 1);
  else if (to.rank === FIRST && to.hand < from.hand) tally.add(T_SLIDE_DOWN_ON_1, 1);
}

/** Which finger should land is judged by where the line goes, whichever way the hand moves. */
function countLanding(from: Candidate, to: Candidate, step: Step, tally: Tally): void {
  if (to.rank === THUMB) {
    tally.add(T_ONTO_THUMB, 1);
    return;
  }
  if (step.direction > 0) {
    if (to.rank === SECOND) tally.add(T_UP_ONTO_2, 1);
    else if (to.rank === THIRD) tally.add(T_UP_ONTO_3, 1);
    else if (to.rank === FOURTH) tally.add(T_UP_ONTO_4, 1);
    if (from.rank === FIRST) tally.add(T_UP_FROM_1, 1);
    else if (from.rank === FOURTH) tally.add(T_UP_FROM_4, 1);
  } else {
    if (to.rank === FIRST) tally.add(T_DOWN_ONTO_1, 1);
    else if (to.rank === SECOND) tally.add(T_DOWN_ONTO_2, 1);
    if (from.rank >= THIRD) tally.add(T_DOWN_FROM_HIGH, 1);
  }
}

function countReturn(to: Candidate, setting: Setting, tally: Tally): void {
  if (setting.returnRule === 'fourth' && to.rank !== FOURTH) tally.add(T_RETURN_RULE, 1);
  else if (setting.returnRule === 'third' && to.rank !== THIRD) tally.add(T_RETURN_RULE, 1);
}
