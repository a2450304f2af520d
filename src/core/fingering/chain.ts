import type { Candidate } from './candidate.ts';
import { ARRIVAL, type Edge } from './traversal.ts';

/**
 * A link between neighbouring columns that walks one step: on the way up alone, or on the way up
 * and on the way down at once.
 */
export interface StepLink {
  readonly kind: 'step';
  readonly edge: Edge;
}

/**
 * A link over a stretch where the way up and the way down differ. `up[(2a + f) · 2n + 2b + g]` is
 * the least cost of the way up from candidate a to candidate b of a column of n; `down` likewise,
 * walked backwards.
 */
export interface StretchLink {
  readonly kind: 'stretch';
  readonly up: Float64Array;
  readonly down: Float64Array;
}

export type Link = StepLink | StretchLink;

/**
 * A row of columns of candidates joined by links: the layered graph every exact search runs on.
 *
 * A state is 4·candidate + flag. Flag bit 0 is set while the hand of the way up has played one
 * stopped note only, bit 1 the same for the way down walked backwards, so that a hand left at once
 * can be charged as a visit.
 */
export interface Chain {
  readonly columns: readonly (readonly Candidate[])[];
  readonly links: readonly Link[];
  /** Cost of beginning in each state of the first column. */
  readonly start: Float64Array;
  /** Cost of ending in each state of the last column. */
  readonly finish: Float64Array;
  /** The flag a state takes when a hand begins: 1 one way, 3 both ways. */
  readonly freshFlag: 1 | 3;
  readonly visit: number;
}

/** All shortest distances of a chain, from its start and to its end, and how to follow them. */
export interface Sweep {
  readonly prefix: readonly Float64Array[];
  readonly suffix: readonly Float64Array[];
  /** `before[k][state]` is the state of column k − 1 it is best reached from, −1 at the start. */
  readonly before: readonly Int32Array[];
  /** `after[k][state]` is the state of column k + 1 best gone to, −1 at the end. */
  readonly after: readonly Int32Array[];
  readonly best: number;
}

const INF = Number.POSITIVE_INFINITY;
const BITS = [0, 1, 1, 2] as const;

/** Runs forward over a chain; exact, every state of every column. */
export function sweepForward(chain: Chain): Pick<Sweep, 'prefix' | 'before' | 'best'> {
  const prefix: Float64Array[] = [chain.start];
  const before: Int32Array[] = [new Int32Array(chain.start.length).fill(-1)];
  chain.links.forEach((link, k) => {
    const next = new Float64Array(4 * columnSize(chain, k + 1)).fill(INF);
    const from = new Int32Array(next.length).fill(-1);
    const here = prefix[k] as Float64Array;
    if (link.kind === 'step') stepForward(chain, link.edge, columnSize(chain, k + 1), here, next, from);
    else stretchForward(link, here, next, from);
    prefix.push(next);
    before.push(from);
  });
  const last = prefix[prefix.length - 1] as Float64Array;
  let best = INF;
  for (let state = 0; state < last.length; state += 1) {
    best = Math.min(best, (last[state] as number) + (chain.finish[state] as number));
  }
  return { prefix, before, best };
}

/** Runs over a chain both ways, so that the best path through any state is known. */
export function sweep(chain: Chain): Sweep {
  const forward = sweepForward(chain);
  const suffix: Float64Array[] = [];
  const after: Int32Array[] = [];
  const end = chain.columns.length - 1;
  suffix[end] = chain.finish;
  after[end] = new Int32Array(chain.finish.length).fill(-1);
  for (let k = end - 1; k >= 0; k -= 1) {
    const link = chain.links[k] as Link;
    const next = suffix[k + 1] as Float64Array;
    const here = new Float64Array(4 * columnSize(chain, k)).fill(INF);
    const to = new Int32Array(here.length).fill(-1);
    if (link.kind === 'step') stepBackward(chain, link.edge, columnSize(chain, k + 1), next, here, to);
    else stretchBackward(link, next, here, to);
    suffix[k] = here;
    after[k] = to;
  }
  return { ...forward, suffix, after };
}

function columnSize(chain: Chain, k: number): number {
  return (chain.columns[k] as readonly Candidate[]).length;
}

function stepForward(
  chain: Chain,
  edge: Edge,
  width: number,
  here: Float64Array,
  next: Float64Array,
  from: Int32Array,
): void {
  const { cost: costs, arrival } = edge;
  const { freshFlag, visit } = chain;
  for (let a = 0, row = 0; 4 * a < here.length; a += 1, row += width) {
    let keepCost = INF;
    let leaveCost = INF;
    let keepState = -1;
    let leaveState = -1;
    for (let flag = 0; flag < 4; flag += 1) {
      const cost = here[4 * a + flag] as number;
      if (cost < keepCost) {
        keepCost = cost;
        keepState = 4 * a + flag;
      }
      const leaving = cost + (BITS[flag] as number) * visit;
      if (leaving < leaveCost) {
        leaveCost = leaving;
        leaveState = 4 * a + flag;
      }
    }
    if (keepState < 0) continue;
    for (let b = 0; b < width; b += 1) {
      const cost = costs[row + b] as number;
      if (cost === INF) continue;
      const how = arrival[row + b];
      if (how === ARRIVAL.waits) {
        for (let flag = 0; flag < 4; flag += 1) {
          const total = (here[4 * a + flag] as number) + cost;
          if (total < (next[4 * b + flag] as number)) {
            next[4 * b + flag] = total;
            from[4 * b + flag] = 4 * a + flag;
          }
        }
        continue;
      }
      const begins = how === ARRIVAL.begins;
      const state = begins ? 4 * b + freshFlag : 4 * b;
      const total = (begins ? leaveCost : keepCost) + cost;
      if (total < (next[state] as number)) {
        next[state] = total;
        from[state] = begins ? leaveState : keepState;
      }
    }
  }
}

function stepBackward(
  chain: Chain,
  edge: Edge,
  width: number,
  next: Float64Array,
  here: Float64Array,
  to: Int32Array,
): void {
  const { cost: costs, arrival } = edge;
  const { freshFlag, visit } = chain;
  for (let a = 0, row = 0; 4 * a < here.length; a += 1, row += width) {
    let staying = INF;
    let beginning = INF;
    let stayState = -1;
    let beginState = -1;
    for (let b = 0; b < width; b += 1) {
      const cost = costs[row + b] as number;
      if (cost === INF) continue;
      const how = arrival[row + b];
      if (how === ARRIVAL.stays) {
        const total = cost + (next[4 * b] as number);
        if (total < staying) {
          staying = total;
          stayState = 4 * b;
        }
      } else if (how === ARRIVAL.begins) {
        const total = cost + (next[4 * b + freshFlag] as number);
        if (total < beginning) {
          beginning = total;
          beginState = 4 * b + freshFlag;
        }
      } else {
        for (let flag = 0; flag < 4; flag += 1) {
          const total = cost + (next[4 * b + flag] as number);
          if (total < (here[4 * a + flag] as number)) {
            here[4 * a + flag] = total;
            to[4 * a + flag] = 4 * b + flag;
          }
        }
      }
    }
    for (let flag = 0; flag < 4; flag += 1) {
      const state = 4 * a + flag;
      if (staying < (here[state] as number)) {
        here[state] = staying;
        to[state] = stayState;
      }
      const leaving = beginning + (BITS[flag] as number) * visit;
      if (leaving < (here[state] as number)) {
        here[state] = leaving;
        to[state] = beginState;
      }
    }
  }
}

/** Calls `move` for every passage over a stretch whose two ways are both open. */
function eachStretchMove(
  link: StretchLink,
  sources: number,
  targets: number,
  move: (from: number, to: number, cost: number) => void,
): void {
  const width = targets / 2;
  for (let from = 0; from < sources; from += 1) {
    const a = from >> 2;
    const upRow = (2 * a + (from & 1)) * width;
    const downRow = (2 * a + ((from >> 1) & 1)) * width;
    for (let to = 0; to < targets; to += 1) {
      const b = to >> 2;
      const cost =
        (link.up[upRow + 2 * b + (to & 1)] as number) + (link.down[downRow + 2 * b + ((to >> 1) & 1)] as number);
      if (cost !== INF) move(from, to, cost);
    }
  }
}

function stretchForward(link: StretchLink, here: Float64Array, next: Float64Array, from: Int32Array): void {
  eachStretchMove(link, here.length, next.length, (source, target, cost) => {
    const total = (here[source] as number) + cost;
    if (total < (next[target] as number)) {
      next[target] = total;
      from[target] = source;
    }
  });
}

function stretchBackward(link: StretchLink, next: Float64Array, here: Float64Array, to: Int32Array): void {
  eachStretchMove(link, here.length, next.length, (source, target, cost) => {
    const total = cost + (next[target] as number);
    if (total < (here[source] as number)) {
      here[source] = total;
      to[source] = target;
    }
  });
}

/** The states of the best path, column by column; empty when no path reaches the end. */
export function bestPath(chain: Chain, run: Pick<Sweep, 'prefix' | 'before' | 'best'>): number[] {
  if (run.best === INF) return [];
  const end = chain.columns.length - 1;
  const last = run.prefix[end] as Float64Array;
  let state = 0;
  for (let other = 0; other < last.length; other += 1) {
    if (total(last, chain.finish, other) < total(last, chain.finish, state)) state = other;
  }
  return [...tracedBack(run.before, end, state), state];
}

function total(prefix: Float64Array, finish: Float64Array, state: number): number {
  return (prefix[state] as number) + (finish[state] as number);
}

/** The states of the best path through one state of one column. */
export function pathThrough(run: Sweep, column: number, state: number): number[] {
  const path = [...tracedBack(run.before, column, state), state];
  for (let k = column; k < run.after.length - 1; k += 1) {
    path.push((run.after[k] as Int32Array)[path[k] as number] as number);
  }
  return path;
}

function tracedBack(before: readonly Int32Array[], column: number, state: number): number[] {
  const states: number[] = [];
  let here = state;
  for (let k = column; k > 0; k -= 1) {
    here = (before[k] as Int32Array)[here] as number;
    states.push(here);
  }
  return states.reverse();
}
