import type { InstrumentId } from '../instruments/instrument.ts';
import { passageOf } from '../study/notes.ts';
import { readRecipe, type Pin, type Recipe } from '../study/recipe.ts';
import { fingerPassage, type Way } from './fingering.ts';
import { pathCost } from './path-cost.ts';
import { matches, readTokens, type ReferenceCase } from './reference/case.ts';
import { pose, solveBest } from './solve.ts';
import { TERM_IDS, TERMS, type CostTable } from './terms.ts';

/** What a fit moved, and how well a table does. */
export interface Fit {
  readonly table: CostTable;
  /** Ids of the cases the table still misses. */
  readonly missed: readonly string[];
}

/** A fitted weight stays near its first value; `strength` is what a unit of violation is worth. */
const FIT = { rounds: 14, sweeps: 400, rate: 0.02, strength: 4, firstMargin: 0.3, offeredSlack: 2.5 } as const;

/**
 * Fits a table to the reference cases of one instrument.
 *
 * The cost is linear in the weights, so each case that is missed gives one linear wish: the
 * reference must cost less than the way that beat it. Wishes are gathered round by round (a
 * cutting-plane fit) and met by small steps that keep every weight within the bounds of its term
 * and near the table it began with.
 */
export function fitTable(cases: readonly ReferenceCase[], start: CostTable): Fit {
  let table = start;
  let best: Fit = { table, missed: missedCases(cases, table) };
  const wishes: Wish[] = [];
  for (let round = 0; round < FIT.rounds && best.missed.length > 0; round += 1) {
    for (const reference of cases) {
      const wish = wishOf(reference, table);
      if (wish) wishes.push(wish);
    }
    table = satisfy(wishes, start);
    const missed = missedCases(cases, table);
    if (missed.length < best.missed.length) best = { table, missed };
  }
  return best;
}

/** The cases a table misses. */
export function missedCases(cases: readonly ReferenceCase[], table: CostTable): string[] {
  return cases.filter((reference) => !holds(reference, table)).map((reference) => reference.id);
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
  const recipe = readRecipe(reference.recipe);
  if (!recipe.ok) return { top: 0, ways: [] };
  const passage = passageOf(recipe.value);
  if (!passage.ok) return { top: 0, ways: [] };
  const ways = fingerPassage(recipe.value, passage.value, table);
  return { recipe: recipe.value, top: passage.value.top, ways: ways.ok ? ways.value : [] };
}

function wishOf(reference: ReferenceCase, table: CostTable): Wish | undefined {
  const { recipe, top, ways } = worked(reference, table);
  if (!recipe) return undefined;
  const rank = ways.findIndex((way) => matches(reference, way.fingers, top));
  if (rank === 0) return undefined;
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
  const posed = pose(recipe, passage.value, table);
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
