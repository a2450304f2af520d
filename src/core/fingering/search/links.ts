import { EASE, TERM, Tally } from '../../schools/index.ts';
import { sameHand, sameStop, type Candidate } from './candidate.ts';
import type { Column, NoteKind } from './column.ts';
import type { StepLink } from './lattice.ts';
import { handCost, noteCost, openBesideStopped, slides, startCost, stringCost } from './rules.ts';
import type { Setting } from './setting.ts';
import type { Step } from './step.ts';
import { ARRIVAL, type Steps, type StoppedSteps } from './step-costs.ts';

const INF = Number.POSITIVE_INFINITY;

/**
 * The cost of one step, added to `tally`; false where it can't be played. `prev` and `next` are in
 * the order the search walks, which is the order of playing unless `reversed`. An open string
 * carries the hand the search last saw, so the hand's move is charged when the next stopped note is
 * reached, whichever way the search walks. What `next` costs by itself is left out.
 */
export function stepCost(
  prev: Candidate,
  next: Candidate,
  step: Step,
  reversed: boolean,
  setting: Setting,
  tally: Tally,
): boolean {
  if (struckAgain(prev, next, step)) return true;
  tally.ease = EASE[step.leisure];
  const taken = moveCost(prev, next, step, reversed, setting, tally);
  tally.ease = 1;
  return taken;
}

/** The cost of going from one candidate to the other, whatever time there is. */
function moveCost(
  prev: Candidate,
  next: Candidate,
  step: Step,
  reversed: boolean,
  setting: Setting,
  tally: Tally,
): boolean {
  const from = reversed ? next : prev;
  const to = reversed ? prev : next;
  if (!stringCost(from, to, step, setting, tally)) return false;
  const prevOpen = prev.rank === 0;
  const nextOpen = next.rank === 0;
  if (nextOpen) {
    if (!prevOpen) openBesideStopped(prev, setting, tally);
    return true;
  }
  if (prevOpen) openBesideStopped(next, setting, tally);
  if (prev.hand === 0) {
    if (!reversed) startCost(next, setting, tally);
    return true;
  }
  return handCost(from, to, prevOpen, step, setting, tally);
}

/** True where a repeated note keeps its finger: nothing moves, and nothing is paid for it twice. */
export function struckAgain(prev: Candidate, next: Candidate, step: Step): boolean {
  return step.again && sameStop(prev, next);
}

/**
 * How the hand takes `next` after `prev`. A slid finger carries its hand along, and the first hand of
 * a study is no new one.
 */
function arrivalAt(prev: Candidate, next: Candidate, step: Step): number {
  if (next.rank === 0 || struckAgain(prev, next, step)) return ARRIVAL.waits;
  const goesOn = prev.hand === 0 || sameHand(prev, next) || slides(prev, next, step);
  return goesOn ? ARRIVAL.stays : ARRIVAL.begins;
}

/**
 * All steps between two columns at once; the stopped candidates of each come first. Between stopped
 * notes a step costs the same whichever way it is walked, and is remembered; open strings are few.
 */
export function stepsBetween(prev: Column, next: Column, step: Step, reversed: boolean, setting: Setting): Steps {
  const width = next.all.length;
  const cost = new Float64Array(prev.all.length * width).fill(INF);
  const arrival = new Uint8Array(cost.length);
  const own = next.all.map((candidate) => ownCost(candidate, next, setting));
  const rows = prev.stopped.length;
  const columns = next.stopped.length;
  const known = reversed
    ? stoppedSteps(next.stopped, prev.stopped, step, setting)
    : stoppedSteps(prev.stopped, next.stopped, step, setting);
  const down = reversed ? 1 : columns;
  const across = reversed ? rows : 1;
  for (let a = 0; a < rows; a += 1) {
    for (let b = 0, from = a * down, at = a * width; b < columns; b += 1, from += across, at += 1) {
      cost[at] = (known.cost[from] as number) + (own[b] as number);
      arrival[at] = known.arrival[from] as number;
    }
  }
  const tally = new Tally(setting.weights);
  prev.all.forEach((from, a) => {
    for (let b = a < rows ? columns : 0; b < width; b += 1) {
      const to = next.all[b] as Candidate;
      if (to.rank === 0 && !reachable(from, to)) continue;
      tally.cost = 0;
      if (!stepCost(from, to, step, reversed, setting, tally)) continue;
      const at = a * width + b;
      cost[at] = tally.cost + (own[b] as number);
      arrival[at] = arrivalAt(from, to, step);
    }
  });
  if (step.again) payOnce(prev, next, step, cost);
  return { cost, arrival };
}

/** A note struck again is no second note to pay for. */
function payOnce(prev: Column, next: Column, step: Step, cost: Float64Array): void {
  const width = next.all.length;
  prev.all.forEach((from, a) => {
    next.all.forEach((to, b) => {
      const at = a * width + b;
      if (cost[at] !== INF && struckAgain(from, to, step)) cost[at] = 0;
    });
  });
}

/** The steps between two notes' stopped candidates, in playing order. */
function stoppedSteps(
  from: readonly Candidate[],
  to: readonly Candidate[],
  step: Step,
  setting: Setting,
): StoppedSteps {
  return setting.memory.steps(from, to, step, () => {
    const cost = new Float64Array(from.length * to.length).fill(INF);
    const arrival = new Uint8Array(cost.length);
    const tally = new Tally(setting.weights);
    let at = 0;
    for (const one of from) {
      for (const other of to) {
        tally.cost = 0;
        if (stepCost(one, other, step, false, setting, tally)) {
          cost[at] = tally.cost;
          arrival[at] = arrivalAt(one, other, step);
        }
        at += 1;
      }
    }
    return { cost, arrival };
  });
}

/** An open string is reached only from the hand it remembers. */
function reachable(from: Candidate, to: Candidate): boolean {
  return sameHand(from, to) && from.posture === to.posture;
}

/** The cost of one candidate by itself, for a note of such a kind. */
export function ownCost(candidate: Candidate, kind: NoteKind, setting: Setting): number {
  const tally = new Tally(setting.weights);
  noteCost(candidate, kind, setting, tally);
  return tally.cost;
}

/** The cost of beginning a study on a candidate. */
export function beginCost(candidate: Candidate, kind: NoteKind, setting: Setting): number {
  const tally = new Tally(setting.weights);
  noteCost(candidate, kind, setting, tally);
  startCost(candidate, setting, tally);
  return tally.cost;
}

/** What a hand of a single note costs. */
export function visitCost(setting: Setting): number {
  return setting.weights[TERM.visit] as number;
}

/** Sorts the steps between two columns for the sweeps, `width` candidates in the second; the steps are used up. */
export function stepLink({ cost, arrival }: Steps, width: number): StepLink {
  const count = width === 0 ? 0 : cost.length / width;
  const rows = new Int32Array(count + 1);
  const kept: number[] = [];
  for (let a = 0, at = 0; a < count; a += 1) {
    for (let b = 0; b < width; b += 1, at += 1) {
      if (arrival[at] !== ARRIVAL.begins && cost[at] !== INF) kept.push(at);
    }
    rows[a + 1] = kept.length;
  }
  const keepTo = new Int32Array(kept.length);
  const keepCost = new Float64Array(kept.length);
  const waits = new Uint8Array(kept.length);
  const begins = cost;
  for (let k = 0; k < kept.length; k += 1) {
    const at = kept[k] as number;
    keepTo[k] = at % width;
    keepCost[k] = cost[at] as number;
    waits[k] = arrival[at] === ARRIVAL.waits ? 1 : 0;
    begins[at] = INF;
  }
  return { kind: 'step', begins, rows, keepTo, keepCost, waits };
}
