import type { Outcome } from '../../base/index.ts';
import { TERM, type TermId } from '../../schools/index.ts';
import { sameHand, type Candidate } from './candidate.ts';
import { bestPath, sweepForward } from './lattice.ts';
import type { EngineMemory } from './memory.ts';
import { mirroredLattice, rememberHands, type Readable } from './mirrored.ts';
import type { Pairing } from './pairing.ts';
import { followsPlan, keepingShifts, type Plan } from './plan.ts';
import { narrowed, pairsOf, problemOf, type Problem, type Task } from './problem.ts';
import { candidatesOn, oneWayLattice } from './walk.ts';

/** A lattice to search, and what its paths cost besides. */
export interface Route extends Readable {
  /** The way down is the way up read backwards wherever the notes agree. */
  readonly mirrored: boolean;
  /** Terms paid once for the whole passage, and their sum on top of the lattice's own cost. */
  readonly charges: readonly TermId[];
  readonly surcharge: number;
}

/** A task ready to be searched. */
export interface Posed {
  readonly problem: Problem;
  readonly routes: readonly Route[];
  /** The kin's strings and shifts, where a hand can keep them. */
  readonly kept?: Plan;
}

/**
 * Turns a task into the lattices whose cheapest paths are its fingerings: routes with the way down
 * mirrored and with both ways free, as the way back asks; where the task has kin, each of them also
 * with the kin's shifts kept.
 */
export function pose(task: Task, memory: EngineMemory): Outcome<Posed> {
  const problem = problemOf(task, memory);
  if (!problem.ok) return problem;
  const pairs = pairsOf(task.passage);
  const own = routesOf(problem.value, pairs, task);
  const kept = keptShiftsOf(task, memory);
  const near = kept && narrowed(problem.value, kept);
  const keeping = near ? routesOf(near, pairs, task) : [];
  const playable = kept && keeping.some((route) => Number.isFinite(sweepForward(route.lattice).best));
  if (!playable) return { ok: true, value: { problem: problem.value, routes: own } };
  const leaving = own.map((route) => charged(route, 'parallel-differs', problem.value));
  return { ok: true, value: { problem: problem.value, routes: [...leaving, ...keeping], kept } };
}

/** The lattices of a problem: with the way down mirrored, and with both ways free, as the way back asks. */
function routesOf(problem: Problem, pairs: readonly Pairing[], { hand }: Task): Route[] {
  const mirrored = mirroredRoute(problem, pairs, hand.return);
  if (!mirrored) return [freeRoute(problem)];
  return hand.return === 'auto' ? [mirrored, charged(freeRoute(problem), 'way-back-differs', problem)] : [mirrored];
}

/** The route a plan is solved on: down as it went up where that can be. */
export function plainRoute(problem: Problem, pairs: readonly Pairing[], { hand }: Task): Route {
  return mirroredRoute(problem, pairs, hand.return) ?? freeRoute(problem);
}

function mirroredRoute(problem: Problem, pairs: readonly Pairing[], rule: Task['hand']['return']): Route | undefined {
  const mirrored = rule === 'auto' || rule === 'mirror' ? mirroredLattice(problem, pairs) : undefined;
  return mirrored && { ...mirrored, mirrored: true, charges: [], surcharge: 0 };
}

function freeRoute(problem: Problem): Route {
  const lattice = oneWayLattice(problem);
  const read = (path: readonly number[]): Candidate[] => rememberHands(candidatesOn(lattice, path));
  return { lattice, pairs: [], read, mirrored: false, charges: [], surcharge: 0 };
}

/** Whether a fingering found elsewhere comes down as it went up, and the terms it pays once for the whole passage. */
export function standingOf({ routes, kept }: Posed, path: readonly Candidate[]): Pick<Route, 'mirrored' | 'charges'> {
  const mirror = routes.find((route) => route.mirrored);
  const mirrored = mirror?.pairs.every(({ up, down }) => alike(path[up], path[down])) ?? false;
  const leaves = kept !== undefined && !followsPlan(kept, path);
  const charges: TermId[] = [];
  if (mirror && !mirrored) charges.push('way-back-differs');
  if (leaves) charges.push('parallel-differs');
  return { mirrored, charges };
}

function alike(a: Candidate | undefined, b: Candidate | undefined): boolean {
  return (
    a !== undefined && b !== undefined && a.string === b.string && a.rank === b.rank && (a.rank === 0 || sameHand(a, b))
  );
}

/** A route that pays a term once for the whole passage. */
function charged(route: Route, term: TermId, problem: Problem): Route {
  const weight = problem.setting.weights[TERM[term]] as number;
  return { ...route, charges: [...route.charges, term], surcharge: route.surcharge + weight };
}

/** The strings and shifts of the kin's best way, where a hand can play it. Pins are the task's own. */
function keptShiftsOf({ hand, kin }: Task, memory: EngineMemory): Plan | undefined {
  if (!kin || hand.groups) return undefined;
  const posed = pose({ passage: kin, hand: { ...hand, pins: [] } }, memory);
  const best = posed.ok ? solveBest(posed.value) : undefined;
  return best && keepingShifts(best.path, kin);
}

/** The cheapest fingering over all routes; `undefined` when the hand can play none. */
export function solveBest(
  posed: Posed,
): { readonly path: Candidate[]; readonly cost: number; readonly route: Route } | undefined {
  let best: { cost: number; route: Route; states: number[] } | undefined;
  for (const route of posed.routes) {
    const run = sweepForward(route.lattice);
    const cost = run.best + route.surcharge;
    if (Number.isFinite(cost) && (!best || cost < best.cost))
      best = { cost, route, states: bestPath(route.lattice, run) };
  }
  return best && { path: best.route.read(best.states), cost: best.cost, route: best.route };
}
