import { refused, type Outcome, partOf, noProgress, type OnProgress, type RefusalCode } from '../base/index.ts';
import { type Finger, type Reach, positionName } from '../instruments/index.ts';
import type { Passage, PassageNote } from '../passage/index.ts';
import type { Hand } from '../recipe/index.ts';
import { SYSTEMS, TERM_IDS, type TermId } from '../schools/index.ts';
import { fingerOf, type Candidate } from './search/candidate.ts';
import { chordUnder } from './search/chords.ts';
import { EngineMemory } from './search/memory.ts';
import { crossingsOf, shiftsOf, slidesOf, type Crossing, type Shift, type Slide } from './search/moves.ts';
import { pathCost } from './search/path-cost.ts';
import type { Task } from './search/problem.ts';
import type { Setting } from './search/setting.ts';
import { pose, solveBest, type Posed } from './search/routes.ts';
import { chooseWays, prepareChoice, type Form, type PreparedChoice } from './search/ways.ts';
import type { FoundPath } from './search/found-path.ts';
import { formOf, type SystemForm } from './systems/system-ways.ts';

export { EngineMemory } from './search/memory.ts';
export { crossingsOf, type Crossing, type Shift, type Slide } from './search/moves.ts';
export type { BowPlace } from './search/step.ts';
export type { Task } from './search/problem.ts';

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
  /** What the hand takes with it on lower strings, highest first. */
  readonly chord?: readonly ChordFinger[];
}

/** One finger of a chord below the note that leads it. */
export type ChordFinger = Pick<FingeredNote, 'string' | 'finger' | 'stop'>;

/** A complete fingering, with what it costs and why. */
export interface Way {
  readonly cost: number;
  /** The way down is the way up read backwards wherever the notes agree. */
  readonly mirrored: boolean;
  /** The systems it is a form of, by name, the most telling first. */
  readonly systems: readonly string[];
  readonly fingers: readonly FingeredNote[];
  readonly shifts: readonly Shift[];
  /** Half steps a finger slides while the hand stays. */
  readonly slides: readonly Slide[];
  readonly crossings: readonly Crossing[];
  /** Cost by term, weighted, in the order of the terms; terms that cost nothing are left out. */
  readonly terms: readonly { readonly term: TermId; readonly cost: number }[];
}

/**
 * Up to `count` fingerings of a passage, cheapest first, each genuinely different. What the engine
 * remembers from passage to passage is the caller's to keep; of a long passage `onProgress` hears how far it has come.
 * Refuses where rules, strings, positions or pins leave no hand that can play it, naming the rule
 * that would have to give.
 */
export function fingerPassage(
  task: Task,
  count: number,
  memory: EngineMemory = new EngineMemory(),
  onProgress: OnProgress = noProgress,
): Outcome<readonly Way[]> {
  const posed = pose(task, memory);
  if (!posed.ok) return posed;
  onProgress(DONE.posed);
  const choice = prepareChoice(posed.value, count);
  if (!choice) return culprit(task, memory);
  onProgress(DONE.swept);
  const forms = count > 1 ? offeredForms(task, choice, memory) : [];
  const found = chooseWays(choice, forms, task, count, partOf(onProgress, DONE.swept, DONE.spelled));
  return { ok: true, value: found.map((way) => describe(way, task, posed.value)) };
}

/** How much of the work is behind at each of its stages: measured on a part of 2,000 notes. */
const DONE = { posed: 0.3, swept: 0.4, spelled: 0.8 } as const;

/** The systems asked against a task in the order they are offered, worked out as they are taken. */
function* formsOn(task: Task, choice: PreparedChoice, memory: EngineMemory): Generator<SystemForm> {
  for (const system of [...task.hand.systems, ...SYSTEMS]) yield formOf(system, { ...choice, task, memory });
}

function* offeredForms(...on: Parameters<typeof formsOn>): Generator<Form> {
  for (const form of formsOn(...on)) if ('found' in form) yield form;
}

/** Every system asked against a task: its best form, or why it has none; nothing if no hand can play the task. */
export function systemForms(task: Task, memory: EngineMemory = new EngineMemory()): SystemForm[] {
  const posed = pose(task, memory);
  const choice = posed.ok ? prepareChoice(posed.value, 2) : undefined;
  return choice ? [...formsOn(task, choice, memory)] : [];
}

/** What may be released to make a passage playable, in the order it is tried, and how the refusal is called. */
const RELEASES: readonly [path: string, without: Partial<Hand>, code: RefusalCode][] = [
  ['groups', { groups: undefined, movable: false }, 'no-hand-for-groups'],
  ['positions', { positions: undefined }, 'no-hand-in-positions'],
  ['strings', { strings: undefined }, 'no-hand-on-strings'],
  ['openStrings', { openStrings: 'free' }, 'no-hand-without-open'],
  ['pins', { pins: [] }, 'no-hand-for-pins'],
  ['return', { return: 'auto' }, 'no-hand-coming-back'],
];

/** Names the rule whose release makes the passage playable. */
function culprit(task: Task, memory: EngineMemory): ReturnType<typeof refused> {
  for (const [path, without, code] of RELEASES) {
    const posed = pose({ ...task, hand: { ...task.hand, ...without } }, memory);
    if (posed.ok && solveBest(posed.value)) return refused(code as 'no-hand', path, {});
  }
  return refused('no-hand', 'pins', {});
}

function describe(found: FoundPath, { passage, hand: { instrument } }: Task, posed: Posed): Way {
  const alter = spellingBySounding(passage);
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
      ...chordWith(candidate, passage.notes[at] as PassageNote, posed.problem.setting),
    };
  });
  const { amounts } = pathCost(posed.problem, found.path, found.charges);
  return {
    cost: round(found.cost),
    mirrored: found.mirrored,
    systems: found.systems ?? [],
    fingers,
    shifts: shiftsOf(found.path),
    slides: slidesOf(found.path),
    crossings: crossingsOf(found.path),
    terms: TERM_IDS.flatMap((term, index) => {
      const amount = amounts[term];
      const cost = amount === undefined ? 0 : round(amount * (posed.problem.setting.weights[index] as number));
      return cost === 0 ? [] : [{ term, cost }];
    }),
  };
}

function chordWith(lead: Candidate, note: PassageNote, setting: Setting): Pick<FingeredNote, 'chord'> {
  const under = note.chord && chordUnder(lead, note, setting);
  if (!under) return {};
  const chord = under.map((one) => ({
    string: setting.instrument.strings[one.string]?.name ?? '',
    finger: fingerOf(one),
    stop: one.stop,
  }));
  return { chord };
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

/**
 * The accidental a sounding pitch carries in this passage: as it is spelled in the notes, otherwise
 * as the key leans. Decides between a raised and a lowered position name.
 */
function spellingBySounding({ notes, leaning }: Passage): (midi: number) => number {
  const spelled = new Map(notes.map((note) => [note.pitch.midi % 12, note.pitch.alter]));
  return (midi) => spelled.get(midi % 12) || leaning;
}

function round(value: number): number {
  return Math.round(value * 1e6) / 1e6;
}
