import { TICKS_PER_BEAT, type NoteValue } from '../bowing/index.ts';
import type { ClefId } from '../instruments/index.ts';
import type { Pitch } from '../theory/index.ts';
import type {
  ChordNote,
  Direction,
  Opening,
  Score,
  ScoreBar,
  ScoreKey,
  ScoreNote,
  ScorePart,
  ScoreRest,
} from './score.ts';
import { documentText, element, type XmlNode } from './xml.ts';

export const MUSICXML_DOCTYPE =
  '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 3.1 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">';

const CLEFS: Record<ClefId, readonly [sign: string, line: number]> = {
  treble: ['G', 2],
  alto: ['C', 3],
  tenor: ['C', 4],
  bass: ['F', 4],
};

const ACCIDENTALS: Readonly<Record<number, string>> = {
  [-2]: 'flat-flat',
  [-1]: 'flat',
  0: 'natural',
  1: 'sharp',
  2: 'double-sharp',
};

/**
 * A score as MusicXML: what the screen engraves is this file. Every note carries an id (`n0`, `n1` …;
 * tied pieces and repeated strokes `n0-0-2` …). Parts written above their sound say so.
 */
export function musicXml(score: Score): string {
  const named = score.parts.length > 1;
  const root = element(
    'score-partwise',
    { version: '3.1' },
    element('work', {}, element('work-title', {}, score.title)),
    element('identification', {}, element('encoding', {}, element('software', {}, 'Step Ladder'))),
    element(
      'part-list',
      {},
      ...score.parts.map(({ name }, part) =>
        element('score-part', { id: partId(part) }, element('part-name', named ? {} : { 'print-object': 'no' }, name)),
      ),
    ),
    ...score.parts.map((part, place) => element('part', { id: partId(place) }, ...measuresOf(part))),
  );
  return documentText(MUSICXML_DOCTYPE, root);
}

function partId(place: number): string {
  return `P${place + 1}`;
}

function measuresOf(part: ScorePart): XmlNode[] {
  const divisions = divisionsFor(part);
  return part.bars.map((bar, index) =>
    element(
      'measure',
      { number: bar.number, ...(bar.pickup ? { implicit: 'yes' } : {}) },
      bar.newLine ? element('print', { 'new-system': 'yes' }) : undefined,
      ...attributesOf(part, bar, index === 0, divisions),
      ...(bar.opening ? openingMarks(bar.opening) : []),
      ...bar.notes.flatMap((note) => [
        ...note.restsBefore.map((rest) => restElement(rest, divisions)),
        ...note.directions.map(directionMark),
        noteElement(note, part, divisions),
        ...(note.chord ?? []).map((one) => chordElement(one, note, part, divisions)),
      ]),
      ...restsAtEnd(bar, divisions),
      bar.ends ? element('barline', { location: 'right' }, element('bar-style', {}, 'light-heavy')) : undefined,
    ),
  );
}

/** Divisions of a beat that every length is a whole number of. */
function divisionsFor({ bars }: ScorePart): number {
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
  const lengths = bars.flatMap(({ notes, rests }) => [
    ...notes.flatMap((note) => [note, ...note.restsBefore]),
    ...rests,
  ]);
  const unit = lengths.reduce((common, { length }) => gcd(common, length), TICKS_PER_BEAT);
  return TICKS_PER_BEAT / unit;
}

/** A length in divisions; `beat` is how many of them a beat has. */
function duration(length: number, beat: number): number {
  return Math.round((length * beat) / TICKS_PER_BEAT);
}

function attributesOf(part: ScorePart, bar: ScoreBar, first: boolean, divisions: number): XmlNode[] {
  const [sign, line] = CLEFS[bar.clef ?? 'treble'];
  const clef = element('clef', {}, element('sign', {}, sign), element('line', {}, line));
  if (!first) {
    if (!bar.clef && !bar.key && !bar.time) return [];
    return [
      element(
        'attributes',
        {},
        bar.key ? keyElement(bar.key) : undefined,
        bar.time ? timeElement(bar.time) : undefined,
        bar.clef ? clef : undefined,
      ),
    ];
  }
  const { key, metre, octavesAbove } = part;
  return [
    element(
      'attributes',
      {},
      // They are given to a quarter, of which a beat of compound time has one and a half.
      element('divisions', {}, metre.compound ? (divisions * 2) / 3 : divisions),
      keyElement(bar.key ?? key),
      timeElement(bar.time ?? { beats: metre.compound ? 3 * metre.beats : metre.beats, unit: metre.compound ? 8 : 4 }),
      clef,
      octavesAbove === 0
        ? undefined
        : element(
            'transpose',
            {},
            element('diatonic', {}, 0),
            element('chromatic', {}, 0),
            element('octave-change', {}, -octavesAbove),
          ),
    ),
  ];
}

function keyElement({ fifths, minor }: ScoreKey): XmlNode {
  return element('key', {}, element('fifths', {}, fifths), element('mode', {}, minor ? 'minor' : 'major'));
}

function timeElement({ beats, unit }: { readonly beats: number; readonly unit: number }): XmlNode {
  return element('time', {}, element('beats', {}, beats), element('beat-type', {}, unit));
}

/** A note under another at the same stem. */
function chordElement(
  one: ChordNote,
  { length, value }: ScoreNote,
  { octavesAbove }: ScorePart,
  divisions: number,
): XmlNode {
  const marks = [
    one.finger === undefined ? undefined : element('fingering', { placement: 'above' }, one.finger),
    one.string === undefined ? undefined : element('string', {}, one.string),
  ].filter((mark) => mark !== undefined);
  return element(
    'note',
    {},
    element('chord'),
    pitchElement(one.pitch, octavesAbove),
    element('duration', {}, duration(length, divisions)),
    element('voice', {}, 1),
    element('type', {}, value.type),
    ...Array.from({ length: value.dots }, () => element('dot')),
    one.accidental === undefined ? undefined : element('accidental', {}, ACCIDENTALS[one.accidental] ?? 'natural'),
    timeModification(value),
    marks.length > 0 ? element('notations', {}, element('technical', {}, ...marks)) : undefined,
  );
}

function noteElement(note: ScoreNote, { octavesAbove }: ScorePart, divisions: number): XmlNode {
  const { value } = note;
  return element(
    'note',
    { id: note.id },
    note.grace ? element('grace', { slash: 'yes' }) : undefined,
    pitchElement(note.pitch, octavesAbove),
    note.grace ? undefined : element('duration', {}, duration(note.length, divisions)),
    note.tiedFrom ? element('tie', { type: 'stop' }) : undefined,
    note.tiedTo ? element('tie', { type: 'start' }) : undefined,
    element('voice', {}, 1),
    element('type', {}, value.type),
    ...Array.from({ length: value.dots }, () => element('dot')),
    note.accidental === undefined ? undefined : element('accidental', {}, ACCIDENTALS[note.accidental] ?? 'natural'),
    timeModification(value),
    ...note.beams.map((beam, level) => element('beam', { number: level + 1 }, beam)),
    notations(note),
    note.lyric === undefined
      ? undefined
      : element('lyric', {}, element('syllabic', {}, 'single'), element('text', {}, note.lyric)),
  );
}

function pitchElement(pitch: Pitch, octavesAbove: number): XmlNode {
  return element(
    'pitch',
    {},
    element('step', {}, pitch.letter),
    pitch.alter === 0 ? undefined : element('alter', {}, pitch.alter),
    element('octave', {}, pitch.octave + octavesAbove),
  );
}

/** Silence at a bar's end; a bar of nothing else has one rest for all of it. */
function restsAtEnd({ rests }: ScoreBar, divisions: number): XmlNode[] {
  if (rests[0]?.whole !== true) return rests.map((rest) => restElement(rest, divisions));
  const length = rests.reduce((sum, rest) => sum + rest.length, 0);
  return [
    element(
      'note',
      {},
      element('rest', { measure: 'yes' }),
      element('duration', {}, duration(length, divisions)),
      element('voice', {}, 1),
    ),
  ];
}

function restElement({ length, value, tuplet }: ScoreRest, divisions: number): XmlNode {
  return element(
    'note',
    {},
    element('rest'),
    element('duration', {}, duration(length, divisions)),
    element('voice', {}, 1),
    element('type', {}, value.type),
    ...Array.from({ length: value.dots }, () => element('dot')),
    timeModification(value),
    tuplet ? element('notations', {}, tupletMark(tuplet)) : undefined,
  );
}

function timeModification({ tuplet }: NoteValue): XmlNode | undefined {
  return (
    tuplet &&
    element(
      'time-modification',
      {},
      element('actual-notes', {}, tuplet.actual),
      element('normal-notes', {}, tuplet.normal),
    )
  );
}

function tupletMark(type: 'start' | 'stop'): XmlNode {
  return element('tuplet', { type, bracket: 'no' });
}

function notations(note: ScoreNote): XmlNode | undefined {
  const technical =
    note.string === undefined
      ? undefined
      : element(
          'technical',
          {},
          note.bow ? element(note.bow === 'down' ? 'down-bow' : 'up-bow') : undefined,
          note.finger === undefined ? undefined : element('fingering', { placement: 'above' }, note.finger),
          ...note.under.map((words) => element('fingering', { placement: 'below' }, words)),
          element('string', {}, note.string),
        );
  const touches = [note.accented ? element('accent') : undefined, note.hooked ? element('staccato') : undefined].filter(
    (touch) => touch !== undefined,
  );
  const present = [
    note.tiedFrom ? element('tied', { type: 'stop' }) : undefined,
    note.tiedTo ? element('tied', { type: 'start' }) : undefined,
    note.slur.starts ? element('slur', { type: 'start', number: 1 }) : undefined,
    note.slur.stops ? element('slur', { type: 'stop', number: 1 }) : undefined,
    note.tuplet ? tupletMark(note.tuplet) : undefined,
    technical,
    touches.length > 0 ? element('articulations', {}, ...touches) : undefined,
  ].filter((part) => part !== undefined);
  return present.length > 0 ? element('notations', {}, ...present) : undefined;
}

function directionMark(direction: Direction): XmlNode {
  switch (direction.kind) {
    case 'position':
      // The space at its end keeps the name of the next hand off: the engraver thinks letters narrower than they are.
      return wordsMark('above', `${direction.words}\u00a0`, { 'font-size': 7, 'font-style': 'italic' });
    case 'heading':
      return wordsMark('above', direction.words, { 'font-weight': 'bold', 'font-style': 'normal', 'font-size': 9 });
    case 'teaching':
      return wordsMark('below', `${direction.words}\u00a0`, { 'font-size': 6, 'font-style': 'italic' });
    case 'hard':
      return wordsMark('above', `${direction.words}\u00a0`, { 'font-size': 6, 'font-style': 'italic' });
    case 'remark':
      return wordsMark('above', `${direction.words}\u00a0`, { 'font-size': 8, 'font-style': 'normal' });
    case 'string':
      return wordsMark('below', direction.words, { 'font-weight': 'bold', 'font-style': 'normal', 'font-size': 7 });
    case 'hand':
      return mark(
        'above',
        element('bracket', { type: direction.edge, number: 1, 'line-end': 'down', 'line-type': 'solid' }),
      );
    case 'wedge':
      return mark('below', element('wedge', { type: direction.edge }));
  }
}

function wordsMark(placement: string, words: string, look: Readonly<Record<string, string | number>>): XmlNode {
  return mark(placement, element('words', look, words));
}

function mark(placement: string, content: XmlNode, ...more: readonly XmlNode[]): XmlNode {
  return element('direction', { placement }, element('direction-type', {}, content), ...more);
}

/** In words: the engraver would set the note of a tempo in a face of its own, which not every paper has. */
function openingMarks({ tempo, quartersPerMinute, manner }: Opening): XmlNode[] {
  const count = element('words', { 'font-style': 'normal', 'font-size': 7 }, tempo);
  return [
    mark('above', count, element('sound', { tempo: quartersPerMinute })),
    ...(manner === undefined ? [] : [wordsMark('above', manner, { 'font-style': 'italic', 'font-size': 7 })]),
  ];
}
