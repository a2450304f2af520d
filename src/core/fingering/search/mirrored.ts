import { openString, type Candidate } from './candidate.ts';
import { columnAfter, noteKind, type Column, type NoteChoices } from './column.ts';
import { stateOffsets, stretchPlace, type Lattice, type Link, type StepLink } from './lattice.ts';
import { beginCost, ownCost, stepLink, stepsBetween, visitCost } from './links.ts';
import type { Problem } from './problem.ts';
import type { Setting } from './setting.ts';
import { candidateIn, FRESH, freshDown, freshIn, freshUp, stateOf, STATES } from './state.ts';
import type { Step } from './step.ts';
import { candidatesOn, endCosts, standsAlone, nowhere, startAt, walkThrough, walkTo } from './walk.ts';
import type { Pairing } from './pairing.ts';

/** A lattice, and how one of its paths is read as the candidates of every note, in playing order. */
export interface Readable {
  /** Notes fingered alike going up and coming down; none if both ways are free. */
  readonly pairs: readonly Pairing[];
  readonly lattice: Lattice;
  readonly read: (path: readonly number[]) => Candidate[];
}

/** A part of the passage that is walked one way, and where its notes lie: from `note` on, up or down. */
interface Side {
  readonly walk: Lattice;
  readonly note: number;
  readonly heading: 1 | -1;
}

/**
 * The lattice of a passage whose way down is its way up read backwards wherever the notes agree;
 * `undefined` where too little of it can be paired.
 *
 * Notes that agree are paired into one column and cost both ways at once. Where they don't agree
 * (melodic minor, open strings one way only) the stretch between two pairs is solved each way for
 * itself, from every state to every state; a turn before the first pair or after the last, and the
 * way over the top, likewise. So the whole stays exact.
 */
export function mirroredLattice(problem: Problem, candidates: readonly Pairing[]): Readable | undefined {
  const pairs = usablePairs(problem, candidates);
  if (pairs.length < 2) return undefined;
  const { setting, notes } = problem;
  const columns: Column[] = [];
  const links: Link[] = [];
  const stretches: { readonly link: number; readonly up: Side; readonly down: Side }[] = [];
  pairs.forEach((pair, k) => {
    const choices = common(notes[pair.up] as NoteChoices, notes[pair.down] as NoteChoices);
    const before = columns[k - 1];
    const previous = pairs[k - 1];
    if (!before || !previous) columns.push(columnAfter(undefined, choices));
    else if (adjacent(previous, pair)) {
      const column = columnAfter(before, choices);
      columns.push(column);
      links.push(bothWays(problem, before, column, previous, pair));
    } else {
      const column: Column = { all: choices.stopped, stopped: choices.stopped, ...noteKind(choices) };
      const up = sideBetween(problem, previous.up, pair.up, before, column);
      const down = sideBetween(problem, previous.down, pair.down, before, column);
      columns.push(column);
      stretches.push({ link: links.length, up, down });
      // A top note sounded once ends both ways, and costs once.
      const once = pair.up === pair.down ? column : undefined;
      links.push({ kind: 'stretch', up: tableOf(up.walk), down: tableOf(down.walk, once, setting) });
    }
  });
  const foot = columns[0] as Column;
  const peak = columns[columns.length - 1] as Column;
  const ends = endsOf(problem, pairs, foot, peak);
  const visit = visitCost(setting);
  const candidateColumns = columns.map((column) => column.all);
  const lattice: Lattice = {
    columns: candidateColumns,
    links,
    offsets: stateOffsets(candidateColumns),
    start: startCosts(problem, pairs[0] as Pairing, foot, ends),
    finish: finishCosts(peak, ends, visit, setting),
    begun: FRESH.both,
    visit,
  };

  // Most fingerings compared share their stretches: each is walked once.
  const walked = new Map<Side, Map<string, number[]>>();
  const acrossOnce = (side: Side, from: number, to: number): number[] => {
    const known = walked.get(side) ?? new Map<string, number[]>();
    walked.set(side, known);
    const key = `${from} ${to}`;
    const states = known.get(key) ?? across(side.walk, from, to);
    known.set(key, states);
    return states;
  };

  const read = (path: readonly number[]): Candidate[] => {
    const result = new Array<Candidate>(notes.length);
    const fill = ({ walk, note, heading }: Side, states: readonly number[]): void => {
      candidatesOn(walk, states).forEach((candidate, k) => (result[note + k * heading] = candidate));
    };
    const own = candidatesOn(lattice, path);
    pairs.forEach(({ up, down }, k) => {
      result[up] = own[k] as Candidate;
      result[down] = own[k] as Candidate;
    });
    for (const { link, up, down } of stretches) {
      const here = path[link] as number;
      const next = path[link + 1] as number;
      fill(up, acrossOnce(up, oneWay(here, freshUp), oneWay(next, freshUp)));
      fill(down, acrossOnce(down, oneWay(here, freshDown), oneWay(next, freshDown)));
    }
    const begin = path[0] as number;
    if (ends.head) fill(ends.head, walkTo(ends.head.walk, beginning(ends.head, problem), oneWay(begin, freshUp)));
    if (ends.tail) fill(ends.tail, walkTo(ends.tail.walk, beginning(ends.tail, problem), oneWay(begin, freshDown)));
    if (ends.cap) {
      const end = path[path.length - 1] as number;
      const { state } = overTheTop(ends.cap.walk, candidateIn(end), freshIn(end), visit);
      fill(ends.cap, acrossOnce(ends.cap, oneWay(end, freshUp), state));
    }
    return rememberHands(result);
  };
  return { lattice, pairs, read };
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

function adjacent(previous: Pairing, pair: Pairing): boolean {
  return pair.up === previous.up + 1 && pair.down === previous.down - 1;
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
    const joined = previous ? adjacent(previous, pair) : pair.up === 0 && pair.down === problem.notes.length - 1;
    if (!joined && (both.open.length > 0 || both.stopped.length === 0)) continue;
    pairs.push(pair);
  }
  return pairs;
}

function common(up: NoteChoices, down: NoteChoices): NoteChoices {
  // The same list, where both have one, so that its steps are known already.
  const stopped =
    up.stopped === down.stopped ? up.stopped : up.stopped.filter((a) => down.stopped.some((b) => same(a, b)));
  const open = up.open.filter((a) => down.open.some((b) => a.string === b.string));
  return { stopped, open, pinned: up.pinned || down.pinned, ...noteKind(up) };
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

/** One step walked on the way up and on the way down at once; a top note both ways share costs once. */
function bothWays(
  { setting, steps }: Problem,
  before: Column,
  column: Column,
  previous: Pairing,
  pair: Pairing,
): StepLink {
  const up = steps[previous.up] as Step;
  const down = steps[pair.down] as Step;
  const once = pair.up === pair.down;
  const work = (): StepLink => {
    const there = stepsBetween(before, column, up, false, setting);
    const back = stepsBetween(before, column, down, true, setting);
    const width = column.all.length;
    const own = once ? column.all.map((candidate) => ownCost(candidate, column, setting)) : undefined;
    for (let at = 0; at < there.cost.length; at += 1) {
      there.cost[at] = (there.cost[at] as number) + (back.cost[at] as number) - (own?.[at % width] ?? 0);
    }
    return stepLink(there, width);
  };
  return standsAlone(before) && standsAlone(column)
    ? setting.memory.link(before.stopped, column.stopped, up, { step: down, once }, work)
    : work();
}

/** The walk from one column to another over the notes between, which begin at `from`; ends only where the column does. */
function sideBetween(problem: Problem, from: number, to: number, first: Column | undefined, last: Column): Side {
  const heading = to >= from ? 1 : -1;
  const order = Array.from({ length: Math.abs(to - from) + 1 }, (_, k) => from + k * heading);
  const notes = problem.notes.slice();
  const { all, stopped } = last;
  notes[to] = { stopped, open: all.slice(stopped.length), pinned: false, ...noteKind(last) };
  const walk = walkThrough({ ...problem, notes }, order, heading < 0, first);
  return { walk, note: from, heading };
}

/** What lies outside the pairs: turns before the first and after the last note of all, and the way over the top. */
interface Ends {
  readonly head?: Side;
  readonly tail?: Side;
  readonly cap?: Side;
}

function endsOf(problem: Problem, pairs: readonly Pairing[], foot: Column, peak: Column): Ends {
  const first = pairs[0] as Pairing;
  const last = pairs[pairs.length - 1] as Pairing;
  const end = problem.notes.length - 1;
  return {
    ...(first.up > 0 ? { head: sideBetween(problem, 0, first.up, undefined, foot) } : {}),
    ...(first.down < end ? { tail: sideBetween(problem, end, first.down, undefined, foot) } : {}),
    ...(last.down > last.up ? { cap: sideBetween(problem, last.up, last.down, peak, peak) } : {}),
  };
}

function startCosts(problem: Problem, first: Pairing, foot: Column, { head, tail }: Ends): Float64Array {
  const { setting } = problem;
  const { all } = foot;
  const up = head
    ? endCosts(head.walk, beginning(head, problem))
    : startAt(all, (candidate) => beginCost(candidate, foot, setting));
  const down = tail
    ? endCosts(tail.walk, beginning(tail, problem))
    : startAt(all, (candidate) => ownCost(candidate, foot, setting));
  const start = nowhere(all);
  all.forEach((candidate, c) => {
    const once = first.up === first.down ? ownCost(candidate, foot, setting) : 0;
    for (let fresh = 0; fresh < STATES; fresh += 1) {
      const there = up[stateOf(c, freshUp(fresh))] as number;
      const back = down[stateOf(c, freshDown(fresh))] as number;
      start[stateOf(c, fresh)] = there + back - once;
    }
  });
  return start;
}

function finishCosts(peak: Column, { cap }: Ends, visit: number, setting: Setting): Float64Array {
  const { all } = peak;
  const finish = new Float64Array(STATES * all.length);
  all.forEach((candidate, c) => {
    for (let fresh = 0; fresh < STATES; fresh += 1) {
      const alone = fresh === FRESH.both && candidate.rank !== 0 ? visit : 0;
      finish[stateOf(c, fresh)] = cap
        ? overTheTop(cap.walk, c, fresh, visit).cost - ownCost(candidate, peak, setting)
        : alone;
    }
  });
  return finish;
}

/** How a turn begins: the first note of all with its hand to set down, the last note of all without. */
function beginning({ walk, note, heading }: Side, { notes, setting }: Problem): Float64Array {
  const kind = notes[note] as NoteChoices;
  return startAt(walk.columns[0] ?? [], (candidate) =>
    heading < 0 ? ownCost(candidate, kind, setting) : beginCost(candidate, kind, setting),
  );
}

/** The state of one way alone within a state of both. */
function oneWay(state: number, fresh: (fresh: number) => 0 | 1): number {
  return stateOf(candidateIn(state), fresh(freshIn(state)));
}

/** Least costs of a walk from every state of its first column to every state of its last; see `stretchPlace`. */
function tableOf(walk: Lattice, once?: Column, setting?: Setting): Float64Array {
  const sources = (walk.columns[0] as readonly Candidate[]).length;
  const width = (walk.columns.at(-1) as readonly Candidate[]).length;
  const deduct = once && setting ? once.all.map((candidate) => ownCost(candidate, once, setting)) : undefined;
  const table = new Float64Array(4 * sources * width);
  for (let from = 0; from < sources; from += 1) {
    for (const fresh of [0, 1] as const) {
      const costs = endCosts(walk, only(walk, stateOf(from, fresh)));
      for (let to = 0; to < width; to += 1) {
        const less = deduct?.[to] ?? 0;
        for (const arrives of [0, 1] as const) {
          table[stretchPlace(from, fresh, to, arrives, width)] = (costs[stateOf(to, arrives)] as number) - less;
        }
      }
    }
  }
  return table;
}

function only(walk: Lattice, state: number): Float64Array {
  const start = nowhere(walk.columns[0] as readonly Candidate[]);
  start[state] = 0;
  return start;
}

function across(walk: Lattice, from: number, to: number): number[] {
  return walkTo(walk, only(walk, from), to);
}

/**
 * The cost of going over the top from a candidate back to the same candidate, and the state it
 * ends in. The hand that arrives has been used once more if the way down stays in it.
 */
function overTheTop(cap: Lattice, c: number, fresh: number, visit: number): { cost: number; state: number } {
  const end = endCosts(cap, only(cap, stateOf(c, freshUp(fresh))));
  const settled = end[stateOf(c, FRESH.neither)] as number;
  const open = (cap.columns[0] as readonly Candidate[])[c]?.rank === 0;
  const alone = (end[stateOf(c, FRESH.up)] as number) + (freshDown(fresh) === 1 && !open ? visit : 0);
  return settled <= alone
    ? { cost: settled, state: stateOf(c, FRESH.neither) }
    : { cost: alone, state: stateOf(c, FRESH.up) };
}
