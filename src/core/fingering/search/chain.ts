import type { Candidate } from './candidate.ts';
import { ARRIVAL, type Edge } from './traversal.ts';

const INF = Number.POSITIVE_INFINITY;

/**
 * A link between neighbouring columns that walks one step: on the way up alone, or on the way up
 * and on the way down at once. Steps onto a new hand are many and lie in a full table; steps that
 * keep the hand are few and lie in rows, so that a sweep runs without asking which is which.
 */
export interface StepLink {
  readonly kind: 'step';
  /** `begins[a · width + b]`: cost of a step onto a new hand, infinity where there is none. */
  readonly begins: Float64Array;
  /** Steps from candidate a that keep its hand stand from `rows[a]` to `rows[a + 1]`. */
  readonly rows: Int32Array;
  readonly keepTo: Int32Array;
  readonly keepCost: Float64Array;
  /** 1 where the hand waits behind an open string, and its flag with it. */
  readonly waits: Uint8Array;
}

/** Sorts the steps of an edge, `width` candidates wide, for the sweeps; the edge is used up. */
export function stepLink(edge: Edge, width: number): StepLink {
  const { cost, arrival } = edge;
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
  /** Where each column's states begin in a flat array: see `stateOffsets`. */
  readonly offsets: Int32Array;
  /** Cost of beginning in each state of the first column. */
  readonly start: Float64Array;
  /** Cost of ending in each state of the last column. */
  readonly finish: Float64Array;
  /** The flag a state takes when a hand begins: 1 one way, 3 both ways. */
  readonly freshFlag: 1 | 3;
  readonly visit: number;
}

/**
 * All shortest distances of a chain, from its start and to its end, and how to follow them: flat
 * arrays in which the states of column k begin at `chain.offsets[k]`.
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
export function stateOffsets(columns: Chain['columns']): Int32Array {
  const offsets = new Int32Array(columns.length + 1);
  columns.forEach((column, k) => {
    offsets[k + 1] = (offsets[k] as number) + 4 * column.length;
  });
  return offsets;
}

const BITS = [0, 1, 1, 2] as const;

/** Runs forward over a chain; exact, every state of every column. */
export function sweepForward(chain: Chain): Pick<Sweep, 'prefix' | 'before' | 'best'> {
  const { offsets } = chain;
  const states = offsets[offsets.length - 1] as number;
  const prefix = new Float64Array(states).fill(INF);
  const before = new Int32Array(states).fill(-1);
  prefix.set(chain.start);
  const scratch = scratchFor(chain);
  chain.links.forEach((link, k) => {
    const span: Span = { here: offsets[k] as number, next: offsets[k + 1] as number, end: offsets[k + 2] as number };
    if (link.kind === 'step') stepForward(chain, link, span, prefix, before, scratch);
    else stretchForward(link, span, prefix, before);
  });
  let best = INF;
  const last = states - chain.finish.length;
  for (let state = 0; state < chain.finish.length; state += 1) {
    best = Math.min(best, (prefix[last + state] as number) + (chain.finish[state] as number));
  }
  return { prefix, before, best };
}

/** Runs over a chain both ways, so that the best path through any state is known. */
export function sweep(chain: Chain): Sweep {
  const forward = sweepForward(chain);
  const { offsets } = chain;
  const states = offsets[offsets.length - 1] as number;
  const suffix = new Float64Array(states).fill(INF);
  const after = new Int32Array(states).fill(-1);
  suffix.set(chain.finish, states - chain.finish.length);
  const scratch = scratchFor(chain);
  for (let k = chain.links.length - 1; k >= 0; k -= 1) {
    const link = chain.links[k] as Link;
    const span: Span = { here: offsets[k] as number, next: offsets[k + 1] as number, end: offsets[k + 2] as number };
    if (link.kind === 'step') stepBackward(chain, link, span, suffix, after, scratch);
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

function scratchFor(chain: Chain): Scratch {
  const widest = Math.max(...chain.columns.map((column) => column.length));
  return {
    cost: new Float64Array(widest),
    state: new Int32Array(widest),
    leaving: new Float64Array(widest),
    leaveState: new Int32Array(widest),
  };
}

function stepForward(
  chain: Chain,
  link: StepLink,
  { here, next, end }: Span,
  dist: Float64Array,
  from: Int32Array,
  scratch: Scratch,
): void {
  const { begins, rows, keepTo, keepCost, waits } = link;
  const { freshFlag, visit } = chain;
  const { cost: fresh, state: freshFrom, leaving, leaveState } = scratch;
  const width = (end - next) / 4;
  const height = (next - here) / 4;
  fresh.fill(INF, 0, width);
  freshFrom.fill(-1, 0, width);
  for (let a = 0, base = here; a < height; a += 1, base += 4) {
    let keepFlag = 0;
    let leaveFlag = 0;
    let kept = dist[base] as number;
    let left = kept;
    for (let flag = 1; flag < 4; flag += 1) {
      const cost = dist[base + flag] as number;
      if (cost < kept) {
        kept = cost;
        keepFlag = flag;
      }
      const leaves = cost + (BITS[flag] as number) * visit;
      if (leaves < left) {
        left = leaves;
        leaveFlag = flag;
      }
    }
    leaving[a] = left;
    leaveState[a] = 4 * a + leaveFlag;
    if (kept === INF) continue;
    for (let k = rows[a] as number; k < (rows[a + 1] as number); k += 1) {
      const target = next + 4 * (keepTo[k] as number);
      if (waits[k] === 0) relax(dist, from, target, kept + (keepCost[k] as number), 4 * a + keepFlag);
      else {
        for (let flag = 0; flag < 4; flag += 1) {
          const total = (dist[base + flag] as number) + (keepCost[k] as number);
          relax(dist, from, target + flag, total, 4 * a + flag);
        }
      }
    }
  }
  // Every row is walked whole: asking which rows could be passed over takes longer than walking them.
  for (let a = 0, at = 0; a < height; a += 1) {
    const left = leaving[a] as number;
    const state = leaveState[a] as number;
    for (let b = 0; b < width; b += 1, at += 1) {
      const total = left + (begins[at] as number);
      if (total < (fresh[b] as number)) {
        fresh[b] = total;
        freshFrom[b] = state;
      }
    }
  }
  for (let b = 0; b < width; b += 1) {
    relax(dist, from, next + 4 * b + freshFlag, fresh[b] as number, freshFrom[b] as number);
  }
}

function stepBackward(
  chain: Chain,
  link: StepLink,
  { here, next, end }: Span,
  dist: Float64Array,
  to: Int32Array,
  { cost: fresh }: Scratch,
): void {
  const { begins, rows, keepTo, keepCost, waits } = link;
  const { freshFlag, visit } = chain;
  const width = (end - next) / 4;
  for (let b = 0; b < width; b += 1) fresh[b] = dist[next + 4 * b + freshFlag] as number;
  for (let a = 0, row = 0, base = here; base < next; a += 1, row += width, base += 4) {
    let beginning = INF;
    let begun = -1;
    for (let b = 0; b < width; b += 1) {
      const total = (begins[row + b] as number) + (fresh[b] as number);
      if (total < beginning) {
        beginning = total;
        begun = b;
      }
    }
    for (let flag = 0; flag < 4; flag += 1) {
      relax(dist, to, base + flag, beginning + (BITS[flag] as number) * visit, 4 * begun + freshFlag);
    }
    for (let k = rows[a] as number; k < (rows[a + 1] as number); k += 1) {
      const target = 4 * (keepTo[k] as number);
      for (let flag = 0; flag < 4; flag += 1) {
        const state = waits[k] === 0 ? target : target + flag;
        relax(dist, to, base + flag, (keepCost[k] as number) + (dist[next + state] as number), state);
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

/** Calls `move` for every passage over a stretch whose two ways are both open. */
function eachStretchMove(
  link: StretchLink,
  { here, next, end }: Span,
  move: (from: number, to: number, cost: number) => void,
): void {
  const targets = end - next;
  const width = targets / 2;
  for (let from = 0; from < next - here; from += 1) {
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
export function bestPath(chain: Chain, run: Pick<Sweep, 'prefix' | 'before' | 'best'>): number[] {
  if (run.best === INF) return [];
  const last = chain.columns.length - 1;
  const begin = chain.offsets[last] as number;
  let state = 0;
  let least = INF;
  chain.finish.forEach((finish, other) => {
    const total = (run.prefix[begin + other] as number) + finish;
    if (total < least) {
      least = total;
      state = other;
    }
  });
  return [...tracedBack(chain, run.before, last, state), state];
}

/** The states of the best path through one state of one column. */
export function pathThrough(chain: Chain, run: Sweep, column: number, state: number): number[] {
  const path = [...tracedBack(chain, run.before, column, state), state];
  for (let k = column; k < chain.columns.length - 1; k += 1) {
    path.push(run.after[(chain.offsets[k] as number) + (path[k] as number)] as number);
  }
  return path;
}

function tracedBack(chain: Chain, before: Int32Array, column: number, state: number): number[] {
  const states: number[] = [];
  let here = state;
  for (let k = column; k > 0; k -= 1) {
    here = before[(chain.offsets[k] as number) + here] as number;
    states.push(here);
  }
  return states.reverse();
}
