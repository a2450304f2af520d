import { noProgress, type OnProgress } from '../../base/index.ts';
import type { Instrument } from '../../instruments/index.ts';
import { sameHand, type Candidate } from './candidate.ts';
import { countsOf, offends, speaksFor, type Counts } from './counts.ts';
import {
  bestPath,
  pathThrough,
  stateOffsets,
  sweep,
  sweepForward,
  tracedBack,
  type Lattice,
  type Sweep,
} from './lattice.ts';
import type { Task } from './problem.ts';
import { candidateIn, STATES } from './state.ts';
import { nowhere } from './walk.ts';
import { difference } from './difference.ts';
import type { Posed, Route } from './routes.ts';
import type { FoundPath } from './found-path.ts';

/** A system's best form for the passage. */
export interface Form {
  readonly system: { readonly name: string };
  readonly found: FoundPath;
}

/** How free ways are chosen: by cost against distance. */
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
 * In music that goes as it will one place fingered otherwise is a way of its own, however long the whole
 * is; and more of the cheapest are looked at, since most differ in one finger alone.
 */
const FREE_CHOICE = { leastNotes: 2, compared: 480 } as const;

/** A route swept: both ways, or forward alone where nothing but its best fingering is asked for. */
export interface SweptRoute {
  readonly route: Route;
  readonly run: Sweep;
  readonly bothWays: boolean;
}

/** Everything swept once, and the best fingering of it. */
export interface PreparedChoice {
  readonly posed: Posed;
  readonly swept: readonly SweptRoute[];
  readonly best: FoundPath;
}

/** Sweeps the routes of a passage and finds the cheapest fingering; `undefined` when the hand can play none. */
export function prepareChoice(posed: Posed, count: number): PreparedChoice | undefined {
  // Where the way down can mirror the way up, other ways do: variants of the way down alone would
  // crowd out other ways up. Pins may leave no mirror to a system.
  const mirrors = posed.routes.some((route) => route.mirrored);
  const pinned = posed.problem.notes.some((note) => note.pinned);
  const swept = posed.routes.map((route) => {
    const bothWays = count > 1 && (pinned || route.mirrored === mirrors);
    const run = bothWays ? sweep(route.lattice) : { ...sweepForward(route.lattice), suffix: NONE, after: NO_STATES };
    return { route, run, bothWays };
  });
  const leads = swept.flatMap(({ route, run }) => throughBest(route, run)).sort((a, b) => a.cost - b.cost);
  return leads[0] && { posed, swept, best: realise(leads[0]) };
}

const NONE = new Float64Array(0);
const NO_STATES = new Int32Array(0);

/**
 * Chooses up to `count` fingerings: the cheapest; then the systems that apply, each in its best
 * form; then free ones that are genuinely different.
 *
 * For every note and every way to sound it the cheapest fingering through that place is known
 * exactly from two sweeps of a route; these are the pool of the free ways. Each next one is the
 * cheapest once its difference from all chosen ones is counted in its favour, and only where some
 * count speaks for it. A way that differs in two places at once is no cheapest way through either:
 * so the first shift of each chosen free way is held fast, the rest swept again, and the choice made
 * again from the wider pool.
 */
export function chooseWays(
  { posed, swept, best }: PreparedChoice,
  forms: Iterable<Form>,
  { passage, hand }: Task,
  count: number,
  onProgress: OnProgress = noProgress,
): FoundPath[] {
  const named = withSystems(best, forms, count);
  if (named.length >= count) return named.sort((a, b) => a.cost - b.cost);
  const mirrors = posed.routes.some((route) => route.mirrored);
  const limit = best.cost * CHOICE.dearest + CHOICE.slack;
  const leads = swept.flatMap(({ route, run }) => [
    ...throughBest(route, run).filter((lead) => lead.cost <= limit),
    ...(route.mirrored === mirrors ? throughAll(route, run, limit) : []),
  ]);
  leads.sort((a, b) => a.cost - b.cost);
  const free = passage.course === 'free';
  const compared = free ? FREE_CHOICE.compared : CHOICE.compared;
  const share = CHOICE.leastShare * (passage.top || best.path.length);
  const least = free ? FREE_CHOICE.leastNotes : Math.max(CHOICE.leastNotes, share);
  const choose = (pool: readonly Lead[]): Chosen[] =>
    pick(distinct(pool, compared, onProgress), named, passage.top, least, hand.instrument, count);

  const chosen = choose(leads);
  // In music that goes as it will its first shift is no more than one place of many.
  if (free) return chosen.map(({ found }) => found).sort((a, b) => a.cost - b.cost);
  const wider = chosen.flatMap(({ lead }) => {
    const source = lead && swept.find(({ route }) => route === lead.route);
    return lead && source ? throughFirstShift(source, lead, limit) : [];
  });
  const all = wider.length > 0 ? choose([...leads, ...wider].sort((a, b) => a.cost - b.cost)) : chosen;
  return all.map(({ found }) => found).sort((a, b) => a.cost - b.cost);
}

/** The best way and the forms of the systems, each fingering once, with the names of all systems it is a form of. */
function withSystems(best: FoundPath, forms: Iterable<Form>, count: number): FoundPath[] {
  const byKey = new Map([[keyOf(best), best]]);
  for (const { system, found } of forms) {
    const key = keyOf(found);
    const known = byKey.get(key);
    const one = known ?? found;
    byKey.set(key, { ...one, systems: [...(one.systems ?? []), system.name] });
    if (byKey.size >= count) break;
  }
  return [...byKey.values()];
}

/** Strings and fingers of a fingering, as one text. */
function keyOf({ path }: FoundPath): string {
  let key = '';
  for (const { string, rank } of path) key += String.fromCharCode(FIRST_LETTER + string * RANKS + rank);
  return key;
}

const FIRST_LETTER = 65;
/** Fingers a string may be sounded with: open, thumb and four. */
const RANKS = 6;

/** A fingering known by its cost and where to find it, not yet spelled out. */
interface Lead {
  readonly cost: number;
  readonly route: Route;
  /** The lattice it is the cheapest fingering through one place of, and the place's first state there. */
  readonly lattice: Lattice;
  readonly place: number;
  readonly states: () => readonly number[];
  /** Traced, spelled out and compared once. */
  path?: readonly number[];
  found?: FoundPath;
  standing?: Standing;
}

/** How a free fingering stands to those that are chosen before any free one. */
interface Standing {
  readonly counts: Counts;
  /** Its difference from the nearest of them. */
  readonly apart: number;
  /** Some count speaks for it against each, and none against it altogether. */
  readonly spokenFor: boolean;
}

/** A fingering spelled out, with the lead it came from. */
interface Chosen {
  readonly found: FoundPath;
  readonly lead: Lead | undefined;
}

/** A lead spelled out, to choose from. */
interface Spelled extends Chosen {
  readonly lead: Lead;
}

/** Adds free fingerings out of a pool sorted by cost to those chosen already, `least` notes apart, up to `count`. */
function pick(
  pool: readonly Spelled[],
  named: readonly FoundPath[],
  top: number,
  least: number,
  instrument: Instrument,
  count: number,
): Chosen[] {
  const chosen: Chosen[] = named.map((found) => ({ found, lead: undefined }));
  const counted = named.map((found) => countsOf(found, instrument));
  const standingOf = ({ path }: FoundPath, counts: Counts): Standing => ({
    counts,
    apart: named.reduce((less, other) => Math.min(less, difference(path, other.path, top)), Number.POSITIVE_INFINITY),
    spokenFor: !offends(counts, counted[0] ?? counts) && counted.every((other) => speaksFor(counts, other)),
  });
  let rest = pool.flatMap((candidate) => {
    const { lead, found } = candidate;
    lead.standing ??= standingOf(found, countsOf(found, instrument));
    const { counts, apart, spokenFor } = lead.standing;
    return spokenFor ? [{ candidate, counts, apart }] : [];
  });
  while (chosen.length < count) {
    let next: (typeof rest)[number] | undefined;
    let merit = Number.POSITIVE_INFINITY;
    for (const one of rest) {
      if (one.apart < least) continue;
      const value = one.candidate.found.cost - CHOICE.worth * Math.min(one.apart, CHOICE.enough);
      if (value < merit) {
        merit = value;
        next = one;
      }
    }
    if (!next) break;
    chosen.push(next.candidate);
    const { counts } = next;
    const { path } = next.candidate.found;
    rest = rest.filter((one) => speaksFor(one.counts, counts));
    for (const one of rest) one.apart = Math.min(one.apart, difference(one.candidate.found.path, path, top));
  }
  return chosen;
}

/** The cheapest fingering of a route. */
function throughBest(route: Route, run: Sweep): Lead[] {
  if (!Number.isFinite(run.best)) return [];
  const { lattice } = route;
  return [{ cost: run.best + route.surcharge, route, lattice, place: NOWHERE, states: () => bestPath(lattice, run) }];
}

/** The cheapest fingering of a route through every place of it, up to a cost. */
function throughAll(route: Route, run: Sweep, limit: number): Lead[] {
  return route.lattice.columns.flatMap((_, column) => throughColumn(route, route.lattice, run, column, [], limit));
}

/** The place of a lead that is the cheapest of all. */
const NOWHERE = -1;

/** The cheapest fingering through each candidate of one column, after the states already fixed, up to a cost. */
function throughColumn(
  route: Route,
  lattice: Lattice,
  run: Sweep,
  column: number,
  before: readonly number[],
  limit: number,
): Lead[] {
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
    if (best + route.surcharge <= limit) {
      leads.push({
        cost: best + route.surcharge,
        route,
        lattice,
        place: at,
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
function throughFirstShift({ route, run, bothWays }: SweptRoute, lead: Lead, limit: number): Lead[] {
  const states = tracedOnce(lead);
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
  // What lies behind the state costs what it did.
  const from = offsets[column] as number;
  const rest = bothWays
    ? { ...sweepForward(lattice), suffix: run.suffix.subarray(from), after: run.after.subarray(from) }
    : sweep(lattice);
  const before = tracedBack(route.lattice, run.before, column, state);
  return later.flatMap((_, k) => (k === 0 ? [] : throughColumn(route, lattice, rest, k, before, limit)));
}

function tracedOnce(lead: Lead): readonly number[] {
  return (lead.path ??= lead.states());
}

function realise(lead: Lead): FoundPath {
  lead.found ??= {
    path: lead.route.read(tracedOnce(lead)),
    cost: lead.cost,
    mirrored: lead.route.mirrored,
    charges: lead.route.charges,
  };
  return lead.found;
}

/**
 * Spells leads out, cheapest first, each set of strings and fingers once. Most places lie on fingerings that are
 * spelled out already: the cheapest through such a place, where it costs as much, is one of these.
 */
function distinct(leads: readonly Lead[], compared: number, onProgress: OnProgress): Spelled[] {
  const seen = new Set<string>();
  const list: Spelled[] = [];
  const costs = new Map<Lattice, Float64Array>();
  for (const lead of leads) {
    if (list.length === compared) break;
    const known = costs.get(lead.lattice) ?? new Float64Array(lead.lattice.offsets.at(-1) ?? 0).fill(UNKNOWN);
    costs.set(lead.lattice, known);
    if (lead.place !== NOWHERE && lead.cost - (known[lead.place] as number) < SAME) continue;
    const found = realise(lead);
    notePlaces(lead, known);
    const key = keyOf(found);
    if (seen.has(key)) continue;
    seen.add(key);
    list.push({ found, lead });
    onProgress(list.length / compared);
  }
  return list;
}

/** Costs closer than this are one. */
const SAME = 1e-9;
const UNKNOWN = Number.NEGATIVE_INFINITY;

/** Notes of every place a fingering takes in its lattice what the fingering costs, where none was cheaper. */
function notePlaces(lead: Lead, known: Float64Array): void {
  const { columns, offsets } = lead.lattice;
  const path = tracedOnce(lead);
  const earlier = path.length - columns.length;
  columns.forEach((_, k) => {
    const state = path[earlier + k] as number;
    const place = (offsets[k] as number) + state - (state % STATES);
    if (known[place] === UNKNOWN) known[place] = lead.cost;
  });
}
