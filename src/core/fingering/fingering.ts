import type { Finger, Reach } from '../instruments/frame.ts';
import { instrumentFor } from '../instruments/set-up.ts';
import { positionName } from '../instruments/position.ts';
import type { Passage } from '../passage/passage.ts';
import type { Recipe } from '../recipe/recipe.ts';
import { granted, refused, type Outcome } from '../base/outcome.ts';
import { keySignature } from '../theory/key-signature.ts';
import { fingerOf, sameHand, type Candidate } from './search/candidate.ts';
import { movableGroups } from '../schools/movable-groups.ts';
import { pathCost } from './search/path-cost.ts';
import { pose, type Posed } from './search/solve.ts';
import { TERM_IDS, type CostTable, type TermId } from '../schools/terms.ts';
import { chooseWays, type FoundPath } from './search/ways.ts';

/** One note of a fingering. */
export interface FingeredNote {
  readonly at: number;
  readonly string: string;
  readonly finger: Finger;
  /** Semitones above the open string. */
  readonly stop: number;
  /** Stop under the first finger of the unextended hand, or under the thumb. */
  readonly hand: number;
  readonly position: string;
  readonly reach: Reach;
  /** True in thumb position, whichever finger plays. */
  readonly thumb: boolean;
}

/** A change of hand between one stopped note and the next. */
export interface Shift {
  readonly from: number;
  readonly to: number;
  /** Signed half steps the hand moves. */
  readonly semitones: number;
}

/** A change of string between neighbouring notes. */
export interface Crossing {
  readonly from: number;
  readonly to: number;
}

/** A complete fingering, with what it costs and why. */
export interface Way {
  readonly cost: number;
  /** The way down is the way up read backwards wherever the notes agree. */
  readonly mirrored: boolean;
  readonly fingers: readonly FingeredNote[];
  readonly shifts: readonly Shift[];
  readonly crossings: readonly Crossing[];
  /** Cost by term, weighted, in the order of the terms; terms that cost nothing are left out. */
  readonly terms: readonly { readonly term: TermId; readonly cost: number }[];
}

/**
 * Up to `recipe.ways` fingerings of a passage, cheapest first, each genuinely different.
 * Refuses where rules, strings, positions or pins leave no hand that can play it, naming the rule
 * that would have to give.
 */
export function fingerPassage(recipe: Recipe, passage: Passage, table?: CostTable): Outcome<readonly Way[]> {
  const posed = pose(recipe, passage, table);
  if (!posed.ok) return posed;
  const found = chooseWays(posed.value, movable(recipe, passage, table), passage.top, recipe.ways);
  if (found.length === 0) return refused(...culprit(recipe, passage));
  return granted(found.map((way) => describe(way, recipe, passage, posed.value)));
}

/** The cello's movable pattern, posed for itself, where a scale without open strings asks for it. */
function movable(recipe: Recipe, passage: Passage, table: CostTable | undefined): Posed | undefined {
  const wanted =
    recipe.instrument === 'cello' &&
    recipe.figure === 'scale' &&
    recipe.openStrings === 'never' &&
    recipe.octaves <= 2 &&
    recipe.ways > 1 &&
    recipe.direction !== 'down' &&
    recipe.groups === undefined;
  if (!wanted) return undefined;
  const rising = passage.notes.filter((note) => note.heading === 'up' && !note.added);
  const groups = movableGroups(
    'cello',
    rising.map((note) => note.pitch.midi),
  );
  const posed = groups && pose({ ...recipe, groups }, passage, table);
  return posed?.ok ? posed.value : undefined;
}

/** Finds the rule whose release makes the passage playable, to name it in the refusal. */
function culprit(recipe: Recipe, passage: Passage): [path: string, message: string] {
  const playable = (changed: Partial<Recipe>): boolean => {
    const posed = pose({ ...recipe, ...changed, ways: 1 }, passage);
    return posed.ok && chooseWays(posed.value, undefined, passage.top, 1).length > 0;
  };
  const releases: [path: string, without: Partial<Recipe>, message: string][] = [
    [
      'groups',
      { groups: undefined },
      'No hand can play these finger groups on the strings and in the positions allowed. Change the groups, or leave them out.',
    ],
    [
      'positions',
      { positions: undefined },
      'No hand can get through the study within these positions. Allow more of them.',
    ],
    [
      'strings',
      { strings: undefined },
      'The strings allowed do not lie side by side, and a scale may not jump over a string. Allow the strings between them.',
    ],
    [
      'openStrings',
      { openStrings: 'free' },
      'Without open strings no hand can get through the study. Allow them at least one way.',
    ],
    [
      'pins',
      { pins: [] },
      'No hand can play these pins one after the other. Release some of them, and the rest can stay.',
    ],
    ['return', { return: 'auto' }, 'The way down cannot come back like this. Choose another way down.'],
  ];
  for (const [path, without, message] of releases) {
    if (playable(without)) return [path, message];
  }
  return [
    'pins',
    'These rules together leave no hand that can play the study. Release the pins, or allow more strings and positions.',
  ];
}

function describe(found: FoundPath, recipe: Recipe, passage: Passage, posed: Posed): Way {
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const alter = spellingBySounding(recipe, passage);
  const hands = waitingHands(found.path);
  const fingers = found.path.map((candidate, at): FingeredNote => {
    const hand = hands[at] as Candidate;
    const string = instrument.strings[candidate.string] as (typeof instrument.strings)[number];
    return {
      at,
      string: string.name,
      finger: fingerOf(candidate),
      stop: candidate.stop,
      hand: hand.hand,
      position: positionName(instrument, hand.hand, hand.thumb, alter(string.open + hand.hand)),
      reach: candidate.reach,
      thumb: hand.thumb,
    };
  });
  const { amounts } = pathCost(posed.problem, found.path, found.charges);
  return {
    cost: round(found.cost),
    mirrored: found.mirrored,
    fingers,
    shifts: shiftsOf(found.path),
    crossings: crossingsOf(found.path),
    terms: TERM_IDS.flatMap((term, index) => {
      const amount = amounts[term];
      const cost = amount === undefined ? 0 : round(amount * (posed.problem.setting.weights[index] as number));
      return cost === 0 ? [] : [{ term, cost }];
    }),
  };
}

/** The hand at each note; before the first stopped note, the hand that note will take. */
function waitingHands(path: readonly Candidate[]): Candidate[] {
  const first = path.find((candidate) => candidate.rank !== 0);
  let last = first;
  return path.map((candidate) => {
    if (candidate.rank !== 0) last = candidate;
    return last ?? candidate;
  });
}

/** Every change of hand between one stopped note and the next, across open strings too. */
export function shiftsOf(path: readonly Candidate[]): Shift[] {
  const shifts: Shift[] = [];
  let last: { at: number; note: Candidate } | undefined;
  path.forEach((note, at) => {
    if (note.rank === 0) return;
    if (last && !sameHand(last.note, note)) {
      shifts.push({ from: last.at, to: at, semitones: note.hand - last.note.hand });
    }
    last = { at, note };
  });
  return shifts;
}

/** Every change of string between neighbouring notes. */
export function crossingsOf(path: readonly { readonly string: string | number }[]): Crossing[] {
  return path.flatMap((note, at) => {
    const before = path[at - 1];
    return before && before.string !== note.string ? [{ from: at - 1, to: at }] : [];
  });
}

/**
 * The accidental a sounding pitch carries in this study: as it is spelled in the notes, otherwise
 * as the key signature leans. Decides between a raised and a lowered position name.
 */
function spellingBySounding(recipe: Recipe, passage: Passage): (midi: number) => number {
  const spelled = new Map(passage.notes.map((note) => [note.pitch.midi % 12, note.pitch.alter]));
  const leaning = keySignature(recipe.tonic, recipe.form).fifths < 0 || recipe.tonic.includes('b') ? -1 : 1;
  return (midi) => spelled.get(midi % 12) || leaning;
}

function round(value: number): number {
  return Math.round(value * 1e6) / 1e6;
}
