import { counted, listed, plural } from '../base/index.ts';
import { startsThatFit, type Passage, type PassageNote } from '../passage/index.ts';
import { instrumentFor, fingerWords } from '../instruments/index.ts';
import type { FingeredNote, Way } from '../fingering/index.ts';
import {
  isSeries,
  formOf,
  isMinor,
  type FormId,
  relativeKey,
  printed,
  tonicName,
  type Letter,
  type Pitch,
  type Heading,
} from '../theory/index.ts';
import type { Recipe } from '../recipe/index.ts';

/** The studies a pupil is taken to know: the other mode on the same tonic, the key of the same signature. */
export const KNOWN_STUDIES = ['parallel', 'relative'] as const;

export type KnownStudy = (typeof KNOWN_STUDIES)[number];

/** A note that lies higher or lower than in the study the pupil knows. */
export interface Altered {
  readonly at: number;
  /** Half steps, positive upwards. */
  readonly by: number;
}

/** What is new in a study to one who knows another. */
export interface Changes {
  readonly altered: readonly Altered[];
  /** `Like A major, but the third is lower (C for C♯).` */
  readonly sentence: string;
  /** One line for each altered note of the way up and each that only changes coming down. */
  readonly fingers: readonly string[];
}

interface Fingered {
  readonly recipe: Recipe;
  readonly passage: Passage;
  readonly way: Way;
}

/**
 * The study a pupil is taken to know beside this one; none if the form has no such kin
 * (chromatic and symmetrical forms, and a relative of anything but a major or a minor).
 */
export function knownRecipe(recipe: Recipe, known: KnownStudy): Recipe | undefined {
  const { start, ...rest } = recipe;
  const form = kinForm(recipe, known);
  if (!form || isSeries(recipe.figure)) return undefined;
  const base: Recipe = {
    ...rest,
    form,
    melodicDescent: 'natural',
    pins: [],
    groups: undefined,
    ways: 1,
  };
  if (known === 'parallel') return { ...base, ...(start ? { start } : {}) };
  const { tonic } = relativeKey({ tonic: recipe.tonic, mode: isMinor(recipe.form) ? 'minor' : 'major' });
  const [low] = startsThatFit(tonic, recipe.octaves, instrumentFor(recipe.instrument, recipe.setUp));
  return low && { ...base, tonic, start: low.name };
}

function kinForm({ form, figure }: Recipe, known: KnownStudy): FormId | undefined {
  const { scale, chord } = formOf(form);
  if (known === 'relative') {
    if (isMinor(form)) return 'major';
    return form === 'major' ? (figure === 'arpeggio' ? 'minor' : 'natural-minor') : undefined;
  }
  if (form === 'major') return figure === 'arpeggio' ? 'minor' : 'melodic-minor';
  if (figure === 'arpeggio') return chord?.includes('5P') ? 'major' : undefined;
  return scale?.kind === 'degrees' ? 'major' : undefined;
}

/** What changes in `study` for one who knows `known`; notes are matched by letter, fingers by letter and octave. */
export function changesFrom(study: Fingered, known: Fingered): Changes {
  const signs = { up: signsOf(known.passage, 'up'), down: signsOf(known.passage, 'down') };
  const plain = (note: PassageNote): number | undefined =>
    signs[note.heading].get(note.pitch.letter) ?? signs.up.get(note.pitch.letter) ?? signs.down.get(note.pitch.letter);
  const altered = study.passage.notes.flatMap((note) => {
    const by = note.pitch.alter - (plain(note) ?? note.pitch.alter);
    return by === 0 ? [] : [{ at: note.at, by }];
  });
  return { altered, sentence: changeSentence(study, known, altered), fingers: fingerLines(study, known, altered) };
}

function signsOf(passage: Passage, heading: Heading): ReadonlyMap<Letter, number> {
  return new Map(
    passage.notes.filter((note) => note.heading === heading).map(({ pitch }) => [pitch.letter, pitch.alter]),
  );
}

const DEGREES = ['tonic', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh'] as const;

function changeSentence(study: Fingered, known: Fingered, altered: readonly Altered[]): string {
  const name = `${printed(known.recipe.tonic)} ${formOf(known.recipe.form).name}`;
  const begin =
    known.recipe.tonic === study.recipe.tonic
      ? `Like ${name}`
      : `The notes of ${name}, begun on its ${DEGREES[degreeIn(known, study.passage.tonic)] ?? 'other degree'}`;
  const on = (heading: Heading): Map<string, { readonly degree: string; readonly words: string }> =>
    new Map(
      altered.flatMap(({ at, by }) => {
        const note = study.passage.notes[at];
        if (note?.heading !== heading) return [];
        const was = tonicName({ ...note.pitch, alter: note.pitch.alter - by });
        const degree = `the ${DEGREES[note.degree - 1]}`;
        const words = `${degree} ${by > 0 ? 'higher' : 'lower'} (${printed(tonicName(note.pitch))} for ${printed(was)})`;
        return [[`${note.degree} ${by}`, { degree, words }] as const];
      }),
    );
  const up = on('up');
  const down = on('down');
  const first = up.size > 0 ? `, but ${listed([...up.values()].map(({ words }) => words))}` : '';
  const more = [...down].filter(([key]) => !up.has(key)).map(([, { words }]) => words);
  const back = [...up].filter(([key]) => !down.has(key) && hasDescent(study)).map(([, { degree }]) => degree);
  const clauses = [
    ...(more.length > 0 ? [`coming down ${listed(more)}${up.size > 0 ? ' too' : ''}`] : []),
    ...(back.length > 0 ? [`coming down ${listed(back)} ${plural(back.length, 'is', 'are')} as in ${name}`] : []),
  ];
  return `${begin}${first}${clauses.length > 0 ? `; ${clauses.join('; ')}` : ''}.`;
}

function hasDescent({ passage }: Fingered): boolean {
  return passage.notes.some((note) => note.heading === 'down');
}

/** Which degree of a passage a tonic is, from 0. */
function degreeIn({ passage }: Fingered, tonic: Pitch): number {
  const note = passage.notes.find(({ pitch }) => pitch.letter === tonic.letter);
  return (note?.degree ?? 1) - 1;
}

/** How each altered note is played, beside how its letter was played in the study that is known. */
function fingerLines(study: Fingered, known: Fingered, altered: readonly Altered[]): string[] {
  const told = new Set<string>();
  return altered.flatMap(({ at, by }) => {
    const note = study.passage.notes[at];
    const now = study.way.fingers[at];
    if (!note || !now || told.has(note.pitch.name)) return [];
    told.add(note.pitch.name);
    const there = known.passage.notes.find(
      (one) => one.pitch.letter === note.pitch.letter && one.pitch.octave === note.pitch.octave,
    );
    const was = there && known.way.fingers[there.at];
    const where = note.heading === 'down' ? ', coming down' : '';
    return [`${printed(note.pitch.name)}${where}: ${compared(now, was, by)}.`];
  });
}

function compared(now: FingeredNote, was: FingeredNote | undefined, by: number): string {
  const how = (note: FingeredNote): string =>
    note.finger === 0 ? `open ${note.string}` : `${fingerWords(note.finger)} on ${note.string}`;
  const step = `${Math.abs(by) === 1 ? 'a half step' : counted(Math.abs(by), 'half step')} ${by > 0 ? 'higher' : 'lower'}`;
  if (!was) return how(now);
  return was.string === now.string && was.finger === now.finger
    ? `${how(now)} as before, ${step}`
    : `${how(now)}, where it was ${how(was)}`;
}
