import type { Candidate } from './candidate.ts';
import { candidateIn, FRESH, FRESH_HANDS, freshDown, freshIn, freshUp, stateOf, STATES } from './state.ts';

const INF = Number.POSITIVE_INFINITY;

/**
 * A link between neighbouring columns that walks one step: on the way up alone, or on the way up
 * and on the way down at once. Steps onto a new hand are many and lie in a full table; steps that
 * keep the hand are few and lie in rows, so that a sweep runs without asking which is which.
 */
export interface StepLink {
  readonly kind: 'step';
  /** `begins[a · width + b]`: cost of a step onto a new hand, infinity if no such step exists. */
  readonly begins: Float64Array;
  /** Steps from candidate a that keep its hand stand from `rows[a]` to `rows[a + 1]`. */
  readonly rows: Int32Array;
  readonly keepTo: Int32Array;
  readonly keepCost: Float64Array;
  /** 1 where the hand waits, behind an open string or a repeated note, as fresh as it was. */
  readonly waits: Uint8Array;
}

/**
 * A link over a stretch where the way up and the way down differ, each solved for itself. A table
 * holds the least cost from each candidate and freshness of its hand to each of the next column:
 * `up[stretchPlace(a, fresh, …)]`; `down` likewise, walked backwards.
 */
export interface StretchLink {
  readonly kind: 'stretch';
  readonly up: Float64Array;
  readonly down: Float64Array;
}

export type Link = StepLink | StretchLink;

/**
 * A row of columns of candidates joined by links: the layered graph every exact search runs on.
 * Its states are those of `state.ts`.
 */
export interface Lattice {
  readonly columns: readonly (readonly Candidate[])[];
  readonly links: readonly Link[];
  /** Where each column's states begin in a flat array: see `stateOffsets`. */
  readonly offsets: Int32Array;
  /** Cost of beginning in each state of the first column. */
  readonly start: Float64Array;
  /** Cost of ending in each state of the last column. */
  readonly finish: Float64Array;
  /** What is fresh where a hand begins: the way up's hand, or both. */
  readonly begun: typeof FRESH.up | typeof FRESH.both;
  /** What a hand of a single note costs. */
  readonly visit: number;
}

/**
 * All shortest distances of a lattice, from its start and to its end, and how to follow them: flat
 * arrays in which the states of column k begin at `lattice.offsets[k]`.
 */
export interface Sweep {
  readonly prefix: Float64Array;
  readonly suffix: Float64Array;
  /** The state of the column before that each state is best reached from, −1 at the start. */
  readonly before: Int32Array;
  /** The state of the column after that is best gone to, −1 at the end. */
  readonly after: Int32Array;
  readonly best: number;
}

/** Where the states of each column begin; one more entry for the end. */
export function stateOffsets(columns: Lattice['columns']): Int32Array {
  const offsets = new Int32Array(columns.length + 1);
  columns.forEach((column, k) => {
    offsets[k + 1] = (offsets[k] as number) + STATES * column.length;
  });
  return offsets;
}

/** Runs forward over a lattice; exact, every state of every column. `start` may stand in for the lattice's own. */
export function sweepForward(
  lattice: Lattice,
  start: Float64Array = lattice.start,
): Pick<Sweep, 'prefix' | 'before' | 'best'> {
  const { offsets } = lattice;
  const states = offsets[offsets.length - 1] as number;
  const prefix = new Float64Array(states).fill(INF);
  const before = new Int32Array(states).fill(-1);
  prefix.set(start);
  const scratch = scratchFor(lattice);
  lattice.links.forEach((link, k) => {
    const span: Span = { here: offsets[k] as number, next: offsets[k + 1] as number, end: offsets[k + 2] as number };
    if (link.kind === 'step') stepForward(lattice, link, span, prefix, before, scratch);
    else stretchForward(link, span, prefix, before);
  });
  let best = INF;
  const last = states - lattice.finish.length;
  for (let state = 0; state < lattice.finish.length; state += 1) {
    best = Math.min(best, (prefix[last + state] as number) + (lattice.finish[state] as number));
  }
  return { prefix, before, best };
}

/** Runs over a lattice both ways, so that the best path through any state is known. */
export function sweep(lattice: Lattice): Sweep {
  const forward = sweepForward(lattice);
  const { offsets } = lattice;
  const states = offsets[offsets.length - 1] as number;
  const suffix = new Float64Array(states).fill(INF);
  const after = new Int32Array(states).fill(-1);
  suffix.set(lattice.finish, states - lattice.finish.length);
  const scratch = scratchFor(lattice);
  for (let k = lattice.links.length - 1; k >= 0; k -= 1) {
    const link = lattice.links[k] as Link;
    const span: Span = { here: offsets[k] as number, next: offsets[k + 1] as number, end: offsets[k + 2] as number };
    if (link.kind === 'step') stepBackward(lattice, link, span, suffix, after, scratch);
    else stretchBackward(link, span, suffix, after);
  }
  return { ...forward, suffix, after };
}

/** Two neighbouring columns in the flat arrays: where one begins, where the next begins and ends. */
interface Span {
  readonly here: number;
  readonly next: number;
  readonly end: number;
}

/** Room for one column, used over and over by a sweep. */
interface Scratch {
  readonly cost: Float64Array;
  readonly state: Int32Array;
  /** For each candidate left: what leaving its hand costs at least, and in which state. */
  readonly leaving: Float64Array;
  readonly leaveState: Int32Array;
}

function scratchFor(lattice: Lattice): Scratch {
  const widest = Math.max(...lattice.columns.map((column) => column.length));
  return {
    cost: new Float64Array(widest),
    state: new Int32Array(widest),
    leaving: new Float64Array(widest),
    leaveState: new Int32Array(widest),
  };
}

function stepForward(
  lattice: Lattice,
  link: StepLink,
  { here, next, end }: Span,
  dist: Float64Array,
  from: Int32Array,
  scratch: Scratch,
): void {
  const { begins, rows, keepTo, keepCost, waits } = link;
  const { begun, visit } = lattice;
  const { cost: arrived, state: arrivedFrom, leaving, leaveState } = scratch;
  const width = (end - next) / STATES;
  const height = (next - here) / STATES;
  arrived.fill(INF, 0, width);
  arrivedFrom.fill(-1, 0, width);
  for (let a = 0, base = here; a < height; a += 1, base += STATES) {
    let keeps: number = FRESH.neither;
    let leaves: number = FRESH.neither;
    let kept = dist[base] as number;
    let left = kept;
    for (let fresh = 1; fresh < STATES; fresh += 1) {
      const cost = dist[base + fresh] as number;
      if (cost < kept) {
        kept = cost;
        keeps = fresh;
      }
      const charged = cost + (FRESH_HANDS[fresh] as number) * visit;
      if (charged < left) {
        left = charged;
        leaves = fresh;
      }
    }
    leaving[a] = left;
    leaveState[a] = stateOf(a, leaves);
    if (kept === INF) continue;
    for (let k = rows[a] as number; k < (rows[a + 1] as number); k += 1) {
      const target = next + stateOf(keepTo[k] as number, FRESH.neither);
      if (waits[k] === 0) relax(dist, from, target, kept + (keepCost[k] as number), stateOf(a, keeps));
      else {
        for (let fresh = 0; fresh < STATES; fresh += 1) {
          const total = (dist[base + fresh] as number) + (keepCost[k] as number);
          relax(dist, from, target + fresh, total, stateOf(a, fresh));
        }
      }
    }
  }
  // Every row that is reached is walked whole: asking what of it could be passed over takes longer.
  for (let a = 0; a < height; a += 1) {
    const left = leaving[a] as number;
    if (left === INF) continue;
    const state = leaveState[a] as number;
    for (let b = 0, at = a * width; b < width; b += 1, at += 1) {
      const total = left + (begins[at] as number);
      if (total < (arrived[b] as number)) {
        arrived[b] = total;
        arrivedFrom[b] = state;
      }
    }
  }
  for (let b = 0; b < width; b += 1) {
    relax(dist, from, next + stateOf(b, begun), arrived[b] as number, arrivedFrom[b] as number);
  }
}

function stepBackward(
  lattice: Lattice,
  link: StepLink,
  { here, next, end }: Span,
  dist: Float64Array,
  to: Int32Array,
  { cost: ahead }: Scratch,
): void {
  const { begins, rows, keepTo, keepCost, waits } = link;
  const { begun, visit } = lattice;
  const width = (end - next) / STATES;
  for (let b = 0; b < width; b += 1) ahead[b] = dist[next + stateOf(b, begun)] as number;
  for (let a = 0, row = 0, base = here; base < next; a += 1, row += width, base += STATES) {
    let beginning = INF;
    let onto = -1;
    for (let b = 0; b < width; b += 1) {
      const total = (begins[row + b] as number) + (ahead[b] as number);
      if (total < beginning) {
        beginning = total;
        onto = b;
      }
    }
    for (let fresh = 0; fresh < STATES; fresh += 1) {
      const total = beginning + (FRESH_HANDS[fresh] as number) * visit;
      relax(dist, to, base + fresh, total, stateOf(onto, begun));
    }
    for (let k = rows[a] as number; k < (rows[a + 1] as number); k += 1) {
      for (let fresh = 0; fresh < STATES; fresh += 1) {
        const state = stateOf(keepTo[k] as number, waits[k] === 0 ? FRESH.neither : fresh);
        relax(dist, to, base + fresh, (keepCost[k] as number) + (dist[next + state] as number), state);
      }
    }
  }
}

function relax(dist: Float64Array, link: Int32Array, at: number, cost: number, other: number): void {
  if (cost < (dist[at] as number)) {
    dist[at] = cost;
    link[at] = other;
  }
}

/** Where a stretch's table holds the way from one candidate, its hand fresh (1) or not (0), to another of `width`. */
export function stretchPlace(from: number, fromFresh: number, to: number, toFresh: number, width: number): number {
  return (2 * from + fromFresh) * 2 * width + 2 * to + toFresh;
}

/** Calls `move` for every passage over a stretch whose two ways are both open. */
function eachStretchMove(
  link: StretchLink,
  { here, next, end }: Span,
  move: (from: number, to: number, cost: number) => void,
): void {
  const targets = end - next;
  const width = targets / STATES;
  for (let from = 0; from < next - here; from += 1) {
    const a = candidateIn(from);
    const up = stretchPlace(a, freshUp(freshIn(from)), 0, 0, width);
    const down = stretchPlace(a, freshDown(freshIn(from)), 0, 0, width);
    for (let to = 0; to < targets; to += 1) {
      const b = 2 * candidateIn(to);
      const fresh = freshIn(to);
      const cost = (link.up[up + b + freshUp(fresh)] as number) + (link.down[down + b + freshDown(fresh)] as number);
      if (cost !== INF) move(from, to, cost);
    }
  }
}

function stretchForward(link: StretchLink, span: Span, dist: Float64Array, from: Int32Array): void {
  eachStretchMove(link, span, (source, target, cost) => {
    relax(dist, from, span.next + target, (dist[span.here + source] as number) + cost, source);
  });
}

function stretchBackward(link: StretchLink, span: Span, dist: Float64Array, to: Int32Array): void {
  eachStretchMove(link, span, (source, target, cost) => {
    relax(dist, to, span.here + source, cost + (dist[span.next + target] as number), target);
  });
}

/** The states of the best path, column by column; empty when no path reaches the end. */
export function bestPath(lattice: Lattice, run: Pick<Sweep, 'prefix' | 'before' | 'best'>): number[] {
  if (run.best === INF) return [];
  const last = lattice.columns.length - 1;
  const begin = lattice.offsets[last] as number;
  let state = 0;
  let least = INF;
  lattice.finish.forEach((finish, other) => {
    const total = (run.prefix[begin + other] as number) + finish;
    if (total < least) {
      least = total;
      state = other;
    }
  });
  return [...tracedBack(lattice, run.before, last, state), state];
}

/** The states of the best path through one state of one column. */
export function pathThrough(lattice: Lattice, run: Sweep, column: number, state: number): number[] {
  const path = [...tracedBack(lattice, run.before, column, state), state];
  for (let k = column; k < lattice.columns.length - 1; k += 1) {
    path.push(run.after[(lattice.offsets[k] as number) + (path[k] as number)] as number);
  }
  return path;
}

/** The states before one state of one column on the best way to it. */
export function tracedBack(lattice: Lattice, before: Int32Array, column: number, state: number): number[] {
  const states: number[] = [];
  let here = state;
  for (let k = column; k > 0; k -= 1) {
    here = before[(lattice.offsets[k] as number) + here] as number;
    states.push(here);
  }
  return states.reverse();
}
