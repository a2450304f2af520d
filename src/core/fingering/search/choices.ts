import { fingerRank, type Finger } from '../../instruments/frame.ts';
import { lowestOn, type Instrument, type InstrumentString } from '../../instruments/instrument.ts';
import type { Passage } from '../../passage/passage.ts';
import type { Pin, Recipe } from '../../recipe/recipe.ts';
import { granted, refused, type Outcome } from '../../base/outcome.ts';
import { printed } from '../../theory/pitch.ts';
import { openString, rankOf, stoppedCandidates, type Candidate } from './candidate.ts';
import type { Setting } from './setting.ts';
import type { NoteChoices } from './traversal.ts';

/** A finger prescribed for a note by a group, and the group it belongs to. */
export interface GroupFinger {
  readonly finger: Finger;
  readonly group: number;
}

/** A pin and its place in the recipe's list. */
export interface PlacedPin {
  readonly pin: Pin;
  readonly index: number;
}

/** Rules that decide which candidates a note may have, already read from the recipe. */
export interface ChoiceRules {
  readonly setting: Setting;
  readonly hands: readonly [low: number, high: number];
  /** Indices of the strings allowed. */
  readonly strings: readonly number[];
  readonly openStrings: Recipe['openStrings'];
  /** Pins by note, with their place in the recipe's list; one a note. */
  readonly pins: ReadonlyMap<number, PlacedPin>;
  readonly groups: ReadonlyMap<number, GroupFinger>;
  /** The string a note keeps to, by note, where the study keeps another's shifts. */
  readonly keptStrings: ReadonlyMap<number, number>;
}

const EVERY_HAND: readonly [number, number] = [0, 99];

/** Index of the string of that name, or −1. */
export function stringIndex(instrument: Instrument, name: string): number {
  return instrument.strings.findIndex((string) => string.name === name);
}

/** The choices of every note; refuses where a rule leaves a note none. */
export function choicesOf(passage: Passage, rules: ChoiceRules): Outcome<NoteChoices[]> {
  const all: NoteChoices[] = [];
  for (const note of passage.notes) {
    const pin = rules.pins.get(note.at);
    const choices = pin
      ? pinnedChoices(note.pitch.midi, pin.pin, note.heading, rules)
      : freeChoices(note.pitch.midi, note.heading, note.at, rules);
    if (choices.stopped.length + choices.open.length === 0) {
      const place = `${printed(note.pitch.name)} (note ${note.at + 1})`;
      return pin
        ? impossiblePin(pin, note.pitch.midi, place, rules, impossibleAfter(passage, note.at, rules))
        : blocked(place, note.at, note.pitch.midi, rules);
    }
    all.push(choices);
  }
  return granted(all);
}

function freeChoices(midi: number, heading: 'up' | 'down', at: number, rules: ChoiceRules): NoteChoices {
  const finger = rules.groups.get(at)?.finger;
  const kept = rules.keptStrings.get(at);
  const strings = kept === undefined ? rules.strings : rules.strings.filter((index) => index === kept);
  const stopped = stoppedOn(midi, strings, rules.hands, false, rules);
  const open = openOn(midi, strings, false, rules);
  const allowed =
    rules.openStrings === 'free' ||
    rules.openStrings === `${heading}-only` ||
    finger === 0 ||
    stoppedOn(midi, rules.strings, EVERY_HAND, false, rules).length === 0;
  if (finger === undefined) return { stopped, open: allowed ? open : [], pinned: false };
  return finger === 0
    ? { stopped: [], open, pinned: false }
    : { stopped: stopped.filter((candidate) => candidate.rank === rankOf(finger)), open: [], pinned: false };
}

/** A pin beats every rule, but keeps within the rules where it can. */
function pinnedChoices(midi: number, pin: Pin, heading: 'up' | 'down', rules: ChoiceRules): NoteChoices {
  const { instrument } = rules.setting;
  const every = instrument.strings.map((_, index) => index);
  const own = pin.string === undefined ? rules.strings : [stringIndex(instrument, pin.string)];
  const attempt = (strings: readonly number[], hands: readonly [number, number]): NoteChoices => {
    const stopped = stoppedOn(midi, strings, hands, pin.string !== undefined, rules);
    const open = openOn(midi, strings, pin.string !== undefined, rules);
    if (pin.finger === 0) return { stopped: [], open, pinned: true };
    if (pin.finger !== undefined) {
      const rank = rankOf(pin.finger);
      return { stopped: stopped.filter((candidate) => candidate.rank === rank), open: [], pinned: true };
    }
    const mayRing = rules.openStrings === 'free' || rules.openStrings === `${heading}-only` || stopped.length === 0;
    return { stopped, open: mayRing ? open : [], pinned: true };
  };
  const tries: [readonly number[], readonly [number, number]][] = [
    [own, rules.hands],
    [own, EVERY_HAND],
  ];
  if (pin.string === undefined) tries.push([every, rules.hands], [every, EVERY_HAND]);
  for (const [strings, hands] of tries) {
    const choices = attempt(strings, hands);
    if (choices.stopped.length + choices.open.length > 0) return choices;
  }
  return { stopped: [], open: [], pinned: true };
}

function stoppedOn(
  midi: number,
  strings: readonly number[],
  hands: readonly [number, number],
  pinned: boolean,
  { setting }: ChoiceRules,
): readonly Candidate[] {
  const { instrument, frames, chromatic } = setting;
  return setting.memory.candidates(`${midi} ${strings.join()} ${hands.join()} ${pinned}`, () =>
    strings.flatMap((index) => {
      const string = instrument.strings[index] as InstrumentString;
      return stoppedCandidates(instrument, frames, index, midi - string.open, hands, chromatic, pinned);
    }),
  );
}

function openOn(midi: number, strings: readonly number[], pinned: boolean, rules: ChoiceRules): Candidate[] {
  return strings.flatMap((index) => {
    const string = rules.setting.instrument.strings[index] as InstrumentString;
    return lowestOn(string) <= midi && midi <= string.open
      ? [openString(index, undefined, pinned, midi - string.open)]
      : [];
  });
}

/** Notes after one whose own pins can't be played either. */
function impossibleAfter({ notes }: Passage, at: number, rules: ChoiceRules): number[] {
  return notes.slice(at + 1).flatMap((note) => {
    const pin = rules.pins.get(note.at);
    if (!pin) return [];
    const { stopped, open } = pinnedChoices(note.pitch.midi, pin.pin, note.heading, rules);
    return stopped.length + open.length === 0 ? [note.at] : [];
  });
}

/**
 * Says why a pin can't be played, what would, and the fewest pins to release: those that no finger
 * can play are all that must go, since a hand can always move between two that can be played.
 */
function impossiblePin(
  { pin, index }: PlacedPin,
  midi: number,
  place: string,
  rules: ChoiceRules,
  others: readonly number[],
): Outcome<never> {
  const gone = [pin.at, ...others];
  const release =
    others.length === 0
      ? ' Release this pin, and the rest can stay.'
      : ` Release it, and the pins on ${others.length === 1 ? 'note' : 'notes'} ${others.map((at) => at + 1).join(', ')}; the rest can stay.`;
  const { instrument } = rules.setting;
  const sounding = instrument.strings.filter((string) => sounds(string, midi, instrument));
  const field =
    pin.string !== undefined && !sounding.some((string) => string.name === pin.string) ? 'string' : 'finger';
  if (field === 'string') {
    return refused(
      `pins.${index}.string`,
      `${place} does not lie on the ${pin.string} string. It can be played on: ${sounding.map((string) => string.name).join(', ')}.${release}`,
      gone,
    );
  }
  const strings =
    pin.string === undefined ? instrument.strings : sounding.filter((string) => string.name === pin.string);
  const fingers = [...new Set(strings.flatMap((string) => fingersFor(string, midi, rules)))];
  const where = pin.string === undefined ? '' : ` on the ${pin.string} string`;
  return refused(
    `pins.${index}.finger`,
    `Finger ${pin.finger} cannot play ${place}${where}. What can: ${fingers.join(', ')}.${release}`,
    gone,
  );
}

function sounds(string: InstrumentString, midi: number, instrument: Instrument): boolean {
  return midi >= lowestOn(string) && midi - string.open <= instrument.highestStop;
}

function fingersFor(string: InstrumentString, midi: number, rules: ChoiceRules): Finger[] {
  const { instrument, frames, chromatic } = rules.setting;
  const stop = midi - string.open;
  if (stop <= 0) return [0];
  const places = frames
    .filter((frame) => chromatic || !frame.chromaticOnly)
    .filter(() => stop > 0 && stop <= instrument.highestStop)
    .flatMap((frame) =>
      frame.places.filter((place) => stop - place.offset >= frame.hands[0] && stop - place.offset <= frame.hands[1]),
    );
  return [...new Set(places.map((place) => place.finger))].sort((a, b) => fingerRank(a) - fingerRank(b));
}

/** Says which rule leaves a note without a finger, and what would give it one. */
function blocked(place: string, at: number, midi: number, rules: ChoiceRules): Outcome<never> {
  const { instrument } = rules.setting;
  const group = rules.groups.get(at);
  if (group !== undefined) {
    return refused(
      'groups',
      `Finger ${group.finger} of group ${group.group + 1} cannot play ${place} here. Change that group, or allow other strings or positions.`,
    );
  }
  const strings = instrument.strings.filter((string) => sounds(string, midi, instrument));
  const allowed = strings.filter((string) => rules.strings.includes(instrument.strings.indexOf(string)));
  if (allowed.length === 0) {
    return refused(
      'strings',
      `${place} does not lie on the strings allowed. It can be played on: ${strings.map((string) => string.name).join(', ')}.`,
    );
  }
  const hands = stoppedOn(midi, rules.strings, EVERY_HAND, false, rules).map((candidate) => candidate.hand);
  return refused(
    'positions',
    hands.length > 0
      ? `${place} cannot be reached with the hand between stops ${rules.hands[0]} and ${rules.hands[1]}. On the strings allowed it needs a hand between stops ${Math.min(...hands)} and ${Math.max(...hands)}.`
      : `${place} cannot be fingered on the strings allowed. Allow: ${strings.map((string) => string.name).join(', ')}.`,
  );
}
