import { FIGURE_NAMES, isSeries, rungsUp } from '../theory/figure.ts';
import { ARPEGGIO_SERIES, CHORD_FORMS, formOf, SCALE_FORMS, type FormId } from '../theory/form.ts';
import { parsePitch, printed, tonicName, type Pitch } from '../theory/pitch.ts';
import { degreeOf, enharmonicTwin, spellChord, spellScale, stackOctaves, type Heading } from '../theory/spelling.ts';
import { highestPitch, lowestPitch, type Instrument } from '../instruments/instrument.ts';
import { instrumentFor } from '../instruments/set-up.ts';
import { granted, refused, type Outcome } from '../base/outcome.ts';
import type { Recipe } from '../recipe/recipe.ts';

/** One sounded note of a study, in playing order. */
export interface StudyNote {
  /** Counts every sounded note from 0. */
  readonly at: number;
  readonly pitch: Pitch;
  /** Degree by letter, 1 to 7. */
  readonly degree: number;
  /** Going up to the top note, or coming down after it. */
  readonly heading: Heading;
  /** Set on notes a bowing adds: an opening turn, a repeated top note, a closing turn. */
  readonly added?: 'opening' | 'top' | 'closing';
}

/** The notes of a study and where its way down begins. */
export interface Passage {
  readonly notes: readonly StudyNote[];
  /** Index of the (first) top note; the last note when the study only goes up, 0 when it only comes down. */
  readonly top: number;
  /** Where each part of the study begins; a study of one part has the one beginning, 0. */
  readonly parts: readonly number[];
  /** The lowest tonic, from which degrees are counted. */
  readonly tonic: Pitch;
}

/**
 * The notes a recipe asks for, spelled, in playing order, turns included.
 * Refuses a form, a start or a range the instrument or the notation has no room for.
 */
export function passageOf(recipe: Recipe): Outcome<Passage> {
  return isSeries(recipe.figure) ? seriesOf(recipe) : partOf(recipe);
}

/** The studies a study of several parts is made of, in playing order. */
export function partRecipes(recipe: Recipe): Recipe[] {
  if (recipe.figure === 'arpeggio-series') {
    return ARPEGGIO_SERIES.map((form) => ({ ...recipe, figure: 'arpeggio', form, melodicDescent: 'natural' }));
  }
  return [
    { ...recipe, figure: 'scale' },
    { ...recipe, figure: 'arpeggio', form: chordOn(recipe.form), melodicDescent: 'natural' },
    { ...recipe, figure: 'broken-thirds' },
  ];
}

/** What each part of a study of several is called, in playing order: `Scale`, `Arpeggio`; none for a study of one. */
export function partNames(recipe: Recipe): string[] {
  if (!isSeries(recipe.figure)) return [];
  return partRecipes(recipe).map(({ figure, form }) => {
    const name = recipe.figure === 'key-set' ? FIGURE_NAMES[figure] : formOf(form).name;
    return name.charAt(0).toUpperCase() + name.slice(1);
  });
}

/** The chord that goes with a scale in a key set: its own triad, major or minor by its third. */
function chordOn(form: FormId): FormId {
  const { scale } = formOf(form);
  return scale?.kind === 'degrees' && scale.up.includes('3m') ? 'minor' : 'major';
}

function seriesOf(recipe: Recipe): Outcome<Passage> {
  if (recipe.figure === 'key-set' && formOf(recipe.form).scale?.kind !== 'degrees') {
    return refused('form', 'A set of scale, arpeggio and thirds needs a key: choose major, a minor or a mode.');
  }
  if (recipe.figure === 'arpeggio-series' && recipe.form !== 'major') {
    return refused('form', 'An arpeggio series brings its own forms, one after the other. Leave the form at major.');
  }
  const notes: StudyNote[] = [];
  const parts: number[] = [];
  let first: Passage | undefined;
  for (const part of partRecipes(recipe)) {
    const passage = partOf(part);
    if (!passage.ok) return passage;
    first ??= passage.value;
    parts.push(notes.length);
    for (const note of passage.value.notes) notes.push({ ...note, at: notes.length });
  }
  if (!first) return refused('figure', 'This series has no parts. Choose a single arpeggio.');
  return granted({ ...first, notes, parts });
}

function partOf(recipe: Recipe): Outcome<Passage> {
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const form = formRefusal(recipe);
  if (form) return form;
  if (recipe.melodicDescent === 'ascending' && recipe.form !== 'melodic-minor') {
    return refused('melodicDescent', 'Only the melodic minor has another form coming down. Choose natural here.');
  }
  const start = startOf(recipe, instrument);
  if (!start.ok) return start;
  const tonic = start.value;
  const up = ladder(recipe, tonic, 'up');
  const down = ladder(recipe, tonic, 'down');
  if (!up || !down) return refused('tonic', unspellable(recipe));
  const turns = turnRefusal(recipe, up.length);
  if (turns) return turns;

  const sequence: Omit<StudyNote, 'at' | 'degree'>[] = [];
  const push = (pitch: Pitch | undefined, heading: Heading, added?: StudyNote['added']): void => {
    if (pitch) sequence.push(added ? { pitch, heading, added } : { pitch, heading });
  };
  const rungs = rungsUp(recipe.figure, up.length - 1);
  if (rungs.length < 2) {
    return refused(
      'figure',
      'One octave of this form has too few notes for the figure. Choose two octaves, or the plain scale.',
    );
  }
  let top = 0;
  if (recipe.direction !== 'down') {
    const turn = { none: [], two: [0, 1], three: [0, 1, 2] }[recipe.bowing.opening];
    for (const rung of turn) push(up[rung], 'up', 'opening');
    for (const rung of rungs) push(up[rung], 'up');
    top = sequence.length - 1;
  }
  if (recipe.direction === 'down') push(down[rungs.at(-1) ?? 0], 'down');
  if (recipe.bowing.top === 'twice') push(down[rungs.at(-1) ?? 0], recipe.direction === 'up' ? 'up' : 'down', 'top');
  if (recipe.direction !== 'up') {
    const homeward = rungs.slice(0, -1).reverse();
    for (const rung of homeward.slice(0, -1)) push(down[rung], 'down');
    const turn = { none: [], two: [0, 1], three: [0, 2, 1] }[recipe.bowing.closing];
    for (const rung of turn) push(down[rung], 'down', 'closing');
    push(down[homeward.at(-1) ?? 0], 'down');
  }
  const notes = sequence.map((note, at) => ({ ...note, at, degree: degreeOf(note.pitch, tonic) }));
  return granted({ notes, top, parts: [0], tonic });
}

function ladder(recipe: Recipe, tonic: Pitch, heading: Heading): Pitch[] | undefined {
  const notes = recipe.melodicDescent === 'ascending' ? 'up' : heading;
  const octave = recipe.figure === 'arpeggio' ? spellChord(tonic, recipe.form) : spellScale(tonic, recipe.form, notes);
  return octave && stackOctaves(octave, recipe.octaves);
}

function formRefusal(recipe: Recipe): ReturnType<typeof refused> | undefined {
  const form = formOf(recipe.form);
  if (recipe.figure === 'arpeggio' && !form.chord) {
    return refused(
      'form',
      `There is no arpeggio in the form ${form.name}. Arpeggios come as: ${CHORD_FORMS.join(', ')}.`,
    );
  }
  if (recipe.figure !== 'arpeggio' && !form.scale) {
    const minors = recipe.form === 'minor' ? ' Say which minor: natural-minor, harmonic-minor or melodic-minor.' : '';
    return refused(
      'form',
      minors
        ? `"minor" is an arpeggio here.${minors}`
        : `${form.name} is an arpeggio: choose the figure arpeggio, or one of the scales: ${SCALE_FORMS.join(', ')}.`,
    );
  }
  return undefined;
}

function turnRefusal(recipe: Recipe, rungs: number): ReturnType<typeof refused> | undefined {
  const { opening, closing } = recipe.bowing;
  if (opening !== 'none' && recipe.direction === 'down') {
    return refused(
      'bowing.opening',
      'A study that only comes down has no opening turn. Choose none, or a closing turn.',
    );
  }
  if (closing !== 'none' && recipe.direction === 'up') {
    return refused('bowing.closing', 'A study that only goes up has no closing turn. Choose none, or an opening turn.');
  }
  return rungs < 3 ? refused('bowing.opening', 'This range is too short for a turn.') : undefined;
}

function unspellable(recipe: Recipe): string {
  const form = formOf(recipe.form);
  const twin = enharmonicTwin(recipe.tonic, form);
  const instead = twin ? ` Write it as ${printed(twin)} ${form.name}: the same sound.` : '';
  return `${printed(recipe.tonic)} ${form.name} would need more than two sharps or flats on one note.${instead}`;
}

/** The lowest tonic of the study: as asked, or the lowest the instrument has. */
function startOf(recipe: Recipe, instrument: Instrument): Outcome<Pitch> {
  const low = lowestPitch(instrument);
  const high = highestPitch(instrument);
  const lowest = lowestTonic(recipe.tonic, low);
  const fits = (pitch: Pitch, octaves: number): boolean => pitch.midi >= low && pitch.midi + 12 * octaves <= high;
  const key = printed(recipe.tonic);

  if (recipe.start === undefined) {
    if (fits(lowest, recipe.octaves)) return granted(lowest);
    return refused('octaves', tooFar(recipe, instrument, lowest));
  }
  const asked = parsePitch(recipe.start);
  if (!asked) return refused('start', 'The lowest note is a sounding pitch with its octave, such as A3.');
  if (tonicName(asked) !== recipe.tonic) {
    return refused(
      'start',
      `The lowest note must be the tonic, ${key}: on this instrument ${printed(lowest.name)} or an octave of it.`,
    );
  }
  if (asked.midi < low) {
    return refused(
      'start',
      `${printed(asked.name)} lies below the lowest string of the ${instrument.name.toLowerCase()}. The lowest ${key} it has is ${printed(lowest.name)}.`,
    );
  }
  if (asked.midi > high) {
    return refused(
      'start',
      `${printed(asked.name)} lies above the fingerboard of the ${instrument.name.toLowerCase()}. The lowest ${key} it has is ${printed(lowest.name)}.`,
    );
  }
  if (!fits(asked, recipe.octaves)) {
    const starts = octavesOf(lowest, high).filter((pitch) => fits(pitch, recipe.octaves));
    const instead =
      starts.length > 0 ? ` Start on ${starts.map((pitch) => printed(pitch.name)).join(' or ')}, or` : ' Here';
    const most = Math.floor((high - asked.midi) / 12);
    return refused(
      'octaves',
      `From ${printed(asked.name)} the ${instrument.name.toLowerCase()} has no room for ${octaveWords(recipe.octaves)}.${instead} ${
        most > 0 ? `take ${octaveWords(most)} from ${printed(asked.name)}.` : `start lower: ${printed(lowest.name)}.`
      }`,
    );
  }
  return granted(asked);
}

/** The lowest sounding tonic at or above `low` (MIDI). */
export function lowestTonic(tonic: string, low: number): Pitch {
  for (let octave = -1; octave < 9; octave += 1) {
    const pitch = parsePitch(`${tonic}${octave}`);
    if (pitch && pitch.midi >= low) return pitch;
  }
  throw new Error(`No pitch ${tonic} above ${low}.`);
}

function octavesOf(lowest: Pitch, high: number): Pitch[] {
  const list: Pitch[] = [];
  for (let pitch: Pitch | undefined = lowest; pitch && pitch.midi <= high;) {
    list.push(pitch);
    pitch = parsePitch(`${tonicName(pitch)}${pitch.octave + 1}`);
  }
  return list;
}

/** The lowest notes from which so many octaves of a tonic fit the instrument, lowest first. */
export function startsThatFit(tonic: string, octaves: number, instrument: Instrument): Pitch[] {
  const high = highestPitch(instrument);
  return octavesOf(lowestTonic(tonic, lowestPitch(instrument)), high).filter(
    (pitch) => pitch.midi + 12 * octaves <= high,
  );
}

function tooFar(recipe: Recipe, instrument: Instrument, lowest: Pitch): string {
  const room = highestPitch(instrument) - lowestPitch(instrument) - 12 * recipe.octaves;
  const most = Math.floor((highestPitch(instrument) - lowest.midi) / 12);
  const name = instrument.name.toLowerCase();
  const keys = KEYS.filter((key) => lowestTonic(key, lowestPitch(instrument)).midi - lowestPitch(instrument) <= room);
  const others =
    keys.length > 0
      ? ` ${capital(octaveWords(recipe.octaves))} fit from ${keys.map(printed).join(', ')}.`
      : ` No key has ${octaveWords(recipe.octaves)} on it.`;
  return `The ${name} has room for ${octaveWords(most)} of ${printed(recipe.tonic)}, from ${printed(lowest.name)}.${others}`;
}

const KEYS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as const;

/** `one octave`, `three octaves`. */
export function octaveWords(octaves: number): string {
  const word = ['no', 'one', 'two', 'three', 'four'][octaves] ?? String(octaves);
  return `${word} ${octaves === 1 ? 'octave' : 'octaves'}`;
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
