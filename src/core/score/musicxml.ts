import { instrumentFor } from '../instruments/instruments.ts';
import { beatsPerMinute, BOW_PART_WORDS } from '../recipe/bowing.ts';
import type { Metre } from '../bowing/metre.ts';
import { TICKS_PER_BEAT, type WrittenPiece } from '../bowing/rhythm.ts';
import type { FingeredNote } from '../fingering/fingering.ts';
import type { ClefId, Instrument } from '../instruments/instrument.ts';
import type { Passage } from '../passage/passage.ts';
import { isMinor } from '../theory/form.ts';
import { keySignature } from '../theory/key-signature.ts';
import type { Pitch } from '../theory/pitch.ts';
import { AccidentalMemory } from './accidental.ts';
import { barsOf } from './bars.ts';
import { beamsOf, beatOf } from './beam.ts';
import { clefPlan } from './clef-plan.ts';
import { noteName } from '../theory/note-names.ts';
import { marksOf, type Marks } from './score-marks.ts';
import { noteId, type ScoredStudy } from './scored-study.ts';
import { documentText, element, type XmlNode } from './xml.ts';

export const MUSICXML_DOCTYPE =
  '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 3.1 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">';

const CLEFS: Record<ClefId, readonly [sign: string, line: number]> = {
  treble: ['G', 2],
  alto: ['C', 3],
  tenor: ['C', 4],
  bass: ['F', 4],
};

/**
 * The study as MusicXML: what the screen engraves is this file.
 *
 * Fingers stand above the notes; string numerals stand below where the string changes; where the
 * hand changes, a bracket over each hand and the position's name with an arrow mark the shift. A
 * study of several parts has the name of each over its beginning.
 * Every note carries an id (`n0`, `n1` …; tied pieces `n0-2` …). Bass parts are written an octave
 * up and say so.
 *
 * @param lines bars that begin a new line, counted from 0; where lines end is left open when left out.
 */
export function musicXml(study: ScoredStudy, lines: readonly number[] = []): string {
  const instrument = instrumentFor(study.recipe.instrument, study.recipe.setUp);
  const { bowing } = study.recipe;
  const { bars, metre } = barsOf(study);
  const divisions = divisionsFor(bars.flat());
  const plan = clefPlan(
    instrument,
    bars.map((bar) => bar.map((piece) => noteOf(study, piece).pitch.midi)),
  );
  const marks = marksOf(study);
  const early = bowing.pickup > 0 ? 1 : 0;
  const measures = bars.map((bar, index) =>
    element(
      'measure',
      { number: index + 1 - early, ...(early > index ? { implicit: 'yes' } : {}) },
      lines.includes(index) ? element('print', { 'new-system': 'yes' }) : undefined,
      ...barAttributes(study, instrument, plan, index, divisions, metre),
      ...(index === 0 ? opening(study, metre) : []),
      ...barContent(study, instrument, bar, marks, divisions),
      ...barRest(bar, divisions, metre),
      index === bars.length - 1
        ? element('barline', { location: 'right' }, element('bar-style', {}, 'light-heavy'))
        : undefined,
    ),
  );
  const root = element(
    'score-partwise',
    { version: '3.1' },
    element('work', {}, element('work-title', {}, study.title)),
    element('identification', {}, element('encoding', {}, element('software', {}, 'Step Ladder'))),
    element(
      'part-list',
      {},
      element('score-part', { id: 'P1' }, element('part-name', { 'print-object': 'no' }, instrument.name)),
    ),
    element('part', { id: 'P1' }, ...measures),
  );
  return documentText(MUSICXML_DOCTYPE, root);
}

function noteOf(study: ScoredStudy, piece: WrittenPiece): { pitch: Pitch; finger: FingeredNote } {
  return {
    pitch: (study.passage.notes[piece.at] as Passage['notes'][number]).pitch,
    finger: study.way.fingers[piece.at] as FingeredNote,
  };
}

/** Divisions of a beat that every length is a whole number of. */
function divisionsFor(pieces: readonly WrittenPiece[]): number {
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
  const unit = pieces.reduce((common, piece) => gcd(common, piece.length), TICKS_PER_BEAT);
  return TICKS_PER_BEAT / unit;
}

/** A length in divisions; `beat` is how many of them a beat has. */
function duration(length: number, beat: number): number {
  return Math.round((length * beat) / TICKS_PER_BEAT);
}

function barAttributes(
  study: ScoredStudy,
  instrument: Instrument,
  plan: readonly ClefId[],
  bar: number,
  divisions: number,
  metre: Metre,
): XmlNode[] {
  const clef = plan[bar] as ClefId;
  const [sign, line] = CLEFS[clef];
  const clefElement = element('clef', {}, element('sign', {}, sign), element('line', {}, line));
  if (bar > 0) return clef === plan[bar - 1] ? [] : [element('attributes', {}, clefElement)];
  const key = keySignature(study.recipe.tonic, study.recipe.form);
  return [
    element(
      'attributes',
      {},
      // They are given to a quarter, of which a beat of compound time has one and a half.
      element('divisions', {}, metre.compound ? (divisions * 2) / 3 : divisions),
      element(
        'key',
        {},
        element('fifths', {}, key.fifths),
        element('mode', {}, isMinor(study.recipe.form) ? 'minor' : 'major'),
      ),
      element(
        'time',
        {},
        element('beats', {}, metre.compound ? 3 * metre.beats : metre.beats),
        element('beat-type', {}, metre.compound ? 8 : 4),
      ),
      clefElement,
      instrument.writtenAbove === 0
        ? undefined
        : element(
            'transpose',
            {},
            element('diatonic', {}, 0),
            element('chromatic', {}, 0),
            element('octave-change', {}, -instrument.writtenAbove / 12),
          ),
    ),
  ];
}

function barContent(
  study: ScoredStudy,
  instrument: Instrument,
  bar: readonly WrittenPiece[],
  marks: Marks,
  divisions: number,
): XmlNode[] {
  const accidentals = new AccidentalMemory(keySignature(study.recipe.tonic, study.recipe.form).altered);
  const beams = beamsOf(bar);
  return bar.flatMap((piece, index) => {
    const { pitch, finger } = noteOf(study, piece);
    const head = !piece.tiedFrom && piece.again === 0;
    const note = element(
      'note',
      { id: head ? noteId(piece.at) : `${noteId(piece.at)}-${piece.again}-${index + 2}` },
      pitchElement(pitch, instrument),
      element('duration', {}, duration(piece.length, divisions)),
      piece.tiedFrom ? element('tie', { type: 'stop' }) : undefined,
      piece.tiedTo ? element('tie', { type: 'start' }) : undefined,
      element('voice', {}, 1),
      element('type', {}, piece.value.type),
      ...Array.from({ length: piece.value.dots }, () => element('dot')),
      piece.tiedFrom ? undefined : accidentals.show(pitch),
      piece.value.tuplet
        ? element(
            'time-modification',
            {},
            element('actual-notes', {}, piece.value.tuplet.actual),
            element('normal-notes', {}, piece.value.tuplet.normal),
          )
        : undefined,
      ...(beams[index] ?? []),
      notations(piece, bar, index, finger, marks, instrument),
      study.look?.names && head
        ? element(
            'lyric',
            {},
            element('syllabic', {}, 'single'),
            element(
              'text',
              {},
              study.look.covered?.includes(piece.at) ? '?' : noteName(pitch, study.passage.tonic, study.look.names),
            ),
          )
        : undefined,
    );
    const before = [...directionsBefore(piece.at, marks), ...handEnd(piece, marks)];
    return head ? [...before, note] : [note];
  });
}

function pitchElement(pitch: Pitch, instrument: Instrument): XmlNode {
  return element(
    'pitch',
    {},
    element('step', {}, pitch.letter),
    pitch.alter === 0 ? undefined : element('alter', {}, pitch.alter),
    element('octave', {}, pitch.octave + instrument.writtenAbove / 12),
  );
}

function directionsBefore(at: number, marks: Marks): XmlNode[] {
  const list: XmlNode[] = [];
  const hand = marks.handStarts.get(at);
  // The space at its end keeps the name of the next hand off: the engraver thinks letters narrower than they are.
  if (hand !== undefined) list.push(wordsAbove(`${hand}\u00a0`, { 'font-size': 7, 'font-style': 'italic' }));
  // What comes later stands higher: a part's name over that of its first hand.
  const heading = marks.headings.get(at);
  if (heading !== undefined) {
    list.push(wordsAbove(heading, { 'font-weight': 'bold', 'font-style': 'normal', 'font-size': 9 }));
  }
  if (hand !== undefined && !marks.handEnds.has(at)) {
    list.push(
      element(
        'direction',
        { placement: 'above' },
        element(
          'direction-type',
          {},
          element('bracket', { type: 'start', number: 1, 'line-end': 'down', 'line-type': 'solid' }),
        ),
      ),
    );
  }
  const wedge = marks.wedges.get(at);
  if (wedge !== undefined) {
    if (wedge === 'diminuendo' && at > 0) list.push(wedgeMark('stop'));
    list.push(wedgeMark(wedge));
  }
  const numeral = marks.numerals.get(at);
  if (numeral !== undefined) {
    list.push(
      element(
        'direction',
        { placement: 'below' },
        element(
          'direction-type',
          {},
          element('words', { 'font-weight': 'bold', 'font-style': 'normal', 'font-size': 7 }, numeral),
        ),
      ),
    );
  }
  return list;
}

function wordsAbove(words: string, look: Readonly<Record<string, string | number>>): XmlNode {
  return element('direction', { placement: 'above' }, element('direction-type', {}, element('words', look, words)));
}

function wedgeMark(type: string): XmlNode {
  return element('direction', { placement: 'below' }, element('direction-type', {}, element('wedge', { type })));
}

/** Tempo and the part of the bow, over the first note. */
function opening({ recipe }: ScoredStudy, metre: Metre): XmlNode[] {
  const { bpm, part, unit } = recipe.bowing;
  const counted = { 'half-beat': '♪', beat: '♩', 'two-beats': 'half note' }[unit];
  const beats = beatsPerMinute(recipe.bowing);
  const tempo = element(
    'direction',
    { placement: 'above' },
    element(
      'direction-type',
      {},
      // In words: the engraver would set the note in a face of its own, which not every paper has.
      element('words', { 'font-style': 'normal', 'font-size': 7 }, `${counted}${metre.compound ? '.' : ''} = ${bpm}`),
    ),
    element('sound', { tempo: metre.compound ? beats * 1.5 : beats }),
  );
  if (part === 'none') return [tempo];
  return [
    tempo,
    element(
      'direction',
      { placement: 'above' },
      element('direction-type', {}, element('words', { 'font-style': 'italic', 'font-size': 7 }, BOW_PART_WORDS[part])),
    ),
  ];
}

/** The bracket of a hand ends over its last note; a hand of one note carries its name alone. */
function handEnd(piece: WrittenPiece, marks: Marks): XmlNode[] {
  if (!marks.handEnds.has(piece.at) || marks.handStarts.has(piece.at)) return [];
  return [
    element(
      'direction',
      { placement: 'above' },
      element(
        'direction-type',
        {},
        element('bracket', { type: 'stop', number: 1, 'line-end': 'down', 'line-type': 'solid' }),
      ),
    ),
  ];
}

function notations(
  piece: WrittenPiece,
  bar: readonly WrittenPiece[],
  index: number,
  finger: FingeredNote,
  marks: Marks,
  instrument: Instrument,
): XmlNode | undefined {
  const stroke = marks.strokes.find((one) => one.from <= piece.at && piece.at <= one.to);
  const slurred = stroke !== undefined && stroke.to > stroke.from;
  const head = !piece.tiedFrom && piece.again === 0;
  const stringIndex = instrument.strings.findIndex((string) => string.name === finger.string);
  const parts: (XmlNode | undefined)[] = [
    piece.tiedFrom ? element('tied', { type: 'stop' }) : undefined,
    piece.tiedTo ? element('tied', { type: 'start' }) : undefined,
    slurred && stroke.from === piece.at && head ? element('slur', { type: 'start', number: 1 }) : undefined,
    slurred && stroke.to === piece.at && !piece.tiedTo ? element('slur', { type: 'stop', number: 1 }) : undefined,
    tupletEdge(piece, bar, index),
    !head
      ? undefined
      : element(
          'technical',
          {},
          stroke && stroke.from === piece.at && marks.bowed.has(piece.at)
            ? element(stroke.direction === 'down' ? 'down-bow' : 'up-bow')
            : undefined,
          marks.fingered.has(piece.at) ? element('fingering', { placement: 'above' }, finger.finger) : undefined,
          ...(marks.under.get(piece.at) ?? []).map((words) => element('fingering', { placement: 'below' }, words)),
          element('string', {}, instrument.strings.length - stringIndex),
        ),
  ];
  const touches = [
    head && marks.accented.has(piece.at) ? element('accent') : undefined,
    head && marks.hooked && slurred ? element('staccato') : undefined,
  ].filter((touch) => touch !== undefined);
  if (touches.length > 0) parts.push(element('articulations', {}, ...touches));
  const present = parts.filter((part) => part !== undefined);
  return present.length > 0 ? element('notations', {}, ...present) : undefined;
}

/** A tuplet begins and ends with its beat, as far as tuplet notes of the beat reach. */
function tupletEdge(piece: WrittenPiece, bar: readonly WrittenPiece[], index: number): XmlNode | undefined {
  if (!piece.value.tuplet) return undefined;
  const together = (other: WrittenPiece | undefined): boolean =>
    other?.value.tuplet !== undefined && beatOf(other) === beatOf(piece);
  const starts = !together(bar[index - 1]);
  const ends = !together(bar[index + 1]);
  if (starts === ends) return undefined;
  return element('tuplet', { type: starts ? 'start' : 'stop', bracket: 'no' });
}

/** Rests that fill a bar up after its last note: at the end of a study or of a part. */
function barRest(bar: readonly WrittenPiece[], divisions: number, metre: Metre): XmlNode[] {
  const length = TICKS_PER_BEAT * metre.beats;
  const last = bar[bar.length - 1];
  if (!last) return [];
  const barEnd = (Math.floor(last.onset / length + 1e-9) + 1) * length;
  let left = barEnd - last.onset - last.length;
  const rests: XmlNode[] = [];
  for (const [type, beats] of [
    ['half', 2],
    ['quarter', 1],
  ] as const) {
    while (left >= beats * TICKS_PER_BEAT - 1e-6 && (type === 'quarter' || left % (2 * TICKS_PER_BEAT) === 0)) {
      rests.unshift(
        element(
          'note',
          {},
          element('rest'),
          element('duration', {}, duration(beats * TICKS_PER_BEAT, divisions)),
          element('voice', {}, 1),
          element('type', {}, type),
          metre.compound ? element('dot') : undefined,
        ),
      );
      left -= beats * TICKS_PER_BEAT;
    }
  }
  return rests;
}
