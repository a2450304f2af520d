import { granted, refused, type Outcome, type Refused, capital } from '../base/index.ts';
import { highestPitch, lowestPitch, type Instrument, instrumentFor } from '../instruments/index.ts';
import { type Ask, type Bowing, octaveWords } from '../recipe/index.ts';
import { schoolOf, type School } from '../schools/index.ts';
import {
  FIGURE_NAMES,
  isSeries,
  rungsUp,
  type FigureId,
  ARPEGGIO_SERIES,
  CHORD_FORMS,
  formOf,
  SCALE_FORMS,
  type FormId,
  parsePitch,
  printed,
  shiftOctaves,
  tonicName,
  type Pitch,
  degreeOf,
  enharmonicTwin,
  spellChord,
  spellScale,
  stackOctaves,
  type Heading,
} from '../theory/index.ts';
import { fromMusic } from './from-music.ts';
import { leaningOf, lowestTonic } from './tonic.ts';

import type { Motion, Passage, PassageNote } from './passage.ts';

/** What decides the notes of a study: the ask, and of its bowing the turns and the top note. */
export type AskedNotes = Ask & {
  readonly bowing: Pick<Bowing, 'opening' | 'top' | 'closing'>;
  readonly school?: string | School | undefined;
  /** The tonics in the middle sound twice, so that each octave is whole. */
  readonly middleTwice?: true;
};

/**
 * The notes a recipe asks for, spelled, in playing order, turns included.
 * Refuses a form, a start or a range the instrument or the notation has no room for.
 */
export function passageOf(
  ask: AskedNotes,
  instrument: Instrument = instrumentFor(ask.instrument, ask.setUp),
): Outcome<Passage> {
  if (ask.music) return granted(fromMusic(ask.music, ask, instrument));
  return isSeries(ask.figure) ? seriesOf(ask, instrument) : partOf(ask, instrument);
}

/** The studies a study of several parts is made of, in playing order. */
export function partRecipes<Asked extends AskedNotes>(ask: Asked): Asked[] {
  if (ask.figure === 'arpeggio-series') {
    return ARPEGGIO_SERIES.map((form) => ({ ...ask, figure: 'arpeggio', form, melodicDescent: 'natural' }));
  }
  if (ask.figure === 'octaves-joined') return octavesThenJoined(ask);
  return [
    { ...ask, figure: 'scale' },
    { ...ask, figure: 'arpeggio', form: chordOn(ask.form), melodicDescent: 'natural' },
    { ...ask, figure: 'broken-thirds' },
  ];
}

/** Each octave by itself, then all of them with the tonics between them twice. */
function octavesThenJoined<Asked extends AskedNotes>(ask: Asked): Asked[] {
  const whole: Asked = { ...ask, figure: 'scale' };
  const start = startOf(ask, instrumentFor(ask.instrument, ask.setUp));
  if (!start.ok || ask.octaves === 1) return [whole];
  const apart = Array.from({ length: ask.octaves }, (_, octave): Asked => ({
    ...whole,
    octaves: 1,
    start: shiftOctaves(start.value, octave).name,
  }));
  return [...apart, { ...whole, middleTwice: true }];
}

/** What each part of a study of several is called, in playing order: `Scale`, `Arpeggio`; none for a study of one. */
export function partNames(ask: AskedNotes): string[] {
  if (!isSeries(ask.figure)) return [];
  const parts = partRecipes(ask);
  if (ask.figure === 'octaves-joined') {
    return parts.map((_, part) => (part < parts.length - 1 ? `Octave ${part + 1}` : 'Joined'));
  }
  return parts.map(({ figure, form }) => {
    const name = ask.figure === 'key-set' ? FIGURE_NAMES[figure] : formOf(form).name;
    return capital(name);
  });
}

/** The chord that goes with a scale in a key set: its own triad, major or minor by its third. */
function chordOn(form: FormId): FormId {
  const { scale } = formOf(form);
  return scale?.kind === 'degrees' && scale.up.includes('3m') ? 'minor' : 'major';
}

function seriesOf(ask: AskedNotes, instrument: Instrument): Outcome<Passage> {
  if (ask.figure === 'key-set' && formOf(ask.form).scale?.kind !== 'degrees') {
    return refused('set-needs-key', 'form', {});
  }
  if (ask.figure === 'arpeggio-series' && ask.form !== 'major') {
    return refused('series-has-forms', 'form', {});
  }
  const notes: PassageNote[] = [];
  const parts: number[] = [];
  let first: Passage | undefined;
  for (const part of partRecipes(ask)) {
    const passage = partOf(part, instrument);
    if (!passage.ok) return passage;
    first ??= passage.value;
    parts.push(notes.length);
    for (const note of passage.value.notes) notes.push({ ...note, at: notes.length });
  }
  if (!first) return refused('series-has-no-parts', 'figure', {});
  return granted({ ...first, notes, parts });
}

function partOf(ask: AskedNotes, instrument: Instrument): Outcome<Passage> {
  const form = formRefusal(ask);
  if (form) return form;
  if (ask.melodicDescent === 'ascending' && ask.form !== 'melodic-minor') {
    return refused('only-melodic-descends', 'melodicDescent', {});
  }
  const start = startOf(ask, instrument);
  if (!start.ok) return start;
  const tonic = start.value;
  const up = ladder(ask, tonic, 'up');
  const down = ladder(ask, tonic, 'down');
  if (!up || !down) return unspellable(ask);
  const turns = turnRefusal(ask, up.length);
  if (turns) return turns;

  const line = { motion: motionOf(ask.figure), ...(ask.form === 'chromatic' ? { chromatic: true as const } : {}) };
  const notes: PassageNote[] = [];
  const push = (pitch: Pitch | undefined, heading: Heading, added?: PassageNote['added']): void => {
    if (!pitch) return;
    const repeats = notes.at(-1)?.pitch.midi === pitch.midi;
    notes.push({
      at: notes.length,
      pitch,
      degree: degreeOf(pitch, tonic),
      heading,
      ...line,
      ...(added ? { added } : {}),
      ...(repeats ? { repeats } : {}),
    });
  };
  const rungs = rungsUp(ask.figure, up.length - 1);
  if (rungs.length < 2) return refused('too-few-notes', 'figure', {});
  let top = 0;
  const perOctave = (up.length - 1) / ask.octaves;
  const inMiddle = (rung: number): boolean =>
    ask.middleTwice === true && rung > 0 && rung < up.length - 1 && rung % perOctave === 0;
  if (ask.direction !== 'down') {
    const turn = { none: [], two: [0, 1], three: [0, 1, 2] }[ask.bowing.opening];
    for (const rung of turn) push(up[rung], 'up', 'opening');
    for (const rung of rungs) {
      push(up[rung], 'up');
      if (inMiddle(rung)) push(up[rung], 'up', 'joint');
    }
    top = notes.length - 1;
  }
  if (ask.direction === 'down') push(down[rungs.at(-1) ?? 0], 'down');
  if (ask.bowing.top === 'twice') push(down[rungs.at(-1) ?? 0], ask.direction === 'up' ? 'up' : 'down', 'top');
  if (ask.direction !== 'up') {
    const homeward = rungs.slice(0, -1).reverse();
    for (const rung of homeward.slice(0, -1)) {
      push(down[rung], 'down');
      if (inMiddle(rung)) push(down[rung], 'down', 'joint');
    }
    const turn = { none: [], two: [0, 1], three: [0, 2, 1] }[ask.bowing.closing];
    for (const rung of turn) push(down[rung], 'down', 'closing');
    push(down[homeward.at(-1) ?? 0], 'down');
  }
  return granted({ notes, course: ask.direction, top, parts: [0], tonic, leaning: leaningOf(ask) });
}

/** Scales go by step, arpeggios by leap; thirds and groups turn back again and again. */
function motionOf(figure: FigureId): Motion {
  if (figure === 'scale') return 'step';
  return figure === 'arpeggio' ? 'leap' : 'turn';
}

function ladder(ask: AskedNotes, tonic: Pitch, heading: Heading): Pitch[] | undefined {
  const notes = ask.melodicDescent === 'ascending' ? 'up' : heading;
  const octave = ask.figure === 'arpeggio' ? spellChord(tonic, ask.form) : spellScale(tonic, ask.form, notes);
  return octave && stackOctaves(octave, ask.octaves);
}

function formRefusal(ask: AskedNotes): Refused | undefined {
  const form = formOf(ask.form);
  if (ask.figure === 'arpeggio' && !form.chord) {
    return refused('no-arpeggio', 'form', { form: form.name, chords: CHORD_FORMS });
  }
  if (ask.figure !== 'arpeggio' && !form.scale) {
    return ask.form === 'minor'
      ? refused('which-minor', 'form', {})
      : refused('only-arpeggio', 'form', { form: form.name, scales: SCALE_FORMS });
  }
  return undefined;
}

function turnRefusal(ask: AskedNotes, rungs: number): Refused | undefined {
  const { opening, closing } = ask.bowing;
  if (opening !== 'none' && ask.direction === 'down') {
    return refused('no-opening-turn', 'bowing.opening', {});
  }
  if (closing !== 'none' && ask.direction === 'up') {
    return refused('no-closing-turn', 'bowing.closing', {});
  }
  return rungs < 3 ? refused('too-short-to-turn', 'bowing.opening', {}) : undefined;
}

function unspellable(ask: AskedNotes): Refused {
  const form = formOf(ask.form);
  const twin = enharmonicTwin(ask.tonic, form);
  return refused('unspellable', 'tonic', {
    key: printed(ask.tonic),
    form: form.name,
    twin: twin && printed(twin),
  });
}

/** The lowest tonic of the study: as asked, or the lowest the instrument has. */
function startOf(ask: AskedNotes, instrument: Instrument): Outcome<Pitch> {
  const low = lowestPitch(instrument);
  const high = highestPitch(instrument);
  const lowest = lowestTonic(ask.tonic, low);
  const fits = (pitch: Pitch, octaves: number): boolean => pitch.midi >= low && pitch.midi + 12 * octaves <= high;
  const key = printed(ask.tonic);

  if (ask.start === undefined) {
    // A movable pattern begins on a finger: on an open string it begins an octave higher.
    const higher = lowestTonic(ask.tonic, lowest.midi + 1);
    const onFinger = schoolOf(ask)?.rules.movable === true && lowest.midi === low && fits(higher, ask.octaves);
    if (onFinger) return granted(higher);
    if (fits(lowest, ask.octaves)) return granted(lowest);
    return tooFar(ask, instrument, lowest);
  }
  const asked = parsePitch(ask.start);
  if (!asked) return refused('no-tonic-start', 'start', {});
  if (tonicName(asked) !== ask.tonic) {
    return refused('start-not-tonic', 'start', { key, lowest: printed(lowest.name) });
  }
  const start = printed(asked.name);
  const name = instrument.name.toLowerCase();
  if (asked.midi < low || asked.midi > high) {
    const facts = { start, instrument: name, key, lowest: printed(lowest.name) };
    return refused(asked.midi < low ? 'start-too-low' : 'start-too-high', 'start', facts);
  }
  if (!fits(asked, ask.octaves)) {
    const most = Math.floor((high - asked.midi) / 12);
    return refused('no-room-from', 'octaves', {
      start,
      instrument: name,
      octaves: octaveWords(ask.octaves),
      starts: octavesOf(lowest, high)
        .filter((pitch) => fits(pitch, ask.octaves))
        .map((pitch) => printed(pitch.name)),
      most: most > 0 ? octaveWords(most) : undefined,
      lowest: printed(lowest.name),
    });
  }
  return granted(asked);
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

function tooFar(ask: AskedNotes, instrument: Instrument, lowest: Pitch): Refused {
  const low = lowestPitch(instrument);
  const room = highestPitch(instrument) - low - 12 * ask.octaves;
  return refused('no-room', 'octaves', {
    instrument: instrument.name.toLowerCase(),
    octaves: octaveWords(ask.octaves),
    most: octaveWords(Math.floor((highestPitch(instrument) - lowest.midi) / 12)),
    key: printed(ask.tonic),
    lowest: printed(lowest.name),
    keys: KEYS.filter((key) => lowestTonic(key, low).midi - low <= room).map(printed),
  });
}

const KEYS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as const;
