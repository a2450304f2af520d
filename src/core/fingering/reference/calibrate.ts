import { passageOf, parallelMajor, type Passage } from '../../passage/index.ts';
import { type Pin, readRecipe, type Recipe, handOf } from '../../recipe/index.ts';
import type { InstrumentId } from '../../instruments/index.ts';
import { fingerPassage, type Task, type Way } from '../fingering.ts';
import { pathCost } from '../search/path-cost.ts';
import { matches, readTokens, type ReferenceCase } from './case.ts';
import { EngineMemory } from '../search/memory.ts';
import { pose, solveBest } from '../search/routes.ts';
import { TERM_IDS, TERMS, type CostTable } from '../../schools/index.ts';

/** What a fit moved, and how well a table does. */
export interface Fit {
  readonly table: CostTable;
  /** Ids of the cases the table still misses. */
  readonly missed: readonly string[];
  /** Ids of the cases missed under any table tried: without one of the others the fit would have gone the same way. */
  readonly touched: ReadonlySet<string>;
}

/** A fitted weight stays near its first value; `strength` is what a unit of violation is worth. */
const FIT = {
  rounds: 12,
  patience: 3,
  sweeps: 400,
  rate: 0.02,
  strength: 4,
  firstMargin: 0.3,
  offeredSlack: 2.5,
} as const;

/**
 * Fits a table to the reference cases of one instrument.
 *
 * The cost is linear in the weights, so each case that is missed gives one linear wish: the
 * reference must cost less than the way that beat it. Wishes are gathered round by round (a
 * cutting-plane fit) and met by small steps that keep every weight within the bounds of its term
 * and near the table it began with. It ends when nothing is missed, or nothing gets better.
 */
export function fitTable(cases: readonly ReferenceCase[], start: CostTable): Fit {
  let table = start;
  let missed = cases.filter((reference) => !holds(reference, table));
  const touched = new Set(missed.map((reference) => reference.id));
  let best = { table, missed };
  const wishes: Wish[] = [];
  let stale = 0;
  for (let round = 0; round < FIT.rounds && missed.length > 0 && stale < FIT.patience; round += 1) {
    wishes.push(...missed.flatMap((reference) => wishOf(reference, table) ?? []));
    table = satisfy(wishes, start);
    const trial = table;
    missed = cases.filter((reference) => !holds(reference, trial));
    for (const reference of missed) touched.add(reference.id);
    stale = missed.length < best.missed.length ? 0 : stale + 1;
    if (stale === 0) best = { table, missed };
  }
  return { table: best.table, missed: best.missed.map((reference) => reference.id), touched };
}

/** Cases that hold when each in turn is left out of the fit. */
export function leaveOneOut(cases: readonly ReferenceCase[], start: CostTable, whole: Fit): readonly ReferenceCase[] {
  return cases.filter((one) => {
    // A case that was never missed gave the fit no wish: the fit without it is the fit with it.
    if (!whole.touched.has(one.id)) return true;
    const others = cases.filter((other) => other !== one);
    return holds(one, fitTable(others, start).table);
  });
}

/** True when the engine gives a case as it is asked, under a table. */
export function holds(reference: ReferenceCase, table: CostTable): boolean {
  const { recipe, top, ways } = worked(reference, table);
  if (!recipe) return false;
  const rank = ways.findIndex((way) => matches(reference, way.fingers, top));
  return reference.rank === 'first' ? rank === 0 : rank >= 0;
}

/** Where each of a list of instruments' cases belong. */
export function casesOf(cases: readonly ReferenceCase[], instrument: InstrumentId): ReferenceCase[] {
  return cases.filter((reference) => reference.recipe.instrument === instrument);
}

/** Amounts by which a reference exceeds the way that beat it; their weighted sum should be at most `room`. */
interface Wish {
  readonly excess: Float64Array;
  readonly room: number;
}

function worked(reference: ReferenceCase, table: CostTable): { recipe?: Recipe; top: number; ways: readonly Way[] } {
  // Where the best way is asked for, the others need not be looked for.
  const recipe = readRecipe(reference.rank === 'first' ? { ...reference.recipe, ways: 1 } : reference.recipe);
  if (!recipe.ok) return { top: 0, ways: [] };
  const passage = passageOf(recipe.value);
  if (!passage.ok) return { top: 0, ways: [] };
  const ways = fingerPassage(taskUnder(recipe.value, passage.value, table), recipe.value.ways);
  return { recipe: recipe.value, top: passage.value.top, ways: ways.ok ? ways.value : [] };
}

/** What the engine fingers for a recipe, under a table on trial. */
function taskUnder(recipe: Recipe, passage: Passage, table: CostTable): Task {
  return { passage, hand: handOf(recipe, table), kin: parallelMajor(recipe) };
}

function wishOf(reference: ReferenceCase, table: CostTable): Wish | undefined {
  const read = readRecipe(reference.recipe);
  const passage = read.ok ? passageOf(read.value) : read;
  if (!read.ok || !passage.ok) return undefined;
  const recipe = read.value;
  const { top } = passage.value;
  const wanted = amountsOf({ ...recipe, pins: [...recipe.pins, ...pinsFor(reference, recipe, top)], ways: 1 }, table);
  const winner = amountsOf({ ...recipe, ways: 1 }, table);
  if (!wanted || !winner) return undefined;
  const excess = wanted.map((amount, term) => amount - (winner[term] as number));
  return { excess, room: reference.rank === 'first' ? -FIT.firstMargin : FIT.offeredSlack };
}

/** Pins that leave a recipe only its reference fingering. */
function pinsFor(reference: ReferenceCase, recipe: Recipe, top: number): Pin[] {
  const { up, down, tail, fingersUp } = reference.expected;
  const pinned = new Set(recipe.pins.map((pin) => pin.at));
  const free = (pins: Pin[]): Pin[] => pins.filter((pin) => !pinned.has(pin.at));
  if (fingersUp !== undefined) {
    return free(readTokens(`?:${fingersUp}`).map((note, at) => ({ at, finger: note.finger })));
  }
  const upwards = readTokens(tail ?? up ?? '');
  const pins: Pin[] = upwards.map((note, k) => ({ at: top + 1 - upwards.length + k, ...note }));
  if (down !== undefined) readTokens(down).forEach((note, k) => pins.push({ at: top + 1 + k, ...note }));
  else if (recipe.direction === 'up-down') {
    upwards.slice(0, -1).forEach((note, k) => pins.push({ at: top + upwards.length - 1 - k, ...note }));
  }
  return free(pins);
}

function amountsOf(recipe: Recipe, table: CostTable): Float64Array | undefined {
  const passage = passageOf(recipe);
  if (!passage.ok) return undefined;
  const posed = pose(taskUnder(recipe, passage.value, table), new EngineMemory());
  if (!posed.ok) return undefined;
  const best = solveBest(posed.value);
  if (!best) return undefined;
  const { amounts } = pathCost(posed.value.problem, best.path, best.route.charges);
  return Float64Array.from(TERM_IDS, (id) => amounts[id] ?? 0);
}

/** Weights near `start`, within their bounds, that meet the wishes as well as they can. */
function satisfy(wishes: readonly Wish[], start: CostTable): CostTable {
  const home = Float64Array.from(TERM_IDS, (id) => start[id]);
  const weights = home.slice();
  for (let sweep = 0; sweep < FIT.sweeps; sweep += 1) {
    const rate = FIT.rate / (1 + sweep / 60);
    for (const wish of wishes) {
      let sum = 0;
      for (let term = 0; term < weights.length; term += 1)
        sum += (weights[term] as number) * (wish.excess[term] as number);
      if (sum <= wish.room) continue;
      TERM_IDS.forEach((id, term) => {
        const scale = Math.max(0.15, Math.abs(home[term] as number));
        const pull = rate * FIT.strength * scale * scale * Math.max(-4, Math.min(4, wish.excess[term] as number));
        weights[term] = clamp((weights[term] as number) - pull, TERMS[id].least, TERMS[id].most);
      });
    }
    for (let term = 0; term < weights.length; term += 1) {
      weights[term] = (weights[term] as number) + rate * ((home[term] as number) - (weights[term] as number));
    }
  }
  return Object.fromEntries(
    TERM_IDS.map((id, term) => [id, Math.round((weights[term] as number) * 1000) / 1000]),
  ) as CostTable;
}

function clamp(value: number, least: number, most: number): number {
  return Math.min(most, Math.max(least, value));
}
