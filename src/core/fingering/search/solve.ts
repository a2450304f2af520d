import type { Passage } from '../../passage/passage.ts';
import { passageOf } from '../../passage/passage.ts';
import { schoolOf, type Recipe } from '../../recipe/recipe.ts';
import { granted, type Outcome } from '../../base/outcome.ts';
import type { Candidate } from './candidate.ts';
import { bestPath, sweepForward, type Chain } from './chain.ts';
import { keptFrom, parallelMajor, type KeptShifts } from './kept-shifts.ts';
import { MirroredPassage, rememberHands, type Pairing } from './mirrored.ts';
import { candidatesOf, oneWayChain } from './one-way.ts';
import { pairsOf, problemOf } from './problem.ts';
import { tableUnder } from '../../schools/school.ts';
import { TERM, type CostTable, type TermId } from '../../schools/terms.ts';
import type { Problem } from './traversal.ts';

/** A chain to search, and how to turn one of its paths into fingered notes. */
export interface Route {
  readonly chain: Chain;
  /** The way down is the way up read backwards wherever the notes agree. */
  readonly mirrored: boolean;
  /** Terms paid once for the whole passage, and their sum on top of the chain's own cost. */
  readonly charges: readonly TermId[];
  readonly surcharge: number;
  readonly expand: (path: readonly number[]) => Candidate[];
}

/** A recipe ready to be searched. */
export interface Posed {
  readonly problem: Problem;
  readonly routes: readonly Route[];
  readonly pairs: readonly Pairing[];
}

/**
 * Turns a recipe and its notes into the graphs whose cheapest paths are its fingerings: routes with
 * the way down mirrored and with both ways free, as the recipe's way back asks; for a minor, each
 * of them also with the shifts of its parallel major kept.
 * `table` replaces the table of the recipe's school (calibration).
 */
export function pose(
  recipe: Recipe,
  passage: Passage,
  table: CostTable = tableUnder(schoolOf(recipe), recipe.instrument),
): Outcome<Posed> {
  const problem = problemOf(recipe, passage, table);
  if (!problem.ok) return problem;
  const pairs = recipe.direction === 'up-down' ? pairsOf(passage) : [];
  const own = routesOf(problem.value, pairs, recipe);
  const kept = keptShiftsOf(recipe, table);
  const narrowed = kept && problemOf(recipe, passage, table, kept);
  const keeping = narrowed?.ok ? routesOf(narrowed.value, pairs, recipe) : [];
  const playable = keeping.some((route) => Number.isFinite(sweepForward(route.chain).best));
  if (!playable) return granted({ problem: problem.value, routes: own, pairs });
  const leaving = own.map((route) => charged(route, 'parallel-differs', problem.value));
  return granted({ problem: problem.value, routes: [...leaving, ...keeping], pairs });
}

function routesOf(problem: Problem, pairs: readonly Pairing[], recipe: Recipe): Route[] {
  const routes: Route[] = [];
  if (recipe.return === 'auto' || recipe.return === 'mirror') {
    const mirrored = MirroredPassage.of(problem, pairs);
    if (mirrored) {
      const expand: Route['expand'] = (path) => mirrored.expand(path);
      routes.push({ chain: mirrored.chain, mirrored: true, charges: [], surcharge: 0, expand });
    }
  }
  if (routes.length === 0 || recipe.return === 'auto') {
    const chain = oneWayChain(problem);
    const expand: Route['expand'] = (path) => rememberHands(candidatesOf(chain, path));
    const free: Route = { chain, mirrored: false, charges: [], surcharge: 0, expand };
    routes.push(routes.length === 0 ? free : charged(free, 'way-back-differs', problem));
  }
  return routes;
}

/** A route that pays a term once for the whole passage. */
function charged(route: Route, term: TermId, problem: Problem): Route {
  const weight = problem.setting.weights[TERM[term]] as number;
  return { ...route, charges: [...route.charges, term], surcharge: route.surcharge + weight };
}

/** The strings and shifts of a minor's parallel major, where there is one and a hand can play it. */
function keptShiftsOf(recipe: Recipe, table: CostTable): KeptShifts | undefined {
  const major = parallelMajor(recipe);
  const passage = major && passageOf(major);
  const posed = major && passage?.ok ? pose(major, passage.value, table) : undefined;
  const best = posed?.ok ? solveBest(posed.value) : undefined;
  return best && passage?.ok ? keptFrom(best.path, passage.value) : undefined;
}

/** The cheapest fingering over all routes; `undefined` when the hand can play none. */
export function solveBest(
  posed: Posed,
): { readonly path: Candidate[]; readonly cost: number; readonly route: Route } | undefined {
  let best: { cost: number; route: Route; states: number[] } | undefined;
  for (const route of posed.routes) {
    const run = sweepForward(route.chain);
    const cost = run.best + route.surcharge;
    if (Number.isFinite(cost) && (!best || cost < best.cost))
      best = { cost, route, states: bestPath(route.chain, run) };
  }
  return best && { path: best.route.expand(best.states), cost: best.cost, route: best.route };
}
