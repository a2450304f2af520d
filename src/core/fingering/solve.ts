import { framesOf, INSTRUMENT_TABLE, type HandSystem } from '../instruments/instrument.ts';
import type { Finger } from '../instruments/frame.ts';
import type { Passage } from '../study/notes.ts';
import type { Recipe } from '../study/recipe.ts';
import { granted, refused, type Outcome } from '../study/refusal.ts';
import type { Candidate } from './candidate.ts';
import { bestPath, sweepForward, type Chain } from './chain.ts';
import { choicesOf, stringIndex, type ChoiceRules, type GroupFinger, type PlacedPin } from './choices.ts';
import { COST_TABLES } from './cost-tables.ts';
import { MirroredPassage, rememberHands, type Pairing } from './mirrored.ts';
import { candidatesOf, oneWayChain } from './one-way.ts';
import { makeSetting, type Setting, type StepContext } from './setting.ts';
import { TERM, type CostTable } from './terms.ts';
import type { Problem } from './traversal.ts';

/** A chain to search, and how to turn one of its paths into fingered notes. */
export interface Route {
  readonly chain: Chain;
  /** The way down is the way up read backwards wherever the notes agree. */
  readonly mirrored: boolean;
  /** Charged on top of the chain's own cost. */
  readonly surcharge: number;
  readonly expand: (path: readonly number[]) => Candidate[];
}

/** A recipe ready to be searched. */
export interface Posed {
  readonly problem: Problem;
  readonly routes: readonly Route[];
  readonly pairs: readonly Pairing[];
}

/** The bass's hand system; other instruments have one hand and take the default. */
export function handSystemOf(recipe: Recipe): HandSystem {
  return recipe.handSystem ?? '1-2-4';
}

/**
 * Turns a recipe and its notes into the graphs whose cheapest paths are its fingerings: one route
 * with the way down mirrored, one with both ways free, as the recipe's way back asks.
 * `table` replaces the instrument's cost table (schools, calibration).
 */
export function pose(
  recipe: Recipe,
  passage: Passage,
  table: CostTable = COST_TABLES[recipe.instrument],
): Outcome<Posed> {
  const instrument = INSTRUMENT_TABLE[recipe.instrument];
  const setting = makeSetting(
    {
      instrument,
      frames: framesOf(instrument, handSystemOf(recipe)),
      handSystem: handSystemOf(recipe),
      chromatic: recipe.form === 'chromatic',
      stepwise: recipe.figure === 'scale',
      returnRule: recipe.direction === 'up-down' ? recipe.return : 'auto',
    },
    table,
  );
  const rules = readRules(recipe, passage, setting);
  if (!rules.ok) return rules;
  const choices = choicesOf(passage, rules.value);
  if (!choices.ok) return choices;
  const problem: Problem = {
    setting,
    notes: choices.value,
    steps: stepsOf(recipe, passage, rules.value.groups),
    endsAtTop: recipe.direction === 'up',
  };
  const pairs = recipe.direction === 'up-down' ? pairsOf(passage) : [];
  const routes: Route[] = [];
  if (recipe.return === 'auto' || recipe.return === 'mirror') {
    const mirrored = MirroredPassage.of(problem, pairs);
    if (mirrored) {
      routes.push({
        chain: mirrored.chain,
        mirrored: true,
        surcharge: 0,
        expand: (path) => mirrored.expand(path),
      });
    }
  }
  if (routes.length === 0 || recipe.return === 'auto') {
    const chain = oneWayChain(problem);
    routes.push({
      chain,
      mirrored: false,
      surcharge: routes.length === 0 ? 0 : (setting.weights[TERM['way-back-differs']] as number),
      expand: (path) => rememberHands(candidatesOf(chain, path)),
    });
  }
  return granted({ problem, routes, pairs });
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

function readRules(recipe: Recipe, passage: Passage, setting: Setting): Outcome<ChoiceRules> {
  const { instrument } = setting;
  const names = instrument.strings.map((string) => string.name);
  const unknown = (name: string): string =>
    `The ${instrument.name.toLowerCase()} has no ${name} string. Its strings are: ${names.join(', ')}.`;
  if (recipe.handSystem && recipe.instrument !== 'bass') {
    return refused('handSystem', 'Hand systems belong to the bass. Leave this out, or choose the bass.');
  }
  const strings = recipe.strings?.map((name) => stringIndex(instrument, name)) ?? names.map((_, index) => index);
  const stranger = strings.indexOf(-1);
  if (stranger >= 0) return refused(`strings.${stranger}`, unknown(recipe.strings?.[stranger] ?? ''));

  const pins = new Map<number, PlacedPin>();
  for (const [index, pin] of recipe.pins.entries()) {
    if (pin.at >= passage.notes.length) {
      return refused(
        `pins.${index}.at`,
        `This study has ${passage.notes.length} notes, counted from 0 to ${passage.notes.length - 1}: there is no note ${pin.at}.`,
      );
    }
    if (pin.string !== undefined && !names.includes(pin.string)) {
      return refused(`pins.${index}.string`, unknown(pin.string));
    }
    const before = pins.get(pin.at)?.pin;
    if (
      before &&
      ((before.string ?? pin.string) !== (pin.string ?? before.string) ||
        (before.finger ?? pin.finger) !== (pin.finger ?? before.finger))
    ) {
      return refused(
        `pins.${index}`,
        `Note ${pin.at} is pinned twice, each time to something else. Keep one of the two pins.`,
      );
    }
    pins.set(pin.at, { pin: { ...before, ...pin }, index });
  }
  const groups = groupFingers(recipe, passage);
  if (!groups.ok) return groups;
  return granted({
    setting,
    hands: [recipe.positions?.low ?? 0, recipe.positions?.high ?? 99],
    strings: [...new Set(strings)],
    openStrings: recipe.openStrings,
    pins,
    groups: groups.value,
  });
}

/** Spreads prescribed finger groups over the way up, and over the way down read backwards. */
function groupFingers(recipe: Recipe, passage: Passage): Outcome<ReadonlyMap<number, GroupFinger>> {
  const result = new Map<number, GroupFinger>();
  if (!recipe.groups) return granted(result);
  if (recipe.direction === 'down') {
    return refused('groups', 'Finger groups are given for the way up. Choose up, or up and down.');
  }
  const fingers = recipe.groups.flatMap((text, group) =>
    [...text].map((mark) => ({ finger: (mark === 'T' ? 'T' : Number(mark)) as Finger, group })),
  );
  const up = passage.notes.filter((note) => note.heading === 'up' && !note.added);
  if (fingers.length !== up.length) {
    return refused(
      'groups',
      `The way up has ${up.length} notes, the groups have ${fingers.length} fingers. They must be the same.`,
    );
  }
  const mirror = recipe.return === 'auto' || recipe.return === 'mirror';
  const down = mirror ? passage.notes.filter((note) => note.heading === 'down' && !note.added).reverse() : [];
  fingers.forEach((finger, place) => {
    const there = up[place];
    const back = down[place];
    if (there) result.set(there.at, finger);
    if (back) result.set(back.at, finger);
  });
  return granted(result);
}

function stepsOf(recipe: Recipe, passage: Passage, groups: ReadonlyMap<number, GroupFinger>): StepContext[] {
  const { notes, top } = passage;
  const highest = Math.max(...notes.map((note) => note.pitch.midi));
  return notes.slice(1).map((to, index) => {
    const from = notes[index] as (typeof notes)[number];
    const rise = to.pitch.midi - from.pitch.midi;
    const group = groups.get(to.at);
    return {
      interval: Math.abs(rise),
      direction: Math.sign(rise),
      nearTop: Math.abs(from.at - top) <= 3 && highest - Math.min(from.pitch.midi, to.pitch.midi) <= 5,
      wayDown: recipe.direction === 'up-down' && to.at > top,
      edge: (to.at === top || from.at === top) && notes.length > 2,
      // A pin beats the group it stands in: its note may leave the group's hand.
      bound:
        group !== undefined &&
        group.group === groups.get(from.at)?.group &&
        !recipe.pins.some((pin) => pin.at === to.at || pin.at === from.at),
    };
  });
}

/** Notes of an up-and-down study that sound alike going up and coming down, lowest first. */
function pairsOf(passage: Passage): Pairing[] {
  const up = passage.notes.filter((note) => note.heading === 'up' && !note.added);
  const down = passage.notes.filter((note) => note.heading === 'down' && note.added !== 'closing').reverse();
  const pairs: Pairing[] = [];
  up.forEach((there, place) => {
    const back = down[place] ?? (place === up.length - 1 ? there : undefined);
    if (back && there.pitch.midi === back.pitch.midi) pairs.push({ up: there.at, down: back.at });
  });
  return pairs;
}
