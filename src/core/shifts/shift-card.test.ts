import { INSTRUMENT_TABLE, type InstrumentId } from '../instruments/instruments.ts';
import { describe, expect, it } from 'vitest';
import type { FingeredNote, Way } from '../fingering/fingering.ts';
import { positionName } from '../instruments/position.ts';
import type { Passage } from '../passage/passage.ts';
import { readRecipe } from '../recipe/recipe.ts';
import { playable } from '../study/playable.ts';
import { parsePitch, type Pitch } from '../theory/pitch.ts';
import { changedComingDown, crossingCards } from './crossing-card.ts';
import { bowSentence, checkSentence, leadSentences, moveSentence, placeSentence, timingSentence } from './sentences.ts';
import { shiftCards, startCard } from './shift-card.ts';

/** `C#5 A 2 2`: pitch, string, finger, hand; a thumb hand ends in t. */
function note(instrument: InstrumentId, text: string, at: number): { pitch: Pitch; fingered: FingeredNote } {
  const [name = '', string = '', finger = '', place = ''] = text.split(' ');
  const pitch = parsePitch(name)!;
  const hand = Number.parseInt(place);
  const thumb = place.endsWith('t');
  const open = INSTRUMENT_TABLE[instrument].strings.find((one) => one.name === string)!.open;
  const position = positionName(INSTRUMENT_TABLE[instrument], hand, thumb, pitch.alter);
  const mark = (finger === 'T' ? 'T' : Number(finger)) as FingeredNote['finger'];
  return {
    pitch,
    fingered: { at, string, finger: mark, stop: pitch.midi - open, hand, position, reach: 'none', thumb },
  };
}

/** A study of the given notes; `around` only sounds. */
function told(instrument: InstrumentId, texts: readonly string[]) {
  const notes = texts.map((text, at) => note(instrument, text, at));
  const fingers = notes.map((one) => one.fingered);
  const passage: Passage = {
    notes: notes.map(({ pitch }, at) => ({ at, pitch, degree: 1, heading: 'up', motion: 'step' })),
    course: 'up',
    top: notes.length - 1,
    parts: [0],
    tonic: notes[0]!.pitch,
    leaning: 1,
  };
  const stopped = fingers.filter((one) => one.finger !== 0);
  const shifts = stopped.slice(1).flatMap((to, k) => {
    const from = stopped[k]!;
    return from.hand === to.hand ? [] : [{ from: from.at, to: to.at, semitones: to.hand - from.hand }];
  });
  const way: Way = { cost: 0, mirrored: false, fingers, shifts, crossings: [], slides: [], systems: [], terms: [] };
  const recipe = readRecipe({ instrument, tonic: 'C' });
  if (!recipe.ok) throw new Error(recipe.refusal.message);
  const [card] = shiftCards(way, passage, recipe.value);
  return {
    halfSteps: card!.halfSteps,
    millimetres: Math.round(card!.millimetres),
    lead: leadSentences(card!).join(' '),
    place: placeSentence(card!, card!.to),
    check: checkSentence(card!, passage),
    when: timingSentence(card!),
    thumb: card!.thumb,
    move: moveSentence(card!, passage),
  };
}

/**
 * Worked shifts as they are taught. Facts of the trade, no published source; the millimetres from
 * L·(1 − 2^(−n/12)) worked out by hand calculator for 328, 370, 690 and 1100 mm.
 */
const WORKED: readonly [
  instrument: InstrumentId,
  from: string,
  to: string,
  halfSteps: number,
  millimetres: number,
  lead: RegExp,
  check: RegExp,
][] = [
  ['violin', 'C#5 A 2 2', 'D5 A 1 5', 3, 46, /first finger goes where the third/, /open D: an octave above.*D rings/],
  ['violin', 'A5 E 3 2', 'B5 E 2 5', 3, 46, /second finger goes where the fourth/, /Tune A5 first.*whole step above/],
  ['violin', 'C4 G 3 2', 'D4 G 1 7', 5, 73, /first finger goes where the fourth/, /open D: a unison/],
  [
    'violin',
    'A5 E 1 5',
    'G#5 E 2 2',
    -3,
    46,
    /third finger goes where the first.*second finger falls beside/,
    /Tune A5 first/,
  ],
  [
    'violin',
    'D6 E 1 10',
    'C#6 E 3 5',
    -5,
    62,
    /fourth finger goes where the first.*third finger falls/,
    /half step below/,
  ],
  [
    'violin',
    'G#6 E 4 11',
    'A6 E 4 12',
    1,
    10,
    /^The fourth finger slides on the string, light, a half step\.$/,
    /open A: two octaves/,
  ],
  ['violin', 'B4 A 1 2', 'D5 A 1 5', 3, 46, /^The first finger slides/, /octave above/],
  [
    'violin',
    'D4 G 4 2',
    'G4 D 1 5',
    3,
    46,
    /Measure on the G string: the first finger goes where the third/,
    /open G: an octave/,
  ],
  ['viola', 'F3 C 3 2', 'G3 C 1 7', 5, 83, /first finger goes where the fourth/, /open G: a unison/],
  ['viola', 'B4 A 1 2', 'D5 A 1 5', 3, 52, /first finger slides/, /open D: an octave/],
  [
    'cello',
    'D4 A 4 2',
    'E4 A 1 7',
    5,
    154,
    /first finger lands a whole step above where the fourth/,
    /Tune D4 first, an octave above the open D/,
  ],
  ['cello', 'G3 D 4 2', 'A3 D 1 7', 5, 154, /lands a whole step above/, /open A: a unison/],
  ['cello', 'C4 A 2 2', 'D4 A 1 5', 3, 98, /first finger goes where the fourth/, /open D: an octave/],
  ['cello', 'C3 G 4 2', 'D3 G 1 7', 5, 154, /whole step above/, /open D: a unison.*D rings/],
  [
    'cello',
    'D4 A 1 5',
    'C4 A 2 2',
    -3,
    98,
    /fourth finger goes where the first.*second finger falls/,
    /open C: two octaves/,
  ],
  ['cello', 'F4 A 2 7', 'A4 A T 12t', 5, 116, /thumb lands|thumb goes/, /open D: an octave and a fifth/],
  [
    'bass',
    'B2 G 4 2',
    'C3 G 1 5',
    3,
    156,
    /first finger lands a half step above where the fourth/,
    /Tune B2 first, an octave and a fifth above the open E/,
  ],
  [
    'bass',
    'C2 A 2 2',
    'D2 A 4 3',
    1,
    55,
    /first finger goes where the second.*fourth finger falls/,
    /open D: a unison/,
  ],
  [
    'bass',
    'C3 G 1 5',
    'B2 G 4 2',
    -3,
    156,
    /fourth finger lands a half step below where the first/,
    /open E: an octave and a fifth/,
  ],
  [
    'bass',
    'F1 E 1 1',
    'F#1 E 1 2',
    1,
    58,
    /first finger slides on the string, light, a half step/,
    /No open string|Tune/,
  ],
];

describe('worked shifts', () => {
  it.each(WORKED)('%s: %s to %s', (instrument, from, to, halfSteps, millimetres, lead, check) => {
    const card = told(instrument, [from, to]);
    expect(card.halfSteps).toBe(halfSteps);
    expect(card.millimetres).toBe(millimetres);
    expect(card.lead).toMatch(lead);
    expect(card.check).toMatch(check);
  });

  it('are told in full', () => {
    const card = told('violin', ['C#5 A 2 2', 'D5 A 1 5']);
    expect(card.move).toBe(
      'From C♯5, the second finger on A in first position up to D5, the first finger on A in third position.',
    );
    expect(card.place).toBe('It is the place of the third finger in first position.');
    expect(card.thumb).toBeUndefined();
    expect(told('cello', ['F4 A 2 7', 'A4 A T 12t']).thumb).toMatch(/comes out from behind the neck/);
    const across = told('violin', ['D4 G 4 2', 'G4 D 1 5']);
    expect([across.lead, across.when]).toEqual([expect.stringMatching(/then cross to D\.$/), undefined]);
    expect(told('violin', ['D5 A 3 2', 'E5 E 0 2', 'F5 A 3 5']).when).toMatch(/open string sounds/);
  });
});

describe('the start of a study', () => {
  it('needs no card at home, and says how to find the hand elsewhere', () => {
    const home = playable({ instrument: 'violin', tonic: 'A', octaves: 2 });
    expect(startCard(home.ways[0]!, home.passage, home.recipe)).toBeUndefined();
    const third = playable({
      instrument: 'violin',
      tonic: 'C',
      start: 'C4',
      pins: [{ at: 0, string: 'G', finger: 1 }],
    });
    const card = startCard(third.ways[0]!, third.passage, third.recipe)!;
    // C4 on the G string is the third finger's place in first position, and the open G's fourth.
    expect(card.first).toMatchObject({ string: 'G', finger: 1, hand: 5 });
    expect(card.fromHome).toEqual({ finger: 3, bend: undefined, apart: 0 });
    expect(Math.round(card.millimetres)).toBe(46);
  });
});

describe('the way down', () => {
  it('warns where an open string is left for a high finger', () => {
    const { ways, passage } = playable({ instrument: 'violin', tonic: 'G', octaves: 2 });
    const down = crossingCards(ways[0]!, passage, INSTRUMENT_TABLE.violin).filter((card) => card.heading === 'down');
    expect(down.map((card) => card.watch)).toEqual([
      'Have the third finger over A while the open E still sounds.',
      'Have the third finger over D while the open A still sounds.',
      'Have the third finger over G while the open D still sounds.',
    ]);
  });

  it('finds the notes a melodic minor changes', () => {
    const { passage } = playable({ instrument: 'violin', tonic: 'A', form: 'melodic-minor', start: 'A3' });
    expect(changedComingDown(passage).map((at) => passage.notes[at]!.pitch.name)).toEqual(['G4', 'F4']);
    const harmonic = playable({ instrument: 'violin', tonic: 'A', form: 'harmonic-minor', start: 'A3' });
    expect(changedComingDown(harmonic.passage)).toEqual([]);
  });
});

describe('where a shift falls in the bow', () => {
  it('is said of slurs alone, and of the beat where it falls on one', () => {
    expect(bowSentence({ bow: 'separate', onBeat: true })).toBeUndefined();
    expect(bowSentence({ bow: 'change', onBeat: true })).toBe(
      'The bow changes as the hand arrives, on the beat, and hides it.',
    );
    expect(bowSentence({ bow: 'change', onBeat: false })).toBe('The bow changes as the hand arrives, and hides it.');
    expect(bowSentence({ bow: 'slur', onBeat: false })).toBe(
      'It falls inside a slur: lighten the bow, and let the slide go unheard.',
    );
  });
});
