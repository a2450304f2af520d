import { fingerRank, type Finger, lowestOn, type Instrument, type InstrumentString } from '../../instruments/index.ts';
import { refused, type Outcome } from '../../base/index.ts';
import type { Passage, PassageNote } from '../../passage/index.ts';
import type { Pin } from '../../recipe/index.ts';
import type { OpenStringRule } from '../../schools/index.ts';
import { printed } from '../../theory/index.ts';
import { openString, rankOf, stoppedCandidates, type Candidate } from './candidate.ts';
import type { Setting } from './setting.ts';
import { chordOf } from './chords.ts';
import type { NoteChoices } from './column.ts';
import type { SettingMemory } from './memory.ts';
import type { Plan, PlannedPlace } from './plan.ts';

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
  readonly openStrings: OpenStringRule;
  /** Pins by note, with their place in the recipe's list; one a note. */
  readonly pins: ReadonlyMap<number, PlacedPin>;
  readonly plan: Plan;
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
    const choices = pin ? pinnedChoices(note, pin.pin, rules) : freeChoices(note, rules);
    if (choices.stopped.length + choices.open.length === 0) {
      return pin ? impossiblePin(pin, note, rules, impossibleAfter(passage, note.at, rules)) : blocked(note, rules);
    }
    all.push(note.chord ? { ...choices, chord: chordOf(note, rules.setting) } : choices);
  }
  return { ok: true, value: all };
}

function freeChoices(note: PassageNote, rules: ChoiceRules): NoteChoices {
  const { at, heading } = note;
  const { midi } = note.pitch;
  const chromatic = note.chromatic === true;
  const place = rules.plan.places.get(at);
  const stopped = stoppedOn(midi, chromatic, rules.strings, rules.hands, false, rules);
  const open = openOn(midi, rules.strings, false, rules);
  const allowed =
    rules.openStrings === 'free' ||
    rules.openStrings === `${heading}-only` ||
    place?.open === true ||
    stoppedOn(midi, chromatic, rules.strings, EVERY_HAND, false, rules).length === 0;
  return asPlanned({ stopped, open: allowed ? open : [], pinned: false, chromatic }, place, rules.setting.memory);
}

/** Those choices of a note that a plan allows; all of them where the plan only wished for others. */
export function asPlanned(free: NoteChoices, place: PlannedPlace | undefined, memory: SettingMemory): NoteChoices {
  if (!place) return free;
  const meant = { ...free, stopped: memory.among(free.stopped, place.allows), open: free.open.filter(place.allows) };
  return place.wish && meant.stopped.length + meant.open.length === 0 ? free : meant;
}

/** A pin beats every rule, but keeps within the rules where it can. */
function pinnedChoices(note: PassageNote, pin: Pin, rules: ChoiceRules): NoteChoices {
  const { heading } = note;
  const { midi } = note.pitch;
  const chromatic = note.chromatic === true;
  const { instrument } = rules.setting;
  const every = instrument.strings.map((_, index) => index);
  const own = pin.string === undefined ? rules.strings : [stringIndex(instrument, pin.string)];
  const attempt = (strings: readonly number[], hands: readonly [number, number]): NoteChoices => {
    const stopped = stoppedOn(midi, chromatic, strings, hands, pin.string !== undefined, rules);
    const open = openOn(midi, strings, pin.string !== undefined, rules);
    if (pin.finger === 0) return { stopped: [], open, pinned: true, chromatic };
    if (pin.finger !== undefined) {
      const rank = rankOf(pin.finger);
      return { stopped: stopped.filter((candidate) => candidate.rank === rank), open: [], pinned: true, chromatic };
    }
    const mayRing = rules.openStrings === 'free' || rules.openStrings === `${heading}-only` || stopped.length === 0;
    return { stopped, open: mayRing ? open : [], pinned: true, chromatic };
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
  return { stopped: [], open: [], pinned: true, chromatic };
}

function stoppedOn(
  midi: number,
  chromatic: boolean,
  strings: readonly number[],
  hands: readonly [number, number],
  pinned: boolean,
  { setting }: ChoiceRules,
): readonly Candidate[] {
  const { instrument, frames } = setting;
  return setting.memory.candidates(`${midi} ${chromatic} ${strings.join()} ${hands.join()} ${pinned}`, () =>
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
    const { stopped, open } = pinnedChoices(note, pin.pin, rules);
    return stopped.length + open.length === 0 ? [note.at] : [];
  });
}

function placeWords({ at, pitch }: PassageNote): string {
  return `${printed(pitch.name)} (note ${at + 1})`;
}

/**
 * Says why a pin can't be played, what would, and the fewest pins to release: those that no finger
 * can play are all that must go, since a hand can always move between two that can be played.
 */
function impossiblePin(
  { pin, index }: PlacedPin,
  note: PassageNote,
  rules: ChoiceRules,
  after: readonly number[],
): Outcome<never> {
  const { midi } = note.pitch;
  const gone = [pin.at, ...after];
  const others = after.map((at) => at + 1);
  const { instrument } = rules.setting;
  const sounding = instrument.strings.filter((string) => sounds(string, midi, instrument));
  if (pin.string !== undefined && !sounding.some((string) => string.name === pin.string)) {
    const facts = { note: placeWords(note), string: pin.string, strings: namesOf(sounding), others };
    return refused('pin-off-string', `pins.${index}.string`, facts, gone);
  }
  const strings =
    pin.string === undefined ? instrument.strings : sounding.filter((string) => string.name === pin.string);
  const fingers = [...new Set(strings.flatMap((string) => fingersFor(string, note, rules)))].map(String);
  const facts = { note: placeWords(note), finger: String(pin.finger), string: pin.string, fingers, others };
  return refused('pin-off-finger', `pins.${index}.finger`, facts, gone);
}

function namesOf(strings: readonly InstrumentString[]): string[] {
  return strings.map((string) => string.name);
}

function sounds(string: InstrumentString, midi: number, instrument: Instrument): boolean {
  return midi >= lowestOn(string) && midi - string.open <= instrument.highestStop;
}

function fingersFor(string: InstrumentString, { pitch, chromatic }: PassageNote, rules: ChoiceRules): Finger[] {
  const { instrument, frames } = rules.setting;
  const stop = pitch.midi - string.open;
  if (stop <= 0) return [0];
  if (stop > instrument.highestStop) return [];
  const places = frames
    .filter((frame) => chromatic || !frame.chromaticOnly)
    .flatMap((frame) =>
      frame.places.filter((place) => stop - place.offset >= frame.hands[0] && stop - place.offset <= frame.hands[1]),
    );
  return [...new Set(places.map((place) => place.finger))].sort((a, b) => fingerRank(a) - fingerRank(b));
}

/** Says which rule leaves a note without a finger, and what would give it one. */
function blocked(note: PassageNote, rules: ChoiceRules): Outcome<never> {
  const { instrument } = rules.setting;
  const { midi } = note.pitch;
  const said = rules.plan.places.get(note.at)?.said;
  if (said) return refused('group-unplayable', 'groups', { ...said, note: placeWords(note) });
  const strings = instrument.strings.filter((string) => sounds(string, midi, instrument));
  const allowed = strings.filter((string) => rules.strings.includes(instrument.strings.indexOf(string)));
  if (allowed.length === 0) {
    return refused('off-strings', 'strings', { note: placeWords(note), strings: namesOf(strings) });
  }
  const reach = stoppedOn(midi, note.chromatic ?? false, rules.strings, EVERY_HAND, false, rules);
  const hands = reach.map((candidate) => candidate.hand);
  if (hands.length === 0) {
    return refused('no-finger', 'positions', { note: placeWords(note), strings: namesOf(strings) });
  }
  const needed = [Math.min(...hands), Math.max(...hands)] as const;
  return refused('off-positions', 'positions', { note: placeWords(note), asked: rules.hands, needed });
}
