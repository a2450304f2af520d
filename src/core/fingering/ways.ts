import type { Candidate } from './candidate.ts';
import { bestPath, pathThrough, sweep, type Sweep } from './chain.ts';
import { difference } from './difference.ts';
import type { Posed, Route } from './solve.ts';

/** A fingering on offer: its notes and its cost. */
export interface FoundPath {
  readonly path: Candidate[];
  readonly cost: number;
  readonly mirrored: boolean;
}

/** How ways are chosen: by cost against distance. */
const CHOICE = {
  /** A way this many times dearer than the best, plus `slack`, is not worth a look. */
  dearest: 1.5,
  slack: 9,
  /** Least difference from every way already chosen, in notes and as a share of the way up. */
  leastNotes: 1.2,
  leastShare: 0.15,
  /** What one note of difference is worth in cost, and the difference beyond which more adds nothing. */
  worth: 0.35,
  enough: 5,
  /** How many of the cheapest fingerings are compared. */
  compared: 400,
} as const;

/**
 * Chooses up to `count` fingerings that are genuinely different, the first always the cheapest.
 *
 * For every note and every way to sound it the cheapest fingering through that place is known
 * exactly from two sweeps of a route; these are the pool. Each next way is the one that is cheapest
 * once its difference from all chosen ones is counted in its favour. The best way of `pattern`, a
 * problem under a stricter rule, is offered whatever it costs, for the sake of its pattern.
 */
export function chooseWays(posed: Posed, pattern: Posed | undefined, top: number, count: number): FoundPath[] {
  const pool = posed.routes.flatMap((route) => through(route, count > 1));
  pool.sort((a, b) => a.cost - b.cost);
  const first = pool[0];
  if (!first) return [];
  const chosen: FoundPath[] = [realise(first)];
  const limit = first.cost * CHOICE.dearest + CHOICE.slack;
  const least = Math.max(CHOICE.leastNotes, CHOICE.leastShare * (top || (chosen[0] as FoundPath).path.length));
  const rest = distinct(pool.filter((lead) => lead.cost <= limit)).map((found) => ({
    found,
    apart: difference(found.path, (chosen[0] as FoundPath).path, top),
  }));
  const take = (found: FoundPath): void => {
    chosen.push(found);
    for (const other of rest) other.apart = Math.min(other.apart, difference(other.found.path, found.path, top));
  };
  const patterned = pattern?.routes.flatMap((route) => through(route, false)).sort((a, b) => a.cost - b.cost)[0];
  if (patterned && count > 1) {
    const found = realise(patterned);
    if (difference(found.path, (chosen[0] as FoundPath).path, top) > 0) take(found);
  }
  while (chosen.length < count) {
    let next: FoundPath | undefined;
    let merit = Number.POSITIVE_INFINITY;
    for (const { found, apart } of rest) {
      if (apart < least) continue;
      const value = found.cost - CHOICE.worth * Math.min(apart, CHOICE.enough);
      if (value < merit) {
        merit = value;
        next = found;
      }
    }
    if (!next) break;
    take(next);
  }
  return chosen.sort((a, b) => a.cost - b.cost);
}

/** A fingering known by its cost and where to find it, not yet spelled out. */
interface Lead {
  readonly cost: number;
  readonly route: Route;
  readonly states: () => readonly number[];
}

function through(route: Route, all: boolean): Lead[] {
  const run: Sweep = sweep(route.chain);
  if (!Number.isFinite(run.best)) return [];
  const leads: Lead[] = [{ cost: run.best + route.surcharge, route, states: () => bestPath(route.chain, run) }];
  if (!all) return leads;
  run.prefix.forEach((prefix, column) => {
    const suffix = run.suffix[column] as Float64Array;
    for (let state = 0; state < prefix.length; state += 4) {
      let best = Number.POSITIVE_INFINITY;
      let which = state;
      for (let flag = state; flag < state + 4; flag += 1) {
        const cost = (prefix[flag] as number) + (suffix[flag] as number);
        if (cost < best) {
          best = cost;
          which = flag;
        }
      }
      if (Number.isFinite(best)) {
        leads.push({ cost: best + route.surcharge, route, states: () => pathThrough(run, column, which) });
      }
    }
  });
  return leads;
}

function realise(lead: Lead): FoundPath {
  return { path: lead.route.expand(lead.states()), cost: lead.cost, mirrored: lead.route.mirrored };
}

/** Spells leads out, cheapest first, each set of strings and fingers once. */
function distinct(leads: readonly Lead[]): FoundPath[] {
  const seen = new Set<string>();
  const found: FoundPath[] = [];
  for (const lead of leads) {
    if (found.length === CHOICE.compared) break;
    const way = realise(lead);
    const key = way.path.map((note) => note.string * 6 + note.rank).join();
    if (seen.has(key)) continue;
    seen.add(key);
    found.push(way);
  }
  return found;
}
