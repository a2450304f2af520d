import type { Candidate } from './candidate.ts';
import { columnAfter, type Column, type NoteChoices } from './column.ts';
import { beginCost, stepLink, stepsBetween, visitCost } from './links.ts';
import { bestPath, stateOffsets, sweepForward, type Lattice, type Link, type StepLink } from './lattice.ts';
import type { Problem } from './problem.ts';
import type { Setting } from './setting.ts';
import { candidateIn, FRESH, stateOf, STATES } from './state.ts';
import type { Step } from './step.ts';

const INF = Number.POSITIVE_INFINITY;

/**
 * The lattice of a walk through some notes of a problem, in playing order or, `reversed`, against
 * it. It begins nowhere until it is given a start; `first` are the candidates of its first note
 * where these are known already.
 */
export function walkThrough(problem: Problem, order: readonly number[], reversed: boolean, first?: Column): Lattice {
  const columns: Column[] = [];
  const links: Link[] = [];
  order.forEach((note, place) => {
    const before = columns[place - 1];
    const column = place === 0 && first ? first : columnAfter(before, problem.notes[note] as NoteChoices);
    columns.push(column);
    if (!before) return;
    const step = problem.steps[Math.min(note, order[place - 1] as number)] as Step;
    links.push(linkBetween(before, column, step, reversed, problem.setting));
  });
  const candidates = columns.map((column) => column.all);
  return {
    columns: candidates,
    links,
    offsets: stateOffsets(candidates),
    start: nowhere(candidates[0] ?? []),
    finish: new Float64Array(STATES * (candidates.at(-1) ?? []).length),
    begun: FRESH.up,
    visit: visitCost(problem.setting),
  };
}

/** The lattice of a whole passage in playing order, up and down each fingered for itself. */
export function oneWayLattice(problem: Problem): Lattice {
  const order = problem.notes.map((_, note) => note);
  const lattice = walkThrough(problem, order, false);
  const { setting, notes } = problem;
  const [first = []] = lattice.columns;
  const last = lattice.columns.at(-1) ?? [];
  const opening = notes[0] as NoteChoices;
  const finish = new Float64Array(STATES * last.length);
  if (problem.endsAtTop) {
    last.forEach((_, c) => {
      finish[stateOf(c, FRESH.up)] = lattice.visit;
    });
  }
  return { ...lattice, start: startAt(first, (candidate) => beginCost(candidate, opening, setting)), finish };
}

function linkBetween(before: Column, column: Column, step: Step, reversed: boolean, setting: Setting): StepLink {
  const work = (): StepLink => stepLink(stepsBetween(before, column, step, reversed, setting), column.all.length);
  const known = !reversed && standsAlone(before) && standsAlone(column);
  return known ? setting.memory.link(before.stopped, column.stopped, step, undefined, work) : work();
}

/** Links between columns without open strings and chords hang on nothing but their stopped candidates, and can be remembered. */
export function standsAlone({ all, stopped, chord }: Column): boolean {
  return all === stopped && !chord;
}

/** Start costs that begin in no state. */
export function nowhere(column: readonly Candidate[]): Float64Array {
  return new Float64Array(STATES * column.length).fill(INF);
}

/** Start costs that begin on any candidate, its hand not yet counted. */
export function startAt(column: readonly Candidate[], cost: (candidate: Candidate) => number): Float64Array {
  const start = nowhere(column);
  column.forEach((candidate, c) => {
    start[stateOf(c, FRESH.neither)] = cost(candidate);
  });
  return start;
}

/** Least costs at the states of the last column, from the given start. */
export function endCosts(lattice: Lattice, start: Float64Array): Float64Array {
  const { prefix } = sweepForward(lattice, start);
  return prefix.subarray(lattice.offsets[lattice.columns.length - 1]);
}

/** The states of the cheapest walk from a start to one state of the last column. */
export function walkTo(lattice: Lattice, start: Float64Array, end: number): number[] {
  const finish = nowhere(lattice.columns.at(-1) ?? []);
  finish[end] = 0;
  const only = { ...lattice, finish };
  return bestPath(only, sweepForward(only, start));
}

/** The candidates of the states of a path. */
export function candidatesOn({ columns }: Lattice, path: readonly number[]): Candidate[] {
  return path.map((state, k) => (columns[k] as readonly Candidate[])[candidateIn(state)] as Candidate);
}
