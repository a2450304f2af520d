import { sameHand, type Candidate } from './candidate.ts';
import { bestPath, pathThrough, stateOffsets, sweep, type Lattice, type Sweep } from './lattice.ts';
import { candidateIn, STATES } from './state.ts';
import { nowhere } from './walk.ts';
import { difference } from './difference.ts';
import type { Posed, Route } from './routes.ts';

/** A fingering on offer: its notes and its cost. */
export interface FoundPath {
  readonly path: Candidate[];
  readonly cost: number;
  readonly mirrored: boolean;
  /** Terms paid once for the whole passage. */
  readonly charges: Route['charges'];
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
  compared: 120,
} as const;

/**
 * Chooses up to `count` fingerings that are genuinely different, the first always the cheapest.
 *
 * For every note and every way to sound it the cheapest fingering through that place is known
 * exactly from two sweeps of a route; these are the pool. Each next way is the one that is cheapest
 * once its difference from all chosen ones is counted in its favour. A way that differs in two
 * places at once is no cheapest way through either: so the first shift of each chosen way is held
 * fast, the rest swept again, and the choice made anew from the wider pool.
 *
 * The best way of `pattern`, a problem under a stricter rule, is offered whatever it costs, for the
 * sake of its pattern.
 */
export function chooseWays(posed: Posed, pattern: Posed | undefined, top: number, count: number): FoundPath[] {
  // Where the way down can mirror the way up, other ways do: variants of the way down alone would
  // crowd out other ways up.
  const mirrors = posed.routes.some((route) => route.mirrored);
  const swept = posed.routes.map((route) => ({ route, run: sweep(route.lattice) }));
  const leads = swept.flatMap(({ route, run }) => throughAll(route, run, count > 1 && route.mirrored === mirrors));
  leads.sort((a, b) => a.cost - b.cost);
  const best = leads[0];
  if (!best) return [];
  const first = realise(best);
  if (count === 1) return [first];
  const patterned = pattern && bestOf(pattern);
  const limit = first.cost * CHOICE.dearest + CHOICE.slack;
  const choose = (pool: readonly Lead[]): Chosen[] =>
    pick(distinct(pool.filter((lead) => lead.cost <= limit)), { found: first, lead: best }, patterned, top, count);

  const chosen = choose(leads);
  const wider = chosen.slice(1).flatMap(({ lead }) => {
    const source = lead && swept.find(({ route }) => route === lead.route);
    return lead && source ? throughFirstShift(source.route, source.run, lead) : [];
  });
  const all = wider.length > 0 ? choose([...leads, ...wider].sort((a, b) => a.cost - b.cost)) : chosen;
  return all.map(({ found }) => found).sort((a, b) => a.cost - b.cost);
}

/** A fingering known by its cost and where to find it, not yet spelled out. */
interface Lead {
  readonly cost: number;
  readonly route: Route;
  readonly states: () => readonly number[];
  /** Spelled out once, when first compared. */
  found?: FoundPath;
}

/** A fingering spelled out, with the lead it came from. */
interface Chosen {
  readonly found: FoundPath;
  readonly lead: Lead | undefined;
}

/** Takes `count` fingerings out of a pool sorted by cost, `first` among them. */
function pick(
  pool: readonly Chosen[],
  first: Chosen,
  patterned: FoundPath | undefined,
  top: number,
  count: number,
): Chosen[] {
  const chosen: Chosen[] = [first];
  const least = Math.max(CHOICE.leastNotes, CHOICE.leastShare * (top || first.found.path.length));
  const rest = pool.map((candidate) => ({
    candidate,
    apart: difference(candidate.found.path, first.found.path, top),
  }));
  const take = (next: Chosen): void => {
    chosen.push(next);
    for (const other of rest)
      other.apart = Math.min(other.apart, difference(other.candidate.found.path, next.found.path, top));
  };
  if (patterned && difference(patterned.path, first.found.path, top) > 0) take({ found: patterned, lead: undefined });
  while (chosen.length < count) {
    let next: Chosen | undefined;
    let merit = Number.POSITIVE_INFINITY;
    for (const { candidate, apart } of rest) {
      if (apart < least) continue;
      const value = candidate.found.cost - CHOICE.worth * Math.min(apart, CHOICE.enough);
      if (value < merit) {
        merit = value;
        next = candidate;
      }
    }
    if (!next) break;
    take(next);
  }
  return chosen;
}

/** The cheapest fingering of a problem. */
function bestOf(posed: Posed): FoundPath | undefined {
  const leads = posed.routes.flatMap((route) => throughAll(route, sweep(route.lattice), false));
  const best = leads.sort((a, b) => a.cost - b.cost)[0];
  return best && realise(best);
}

/** The cheapest fingering of a route and, for `all`, the cheapest through every place of it. */
function throughAll(route: Route, run: Sweep, all: boolean): Lead[] {
  if (!Number.isFinite(run.best)) return [];
  const leads: Lead[] = [{ cost: run.best + route.surcharge, route, states: () => bestPath(route.lattice, run) }];
  if (!all) return leads;
  route.lattice.columns.forEach((_, column) => leads.push(...throughColumn(route, route.lattice, run, column, [])));
  return leads;
}

/** The cheapest fingering through each candidate of one column, after the states already fixed. */
function throughColumn(route: Route, lattice: Lattice, run: Sweep, column: number, before: readonly number[]): Lead[] {
  const leads: Lead[] = [];
  const begin = lattice.offsets[column] as number;
  const end = lattice.offsets[column + 1] as number;
  for (let at = begin; at < end; at += STATES) {
    let best = Number.POSITIVE_INFINITY;
    let which = 0;
    for (let flagged = at; flagged < at + STATES; flagged += 1) {
      const cost = (run.prefix[flagged] as number) + (run.suffix[flagged] as number);
      if (cost < best) {
        best = cost;
        which = flagged - begin;
      }
    }
    if (Number.isFinite(best)) {
      leads.push({
        cost: best + route.surcharge,
        route,
        states: () => [...before, ...pathThrough(lattice, run, column, which)],
      });
    }
  }
  return leads;
}

/**
 * With the hand that a lead first shifts to held fast, the cheapest fingerings through every later
 * place: the rest of the lattice, swept from that one state.
 */
function throughFirstShift(route: Route, run: Sweep, lead: Lead): Lead[] {
  const states = lead.states();
  const hands = states.map(
    (state, k) => (route.lattice.columns[k] as readonly Candidate[])[candidateIn(state)] as Candidate,
  );
  const column = hands.findIndex(
    (note, k) =>
      k > 0 && note.rank !== 0 && !sameHand(note, hands[k - 1] as Candidate) && (hands[k - 1] as Candidate).hand !== 0,
  );
  if (column < 0 || column >= states.length - 1) return [];
  const state = states[column] as number;
  const { columns, links, offsets } = route.lattice;
  const start = nowhere(columns[column] as readonly Candidate[]);
  start[state] = run.prefix[(offsets[column] as number) + state] as number;
  const later = columns.slice(column);
  const lattice = { ...route.lattice, columns: later, links: links.slice(column), offsets: stateOffsets(later), start };
  const rest = sweep(lattice);
  const before = pathThrough(route.lattice, run, column, state).slice(0, column);
  return later.flatMap((_, k) => (k === 0 ? [] : throughColumn(route, lattice, rest, k, before)));
}

function realise(lead: Lead): FoundPath {
  lead.found ??= {
    path: lead.route.read(lead.states()),
    cost: lead.cost,
    mirrored: lead.route.mirrored,
    charges: lead.route.charges,
  };
  return lead.found;
}

/** Spells leads out, cheapest first, each set of strings and fingers once. */
function distinct(leads: readonly Lead[]): Chosen[] {
  const seen = new Set<string>();
  const list: Chosen[] = [];
  for (const lead of leads) {
    if (list.length === CHOICE.compared) break;
    const found = realise(lead);
    const key = found.path.map((note) => note.string * 6 + note.rank).join();
    if (seen.has(key)) continue;
    seen.add(key);
    list.push({ found, lead });
  }
  return list;
}
