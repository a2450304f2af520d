import { openString, sameHand, type Candidate } from './candidate.ts';
import { handCost, noteCost, openBesideStopped, slides, startCost, stringCost } from './rules.ts';
import type { Setting, StepContext } from './setting.ts';
import type { StoppedSteps } from './step-memory.ts';
import { TERM, Tally } from '../../schools/terms.ts';

/** What may sound one note: stopped candidates, and the strings on which it may sound open. */
export interface NoteChoices {
  readonly stopped: readonly Candidate[];
  /** Open strings allowed, as candidates under no hand. */
  readonly open: readonly Candidate[];
  /** True when a pin chose for this note. */
  readonly pinned: boolean;
}

/** A passage as the search sees it: the choices of every note and the steps between them. */
export interface Problem {
  readonly setting: Setting;
  readonly notes: readonly NoteChoices[];
  /** `steps[i]` lies between notes i and i + 1. */
  readonly steps: readonly StepContext[];
  /** The last note is the top: a hand taken for it alone is a visit, as no hand at a study's foot is. */
  readonly endsAtTop: boolean;
}

/** The hand stays, begins anew, or waits behind an open string. */
export const ARRIVAL = { stays: 0, begins: 1, waits: 2 } as const;

/** Costs from every candidate of one layer to every candidate of the next. */
export interface Edge {
  readonly cost: Float64Array;
  /** How the hand takes the next candidate: see `ARRIVAL`. */
  readonly arrival: Uint8Array;
}

/** The candidates of a note once those of the note before are known, the stopped ones first. */
export interface Layer {
  readonly all: readonly Candidate[];
  readonly stopped: readonly Candidate[];
}

/**
 * The layer of a note after the layer before it: an open string keeps the hand it was played
 * under, so it stands once for each hand that can lie behind it.
 */
export function layerAfter(before: Layer | undefined, choices: NoteChoices): Layer {
  const { stopped } = choices;
  if (choices.open.length === 0) return { all: stopped, stopped };
  const waiting: (Candidate | undefined)[] = before ? [] : [undefined];
  for (const candidate of before?.all ?? []) {
    const known = waiting.some((other) => other && sameHand(other, candidate) && other.posture === candidate.posture);
    if (!known) waiting.push(candidate);
  }
  const open = choices.open.flatMap((one) => waiting.map((hand) => openString(one.string, hand, one.pinned, one.stop)));
  return { all: [...stopped, ...open], stopped };
}

/**
 * The cost of one step. `prev` and `next` are in the order the search walks, which is the order of
 * playing unless `reversed`. An open string carries the hand the search last saw, so the hand's
 * move is charged when the next stopped note is reached, whichever way the search walks.
 * Gives infinity where the step can't be played; the note cost of `next` is left out.
 */
export function stepCost(
  prev: Candidate,
  next: Candidate,
  step: StepContext,
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

/**
 * How the hand takes `next` after `prev`. A slid finger carries its hand along, and the first hand of
 * a study is no new one.
 */
function arrivalAt(prev: Candidate, next: Candidate, step: StepContext): number {
  if (next.rank === 0) return ARRIVAL.waits;
  const goesOn = prev.hand === 0 || sameHand(prev, next) || slides(prev, next, step);
  return goesOn ? ARRIVAL.stays : ARRIVAL.begins;
}

/**
 * All steps between two layers at once; the stopped candidates of each come first. Between stopped
 * notes a step costs the same whichever way it is walked, and is remembered; open strings are few.
 */
export function edgeBetween(prev: Layer, next: Layer, step: StepContext, reversed: boolean, setting: Setting): Edge {
  const width = next.all.length;
  const cost = new Float64Array(prev.all.length * width).fill(Number.POSITIVE_INFINITY);
  const arrival = new Uint8Array(cost.length);
  const own = next.all.map((candidate) => ownCost(candidate, setting));
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
  return { cost, arrival };
}

/** The steps between two notes' stopped candidates, in playing order. */
function stoppedSteps(
  from: readonly Candidate[],
  to: readonly Candidate[],
  step: StepContext,
  setting: Setting,
): StoppedSteps {
  return setting.memory.steps(from, to, step, () => {
    const cost = new Float64Array(from.length * to.length).fill(Number.POSITIVE_INFINITY);
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

/** The cost of one candidate by itself. */
export function ownCost(candidate: Candidate, setting: Setting): number {
  const tally = new Tally(setting.weights);
  noteCost(candidate, setting, tally);
  return tally.cost;
}

/** The cost of beginning a study on a candidate. */
export function beginCost(candidate: Candidate, setting: Setting): number {
  const tally = new Tally(setting.weights);
  noteCost(candidate, setting, tally);
  startCost(candidate, setting, tally);
  return tally.cost;
}

/** What a hand of a single note costs. */
export function visitCost(setting: Setting): number {
  return setting.weights[TERM.visit] as number;
}

/**
 * A walk through some notes of a problem, forwards or backwards in playing order: its layers of
 * candidates and the edges between them, filled once and used by every search over the stretch.
 */
export class Traversal {
  readonly layers: Layer[];
  readonly edges: Edge[];

  constructor(problem: Problem, order: readonly number[], reversed: boolean, first?: Layer) {
    this.layers = [];
    this.edges = [];
    order.forEach((note, place) => {
      const before = this.layers[place - 1];
      const choices = problem.notes[note] as NoteChoices;
      const layer = place === 0 && first ? first : layerAfter(before, choices);
      this.layers.push(layer);
      if (before) {
        const step = problem.steps[Math.min(note, order[place - 1] as number)] as StepContext;
        this.edges.push(edgeBetween(before, layer, step, reversed, problem.setting));
      }
    });
  }

  /**
   * Shortest distances over states (candidate, fresh): state 2c + f, where f is 1 while the
   * candidate's hand has played only this one stopped note. Starts from the given distances of the
   * first layer; `back[k]` tells for each state of layer k + 1 which state it came from, −1 for none.
   */
  run(start: Float64Array, visit: number): { dist: Float64Array[]; back: Int32Array[] } {
    const dist = [start];
    const back: Int32Array[] = [];
    this.edges.forEach((edge, k) => {
      const here = dist[k] as Float64Array;
      const width = (this.layers[k + 1] as Layer).all.length;
      const next = new Float64Array(2 * width).fill(Number.POSITIVE_INFINITY);
      const from = new Int32Array(2 * width).fill(-1);
      for (let a = 0; a < here.length / 2; a += 1) {
        const settled = here[2 * a] as number;
        const fresh = here[2 * a + 1] as number;
        if (settled === Number.POSITIVE_INFINITY && fresh === Number.POSITIVE_INFINITY) continue;
        const keeps = settled <= fresh ? 2 * a : 2 * a + 1;
        const leaves = settled <= fresh + visit ? 2 * a : 2 * a + 1;
        const kept = settled <= fresh ? settled : fresh;
        const left = settled <= fresh + visit ? settled : fresh + visit;
        for (let b = 0; b < width; b += 1) {
          const at = a * width + b;
          const cost = edge.cost[at] as number;
          if (cost === Number.POSITIVE_INFINITY) continue;
          if (edge.arrival[at] === ARRIVAL.begins) {
            relax(next, from, 2 * b + 1, left + cost, leaves);
          } else if (edge.arrival[at] === ARRIVAL.waits) {
            relax(next, from, 2 * b, settled + cost, 2 * a);
            relax(next, from, 2 * b + 1, fresh + cost, 2 * a + 1);
          } else {
            relax(next, from, 2 * b, kept + cost, keeps);
          }
        }
      }
      dist.push(next);
      back.push(from);
    });
    return { dist, back };
  }
}

function relax(dist: Float64Array, from: Int32Array, state: number, cost: number, source: number): void {
  if (cost < (dist[state] as number)) {
    dist[state] = cost;
    from[state] = source;
  }
}

/** Follows back pointers from a state of the last layer: the states of every layer, first to last. */
export function trace(back: readonly Int32Array[], last: number): number[] {
  const states = [last];
  for (let k = back.length - 1; k >= 0; k -= 1) {
    states.push((back[k] as Int32Array)[states[states.length - 1] as number] as number);
  }
  return states.reverse();
}
