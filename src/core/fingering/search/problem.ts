import { refused, type Outcome } from '../../base/index.ts';
import type { Passage, PassageNote } from '../../passage/index.ts';
import type { Hand } from '../../recipe/index.ts';
import { groupNotes, LEISURE_FROM, type Leisure, movableGroups } from '../../schools/index.ts';
import { playsGroupNote } from './candidate.ts';
import { chordPlan } from './chords.ts';
import { asPlanned, choicesOf, stringIndex, type ChoiceRules, type PlacedPin } from './choices.ts';
import type { NoteChoices } from './column.ts';
import type { EngineMemory } from './memory.ts';
import type { Pairing } from './pairing.ts';
import { bothPlans, NO_PLAN, type Plan, type PlannedPlace } from './plan.ts';
import { settingOf, type Setting } from './setting.ts';
import type { BowPlace, Step } from './step.ts';

/** A passage as the search sees it: the choices of every note and the steps between them. */
export interface Problem {
  readonly setting: Setting;
  readonly notes: readonly NoteChoices[];
  /** `steps[i]` lies between notes i and i + 1. */
  readonly steps: readonly Step[];
  /** The last note is the top: a hand taken for it alone is a visit, as no hand at a study's foot is. */
  readonly endsAtTop: boolean;
}

/** A passage to be fingered by a hand. */
export interface Task {
  readonly passage: Passage;
  readonly hand: Hand;
  /** Where each step falls in the bow, from the first to the second note on; left out where the bow does not matter. */
  readonly bows?: readonly BowPlace[];
  /** A passage of the same length whose strings and shifts are kept where they can be: a minor's parallel major. */
  readonly kin?: Passage | undefined;
}

/** What the search has to solve for a task. */
export function problemOf({ passage, hand, bows }: Task, memory: EngineMemory): Outcome<Problem> {
  const setting = settingOf(hand, passage.course, memory);
  const rules = readRules(hand, passage, setting);
  if (!rules.ok) return rules;
  const choices = choicesOf(passage, rules.value);
  if (!choices.ok) return choices;
  return {
    ok: true,
    value: {
      setting,
      notes: choices.value,
      steps: held(stepsOf(passage, bows), rules.value.plan, choices.value),
      endsAtTop: passage.course === 'up',
    },
  };
}

/** A problem narrowed by a plan, which gives no note what the rules do not; nothing if it leaves a note no place. */
export function narrowed(problem: Problem, plan: Plan): Problem | undefined {
  const { setting, steps } = problem;
  const notes = problem.notes.map((note, at) =>
    note.pinned ? note : asPlanned(note, plan.places.get(at), setting.memory),
  );
  if (notes.some(({ stopped, open }) => stopped.length + open.length === 0)) return undefined;
  return { ...problem, notes, steps: held(steps, plan, notes) };
}

/** Steps over which a plan keeps the hand. A pin beats the plan it stands in: its note may leave the hand. */
function held(steps: readonly Step[], { bound }: Plan, notes: readonly NoteChoices[]): Step[] {
  return steps.map((step, before) =>
    bound.has(before + 1) && !notes[before]?.pinned && !notes[before + 1]?.pinned ? { ...step, bound: true } : step,
  );
}

function readRules(hand: Hand, passage: Passage, setting: Setting): Outcome<ChoiceRules> {
  const { instrument } = setting;
  const names = instrument.strings.map((string) => string.name);
  const name = instrument.name.toLowerCase();
  const stranger = (path: string, string: string): ReturnType<typeof refused> =>
    refused('no-such-string', path, { instrument: name, string, strings: names });
  if (hand.handSystem && !instrument.handSystems) {
    return refused('no-hand-systems', 'handSystem', { instrument: name });
  }
  const strings = hand.strings?.map((one) => stringIndex(instrument, one)) ?? names.map((_, index) => index);
  const unknown = strings.indexOf(-1);
  if (unknown >= 0) return stranger(`strings.${unknown}`, hand.strings?.[unknown] ?? '');

  const pins = new Map<number, PlacedPin>();
  for (const [index, pin] of hand.pins.entries()) {
    if (pin.at >= passage.notes.length) {
      return refused('no-such-note', `pins.${index}.at`, { at: pin.at, count: passage.notes.length });
    }
    if (pin.string !== undefined && !names.includes(pin.string)) return stranger(`pins.${index}.string`, pin.string);
    const before = pins.get(pin.at)?.pin;
    if (
      before &&
      ((before.string ?? pin.string) !== (pin.string ?? before.string) ||
        (before.finger ?? pin.finger) !== (pin.finger ?? before.finger))
    ) {
      return refused('pinned-twice', `pins.${index}`, { at: pin.at });
    }
    pins.set(pin.at, { pin: { ...before, ...pin }, index });
  }
  const groups = groupPlan(hand.groups ?? movableOf(hand, passage), hand, passage);
  if (!groups.ok) return groups;
  return {
    ok: true,
    value: {
      setting,
      hands: [hand.positions?.low ?? 0, hand.positions?.high ?? 99],
      strings: [...new Set(strings)],
      openStrings: hand.openStrings,
      pins,
      plan: bothPlans(groups.value, chordPlan(passage, setting)),
    },
  };
}

/** The finger groups of a movable school, where the passage is a scale that has them. */
function movableOf({ movable, instrument }: Hand, passage: Passage): readonly string[] | undefined {
  return movable ? groupsFor(passage, instrument) : undefined;
}

/** The movable groups an instrument has for a passage: for scales that go up, straight through. */
export function groupsFor(passage: Passage, instrument: Hand['instrument']): readonly string[] | undefined {
  const straight = passage.notes.every((note) => note.motion === 'step');
  if (!straight || passage.course === 'down' || passage.course === 'free') return undefined;
  const up = rising(passage);
  const down = falling(passage);
  return movableGroups(
    instrument,
    up.map((note) => note.pitch.midi),
    up.map((note, k) => (down[k] ?? note).pitch.midi),
  );
}

/** The notes of the way up, without what a bowing adds. */
export function rising({ notes }: Passage): PassageNote[] {
  return notes.filter((note) => note.heading === 'up' && !note.added);
}

/** The notes of the way down, without what a bowing adds, lowest first. */
function falling({ notes }: Passage): PassageNote[] {
  return notes.filter((note) => note.heading === 'down' && !note.added).reverse();
}

/** Spreads prescribed finger groups over the way up, and over the way down read backwards: a hand each. */
function groupPlan(groups: readonly string[] | undefined, hand: Hand, passage: Passage): Outcome<Plan> {
  if (!groups) return { ok: true, value: NO_PLAN };
  if (passage.course === 'down') return refused('groups-go-up', 'groups', {});
  const fingers = groups.flatMap((text, group) => groupNotes(text).map((own) => ({ own, group })));
  const up = rising(passage);
  if (fingers.length !== up.length) {
    return refused('groups-miscounted', 'groups', { notes: up.length, fingers: fingers.length });
  }
  const mirror = hand.return === 'auto' || hand.return === 'mirror';
  const down = mirror ? falling(passage) : [];
  const places = new Map<number, PlannedPlace>();
  const bound = new Set<number>();
  fingers.forEach(({ own, group }, k) => {
    const place: PlannedPlace = {
      allows: (candidate) => playsGroupNote(candidate, own, hand.instrument),
      said: { finger: own.fingers.join(' or '), group: group + 1 },
      ...(own.fingers.includes(0) ? { open: true } : {}),
    };
    const there = up[k];
    const back = down[k];
    if (there) places.set(there.at, place);
    if (back) places.set(back.at, place);
    if (fingers[k - 1]?.group === group && there) bound.add(there.at);
    if (fingers[k + 1]?.group === group && back) bound.add(back.at);
  });
  return { ok: true, value: { places, bound } };
}

function stepsOf(passage: Passage, bows: readonly BowPlace[] | undefined): Step[] {
  const { notes, top, course } = passage;
  const highest = Math.max(...notes.map((note) => note.pitch.midi));
  return notes.slice(1).map((to, index) => {
    const from = notes[index] as PassageNote;
    const rise = to.pitch.midi - from.pitch.midi;
    return {
      interval: Math.abs(rise),
      direction: Math.sign(rise),
      again: rise === 0 && soundsOf(from) === soundsOf(to),
      motion: to.motion,
      chromatic: from.chromatic === true && to.chromatic === true,
      nearTop:
        course !== 'free' && Math.abs(from.at - top) <= 3 && highest - Math.min(from.pitch.midi, to.pitch.midi) <= 5,
      wayDown: course === 'up-down' && to.at > top,
      edge: course !== 'free' && (to.at === top || from.at === top) && notes.length > 2,
      bound: false,
      bow: bows?.[index] ?? 'any',
      leisure: leisureBefore(from, to),
    };
  });
}

/** What sounds at once with a note, to be compared. */
function soundsOf({ chord = [] }: PassageNote): string {
  return chord.map(({ midi }) => midi).join();
}

/** Time for a note: a silence before it, or a long note before. */
function leisureBefore({ time }: PassageNote, { restBefore = 0 }: PassageNote): Leisure {
  if (restBefore >= LEISURE_FROM.rest) return 'rest';
  return time && time.length >= LEISURE_FROM.long ? 'long' : 'none';
}

/** Notes of a passage there and back that sound alike going up and coming down, lowest first. */
export function pairsOf(passage: Passage): Pairing[] {
  if (passage.course !== 'up-down') return [];
  const up = rising(passage);
  const down = passage.notes.filter((note) => note.heading === 'down' && note.added !== 'closing').reverse();
  const pairs: Pairing[] = [];
  up.forEach((there, place) => {
    const back = down[place] ?? (place === up.length - 1 ? there : undefined);
    if (back && there.pitch.midi === back.pitch.midi) pairs.push({ up: there.at, down: back.at });
  });
  return pairs;
}
