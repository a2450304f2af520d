import { bowStrokes } from '../../bowing/bow.ts';
import { TICKS_PER_BEAT, timeNotes } from '../../bowing/rhythm.ts';
import { framesOf, handSystemOf } from '../../instruments/instrument.ts';
import type { Finger } from '../../instruments/frame.ts';
import { instrumentFor } from '../../instruments/set-up.ts';
import type { Passage } from '../../passage/passage.ts';
import { schoolOf, type Recipe } from '../../recipe/recipe.ts';
import { granted, refused, type Outcome } from '../../base/outcome.ts';
import { choicesOf, stringIndex, type ChoiceRules, type GroupFinger, type PlacedPin } from './choices.ts';
import type { KeptShifts } from './kept-shifts.ts';
import type { Pairing } from './mirrored.ts';
import { movableGroups } from '../../schools/movable-groups.ts';
import { makeSetting, type Setting, type StepContext } from './setting.ts';
import type { CostTable } from '../../schools/terms.ts';
import type { Problem } from './traversal.ts';

/**
 * What the search has to solve for a recipe and its notes: the choices of every note and the steps
 * between them. `kept` narrows the way up to the strings and the shifts of another study.
 */
export function problemOf(recipe: Recipe, passage: Passage, table: CostTable, kept?: KeptShifts): Outcome<Problem> {
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const setting = makeSetting(
    {
      instrument,
      frames: framesOf(instrument, handSystemOf(recipe)),
      handSystem: handSystemOf(recipe),
      chromatic: recipe.form === 'chromatic',
      stepwise: recipe.figure === 'scale',
      turning: recipe.figure !== 'scale' && recipe.figure !== 'arpeggio',
      returnRule: recipe.direction === 'up-down' ? recipe.return : 'auto',
    },
    table,
  );
  const rules = readRules(recipe, passage, setting, kept);
  if (!rules.ok) return rules;
  const choices = choicesOf(passage, rules.value);
  if (!choices.ok) return choices;
  return granted({
    setting,
    notes: choices.value,
    steps: stepsOf(recipe, passage, rules.value.groups, kept),
    endsAtTop: recipe.direction === 'up',
  });
}

function readRules(
  recipe: Recipe,
  passage: Passage,
  setting: Setting,
  kept: KeptShifts | undefined,
): Outcome<ChoiceRules> {
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
  const groups = groupFingers(recipe.groups ?? schoolGroups(recipe, passage), recipe, passage);
  if (!groups.ok) return groups;
  return granted({
    setting,
    hands: [recipe.positions?.low ?? 0, recipe.positions?.high ?? 99],
    strings: [...new Set(strings)],
    openStrings: recipe.openStrings,
    pins,
    groups: groups.value,
    keptStrings: kept?.strings ?? new Map<number, number>(),
  });
}

/** The finger groups of a movable school, where the study is a scale that has them. */
function schoolGroups(recipe: Recipe, passage: Passage): readonly string[] | undefined {
  if (!schoolOf(recipe)?.rules.movable || recipe.figure !== 'scale' || recipe.direction === 'down') return undefined;
  const rising = passage.notes.filter((note) => note.heading === 'up' && !note.added);
  return movableGroups(
    recipe.instrument,
    rising.map((note) => note.pitch.midi),
  );
}

/** Spreads prescribed finger groups over the way up, and over the way down read backwards. */
function groupFingers(
  groups: readonly string[] | undefined,
  recipe: Recipe,
  passage: Passage,
): Outcome<ReadonlyMap<number, GroupFinger>> {
  const result = new Map<number, GroupFinger>();
  if (!groups) return granted(result);
  if (recipe.direction === 'down') {
    return refused('groups', 'Finger groups are given for the way up. Choose up, or up and down.');
  }
  const fingers = groups.flatMap((text, group) =>
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

function stepsOf(
  recipe: Recipe,
  passage: Passage,
  groups: ReadonlyMap<number, GroupFinger>,
  kept: KeptShifts | undefined,
): StepContext[] {
  const { notes, top } = passage;
  const highest = Math.max(...notes.map((note) => note.pitch.midi));
  const pinned = new Set(recipe.pins.map((pin) => pin.at));
  const changes = new Set(recipe.fitBow ? bowStrokes(passage, recipe.bowing).map((stroke) => stroke.from) : []);
  const beats = new Set(
    (recipe.fitBow ? timeNotes(passage, recipe.bowing, recipe.form === 'chromatic') : [])
      .filter((note) => note.onset % TICKS_PER_BEAT === 0)
      .map((note) => note.at),
  );
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
      // A pin beats the group and the kept shifts it stands in: its note may leave the hand.
      bound:
        !pinned.has(to.at) &&
        !pinned.has(from.at) &&
        ((kept?.sameHand.has(to.at) ?? false) || (group !== undefined && group.group === groups.get(from.at)?.group)),
      bow: !recipe.fitBow ? 'any' : changes.has(to.at) ? 'change' : beats.has(to.at) ? 'slur on the beat' : 'slur',
    };
  });
}

/** Notes of an up-and-down study that sound alike going up and coming down, lowest first. */
export function pairsOf(passage: Passage): Pairing[] {
  const up = passage.notes.filter((note) => note.heading === 'up' && !note.added);
  const down = passage.notes.filter((note) => note.heading === 'down' && note.added !== 'closing').reverse();
  const pairs: Pairing[] = [];
  up.forEach((there, place) => {
    const back = down[place] ?? (place === up.length - 1 ? there : undefined);
    if (back && there.pitch.midi === back.pitch.midi) pairs.push({ up: there.at, down: back.at });
  });
  return pairs;
}
