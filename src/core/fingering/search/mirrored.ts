import { openString, type Candidate } from './candidate.ts';
import { stateOffsets, stepLink, type Chain, type Link, type StepLink } from './chain.ts';
import {
  beginCost,
  edgeBetween,
  layerAfter,
  ownCost,
  trace,
  Traversal,
  visitCost,
  type Layer,
  type NoteChoices,
  type Problem,
} from './traversal.ts';
import type { Setting, StepContext } from './setting.ts';

/** Notes of the way up and of the way down that sound the same and are fingered the same. */
export interface Pairing {
  readonly up: number;
  readonly down: number;
}

const INF = Number.POSITIVE_INFINITY;

/**
 * A passage whose way down is its way up read backwards wherever the notes agree.
 *
 * Notes that agree are paired into columns; the stretches between them where they don't agree
 * (melodic minor), a turn before the first pair or after the last, and the stretch over the top
 * are solved apart, each way for itself, so that the whole stays exact.
 */
export class MirroredPassage {
  readonly chain: Chain;
  readonly pairs: readonly Pairing[];
  readonly #problem: Problem;
  readonly #stretches = new Map<number, { up: Stretch; down: Stretch }>();
  readonly #head: Traversal | undefined;
  readonly #tail: Traversal | undefined;
  readonly #cap: Traversal | undefined;

  private constructor(problem: Problem, pairs: readonly Pairing[]) {
    this.#problem = problem;
    this.pairs = pairs;
    const { setting, notes, steps } = problem;
    const first = pairs[0] as Pairing;
    const last = pairs[pairs.length - 1] as Pairing;
    const visit = visitCost(setting);

    const columns: Layer[] = [];
    const links: Link[] = [];
    const shared = pairs.map((pair) => common(notes[pair.up] as NoteChoices, notes[pair.down] as NoteChoices));
    pairs.forEach((pair, k) => {
      const choices = shared[k] as NoteChoices;
      const before = columns[k - 1];
      const previous = pairs[k - 1];
      if (!before || !previous) {
        columns.push(layerAfter(undefined, choices));
        return;
      }
      if (pair.up === previous.up + 1 && pair.down === previous.down - 1) {
        const layer = layerAfter(before, choices);
        const stepUp = steps[previous.up] as StepContext;
        const stepDown = steps[pair.down] as StepContext;
        const once = pair.up === pair.down;
        columns.push(layer);
        links.push(
          setting.memory.link(before, layer, stepUp, { step: stepDown, once }, () =>
            bothWays(before, layer, stepUp, stepDown, once, setting),
          ),
        );
        return;
      }
      const layer: Layer = { all: choices.stopped, stopped: choices.stopped };
      columns.push(layer);
      const upwards = new Traversal(pinnedEnd(problem, pair.up, layer), span(previous.up, pair.up), false, before);
      const downwards = new Traversal(
        pinnedEnd(problem, pair.down, layer),
        span(previous.down, pair.down),
        true,
        before,
      );
      const up = solveStretch(upwards, visit);
      const down = solveStretch(downwards, visit);
      if (pair.up === pair.down) deductOwn(down.table, layer.all, setting);
      this.#stretches.set(k - 1, { up, down });
      links.push({ kind: 'stretch', up: up.table, down: down.table });
    });

    const foot = columns[0] as Layer;
    if (first.up > 0) this.#head = new Traversal(pinnedEnd(problem, first.up, foot), span(0, first.up), false);
    if (first.down < notes.length - 1) {
      this.#tail = new Traversal(pinnedEnd(problem, first.down, foot), span(notes.length - 1, first.down), true);
    }
    const peak = columns[columns.length - 1] as Layer;
    if (last.down > last.up) {
      this.#cap = new Traversal(pinnedEnd(problem, last.down, peak), span(last.up, last.down), false, peak);
    }
    const candidates = columns.map((layer) => layer.all);
    this.chain = {
      columns: candidates,
      links,
      offsets: stateOffsets(candidates),
      start: this.#startCosts(foot.all, first),
      finish: this.#finishCosts(peak.all),
      freshFlag: 3,
      visit,
    };
  }

  /**
   * The mirrored passage of a problem of `up-down` notes whose tops stand at `top` (and `top + 1`
   * when repeated). Gives `undefined` when too little of it can be paired.
   */
  static of(problem: Problem, candidates: readonly Pairing[]): MirroredPassage | undefined {
    const pairs = usablePairs(problem, candidates);
    return pairs.length < 2 ? undefined : new MirroredPassage(problem, pairs);
  }

  #startCosts(foot: readonly Candidate[], first: Pairing): Float64Array {
    const { setting } = this.#problem;
    const start = new Float64Array(4 * foot.length).fill(INF);
    const up = this.#head
      ? endDistances(this.#head, setting, false)
      : single(foot, (candidate) => beginCost(candidate, setting));
    const down = this.#tail
      ? endDistances(this.#tail, setting, true)
      : single(foot, (candidate) => ownCost(candidate, setting));
    foot.forEach((candidate, c) => {
      const once = first.up === first.down ? ownCost(candidate, setting) : 0;
      for (let flag = 0; flag < 4; flag += 1) {
        start[4 * c + flag] = (up[2 * c + (flag & 1)] as number) + (down[2 * c + (flag >> 1)] as number) - once;
      }
    });
    return start;
  }

  #finishCosts(peak: readonly Candidate[]): Float64Array {
    const visit = visitCost(this.#problem.setting);
    const finish = new Float64Array(4 * peak.length);
    const cap = this.#cap;
    peak.forEach((candidate, c) => {
      for (let flag = 0; flag < 4; flag += 1) {
        const alone = flag === 3 && candidate.rank !== 0 ? visit : 0;
        finish[4 * c + flag] = cap
          ? capCost(cap, c, flag, visit).cost - ownCost(candidate, this.#problem.setting)
          : alone;
      }
    });
    return finish;
  }

  /** The candidates of every note of the passage, in playing order, for a path of the chain. */
  expand(path: readonly number[]): Candidate[] {
    const { notes, setting } = this.#problem;
    const visit = visitCost(setting);
    const result = new Array<Candidate>(notes.length);
    const column = (k: number): Candidate =>
      (this.chain.columns[k] as readonly Candidate[])[(path[k] as number) >> 2] as Candidate;
    this.pairs.forEach((pair, k) => {
      result[pair.up] = column(k);
      result[pair.down] = column(k);
    });
    const fill = (walk: Traversal, from: number, step: 1 | -1, states: readonly number[]): void => {
      states.forEach((state, k) => {
        result[from + k * step] = (walk.layers[k] as Layer).all[state >> 1] as Candidate;
      });
    };
    for (const [k, walks] of this.#stretches) {
      const here = path[k] as number;
      const next = path[k + 1] as number;
      const pair = this.pairs[k] as Pairing;
      fill(walks.up.walk, pair.up, 1, across(walks.up, 2 * (here >> 2) + (here & 1), 2 * (next >> 2) + (next & 1)));
      fill(
        walks.down.walk,
        pair.down,
        -1,
        across(walks.down, 2 * (here >> 2) + ((here >> 1) & 1), 2 * (next >> 2) + ((next >> 1) & 1)),
      );
    }
    const foot = path[0] as number;
    if (this.#head) fill(this.#head, 0, 1, walkTo(this.#head, setting, false, 2 * (foot >> 2) + (foot & 1)));
    if (this.#tail) {
      fill(this.#tail, notes.length - 1, -1, walkTo(this.#tail, setting, true, 2 * (foot >> 2) + ((foot >> 1) & 1)));
    }
    const peak = path[path.length - 1] as number;
    if (this.#cap) {
      const { end } = capCost(this.#cap, peak >> 2, peak & 3, visit);
      const last = this.pairs[this.pairs.length - 1] as Pairing;
      fill(this.#cap, last.up, 1, between(this.#cap, 2 * (peak >> 2) + (peak & 1), end, visit));
    }
    return rememberHands(result);
  }
}

/** Gives every open string the hand of the last stopped note before it in playing order. */
export function rememberHands(path: readonly Candidate[]): Candidate[] {
  let last: Candidate | undefined;
  return path.map((candidate) => {
    if (candidate.rank === 0) return openString(candidate.string, last, candidate.pinned, candidate.stop);
    last = candidate;
    return candidate;
  });
}

/**
 * Pairs that can carry a column: something is common to both notes, and an open string is only
 * allowed where the hand behind it is the same both ways, that is right after another pair.
 */
function usablePairs(problem: Problem, candidates: readonly Pairing[]): Pairing[] {
  const pairs: Pairing[] = [];
  for (const pair of candidates) {
    const up = problem.notes[pair.up] as NoteChoices;
    const down = problem.notes[pair.down] as NoteChoices;
    if (up.open.length !== down.open.length && !up.pinned && !down.pinned) continue;
    const both = common(up, down);
    if (both.stopped.length + both.open.length === 0) continue;
    const previous = pairs[pairs.length - 1];
    const adjacent = previous
      ? pair.up === previous.up + 1 && pair.down === previous.down - 1
      : pair.up === 0 && pair.down === problem.notes.length - 1;
    if (!adjacent && (both.open.length > 0 || both.stopped.length === 0)) continue;
    pairs.push(pair);
  }
  return pairs;
}

function common(up: NoteChoices, down: NoteChoices): NoteChoices {
  // The same list, where both have one, so that its steps are known already.
  const stopped =
    up.stopped === down.stopped ? up.stopped : up.stopped.filter((a) => down.stopped.some((b) => same(a, b)));
  const open = up.open.filter((a) => down.open.some((b) => a.string === b.string));
  return { stopped, open, pinned: up.pinned || down.pinned };
}

function same(a: Candidate, b: Candidate): boolean {
  return (
    a.string === b.string &&
    a.rank === b.rank &&
    a.hand === b.hand &&
    a.thumb === b.thumb &&
    a.posture === b.posture &&
    a.upper === b.upper &&
    a.frame === b.frame
  );
}

/** One step walked on the way up and on the way down at once; a top note sounded `once` costs once. */
function bothWays(
  before: Layer,
  layer: Layer,
  stepUp: StepContext,
  stepDown: StepContext,
  once: boolean,
  setting: Setting,
): StepLink {
  const up = edgeBetween(before, layer, stepUp, false, setting);
  const down = edgeBetween(before, layer, stepDown, true, setting);
  const width = layer.all.length;
  const own = once ? layer.all.map((candidate) => ownCost(candidate, setting)) : undefined;
  for (let at = 0; at < up.cost.length; at += 1) {
    up.cost[at] = (up.cost[at] as number) + (down.cost[at] as number) - (own?.[at % width] ?? 0);
  }
  return stepLink(up, width);
}

/** The problem with one note's choices narrowed to the candidates of a column. */
function pinnedEnd(problem: Problem, note: number, layer: Layer): Problem {
  const notes = problem.notes.slice();
  notes[note] = { stopped: layer.stopped, open: layer.all.slice(layer.stopped.length), pinned: false };
  return { ...problem, notes };
}

function span(from: number, to: number): number[] {
  const step = to >= from ? 1 : -1;
  return Array.from({ length: Math.abs(to - from) + 1 }, (_, k) => from + k * step);
}

/** A stretch solved from every state of its first layer to every state of its last. */
interface Stretch {
  readonly walk: Traversal;
  /** `table[source · targets + target]`: least costs. */
  readonly table: Float64Array;
  /** Back pointers for each source. */
  readonly backs: readonly (readonly Int32Array[])[];
}

function solveStretch(walk: Traversal, visit: number): Stretch {
  const sources = 2 * (walk.layers[0] as Layer).all.length;
  const targets = 2 * (walk.layers[walk.layers.length - 1] as Layer).all.length;
  const table = new Float64Array(sources * targets);
  const backs: Int32Array[][] = [];
  for (let source = 0; source < sources; source += 1) {
    const run = fromState(walk, source, visit);
    table.set(run.dist[walk.edges.length] as Float64Array, source * targets);
    backs.push(run.back);
  }
  return { walk, table, backs };
}

function across(stretch: Stretch, source: number, target: number): number[] {
  return trace(stretch.backs[source] as readonly Int32Array[], target);
}

/** A top note sounded once ends both ways, and costs once. */
function deductOwn(table: Float64Array, layer: readonly Candidate[], setting: Problem['setting']): void {
  const own = layer.map((candidate) => ownCost(candidate, setting));
  for (let at = 0; at < table.length; at += 1) {
    table[at] = (table[at] as number) - (own[(at >> 1) % layer.length] as number);
  }
}

function fromState(walk: Traversal, source: number, visit: number): ReturnType<Traversal['run']> {
  const start = new Float64Array(2 * (walk.layers[0] as Layer).all.length).fill(INF);
  start[source] = 0;
  return walk.run(start, visit);
}

function between(walk: Traversal, source: number, target: number, visit: number): number[] {
  return trace(fromState(walk, source, visit).back, target);
}

function beginning(walk: Traversal, problem: Problem['setting'], reversed: boolean): Float64Array {
  return single((walk.layers[0] as Layer).all, (candidate) =>
    reversed ? ownCost(candidate, problem) : beginCost(candidate, problem),
  );
}

function single(layer: readonly Candidate[], cost: (candidate: Candidate) => number): Float64Array {
  const start = new Float64Array(2 * layer.length).fill(INF);
  layer.forEach((candidate, c) => {
    start[2 * c] = cost(candidate);
  });
  return start;
}

function endDistances(walk: Traversal, setting: Problem['setting'], reversed: boolean): Float64Array {
  return walk.run(beginning(walk, setting, reversed), visitCost(setting)).dist[walk.edges.length] as Float64Array;
}

function walkTo(walk: Traversal, setting: Problem['setting'], reversed: boolean, target: number): number[] {
  return trace(walk.run(beginning(walk, setting, reversed), visitCost(setting)).back, target);
}

/**
 * The cost of going over the top from a candidate back to the same candidate, and the state it
 * ends in. The hand that arrives has been used once more if the way down stays in it.
 */
function capCost(cap: Traversal, c: number, flag: number, visit: number): { cost: number; end: number } {
  const end = fromState(cap, 2 * c + (flag & 1), visit).dist[cap.edges.length] as Float64Array;
  const settled = end[2 * c] as number;
  const open = (cap.layers[0] as Layer).all[c]?.rank === 0;
  const fresh = (end[2 * c + 1] as number) + (flag >> 1 === 1 && !open ? visit : 0);
  return settled <= fresh ? { cost: settled, end: 2 * c } : { cost: fresh, end: 2 * c + 1 };
}
