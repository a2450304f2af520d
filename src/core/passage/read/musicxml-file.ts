import type { Finger } from '../../instruments/index.ts';
import { nameLeaning, parsePitch, LETTERS, type Letter, type Pitch } from '../../theory/index.ts';
import { NOTICE, Notices, type ReadBar, type ReadMusic, type ReadNote, type ReadPart } from './read-music.ts';
import { child, childrenOf, numberOf, textOf, within, type XmlElement } from './xml-tree.ts';

/** Reads MusicXML, ordered by parts or by bars; nothing if the file is another kind of XML. Source: MusicXML 4.0. */
export function readMusicXml(root: XmlElement): ReadMusic | undefined {
  if (root.name !== 'score-partwise' && root.name !== 'score-timewise') return undefined;
  const names = partNames(root);
  const notices = new Notices();
  const counted = new Map([...within(root)].filter(({ name }) => name === 'note').map((note, place) => [note, place]));
  const measures = measuresByPart(root);
  const lengths = barLengths([...measures.values()]);
  const parts = [...measures].map(([id, bars]) =>
    readPart(id, names.get(id) || id, bars, { lengths, notices, counted }),
  );
  const title = textOf(child(root, 'work'), 'work-title') || textOf(root, 'movement-title');
  return { title: title || undefined, parts, notices: notices.all };
}

function partNames(root: XmlElement): Map<string, string> {
  const list = childrenOf(child(root, 'part-list'), 'score-part');
  return new Map(list.map((part) => [part.attributes['id'] ?? '', textOf(part, 'part-name').replaceAll(/\s+/g, ' ')]));
}

/** The measures of each part, whichever way the file is ordered. */
function measuresByPart(root: XmlElement): Map<string, XmlElement[]> {
  const parts = new Map<string, XmlElement[]>();
  if (root.name === 'score-partwise') {
    for (const part of childrenOf(root, 'part')) {
      const id = part.attributes['id'] ?? '';
      parts.set(id, [...(parts.get(id) ?? []), ...childrenOf(part, 'measure')]);
    }
    return parts;
  }
  for (const measure of childrenOf(root, 'measure')) {
    for (const part of childrenOf(measure, 'part')) {
      const id = part.attributes['id'] ?? '';
      const bar = { ...part, name: 'measure', attributes: { ...measure.attributes } };
      parts.set(id, [...(parts.get(id) ?? []), bar]);
    }
  }
  return parts;
}

/** Bounds of what a file may say: divisions to a quarter note, and how many of them something lasts. */
const DIVISIONS = [1 / 64, 1e6] as const;
const DURATION = [0, 1e8] as const;

/** What a walk through a measure meets, with its place in quarter notes from the measure's beginning. */
interface Met {
  readonly element: XmlElement;
  readonly at: number;
  /** Divisions to a quarter here. */
  readonly divisions: number;
}

/** Walks the elements of a measure in time: `divisions` as they were before it; gives those after it. */
function walk(
  measure: XmlElement,
  divisions: number,
  meet?: (met: Met) => void,
): { divisions: number; reached: number } {
  let [now, reached, chordAt] = [0, 0, 0];
  let per = divisions;
  for (const element of measure.children) {
    if (element.name === 'attributes') per = numberOf(element, 'divisions', per, DIVISIONS);
    const length = numberOf(element, 'duration', 0, DURATION) / per;
    if (element.name === 'backup') now = Math.max(0, now - length);
    else if (element.name === 'forward') now += length;
    else if (element.name === 'note') {
      const chord = child(element, 'chord') !== undefined;
      const grace = child(element, 'grace') !== undefined;
      if (!chord) chordAt = now;
      meet?.({ element, at: chordAt, divisions: per });
      if (!chord && !grace) now += length;
    } else meet?.({ element, at: now, divisions: per });
    reached = Math.max(reached, now);
  }
  return { divisions: per, reached };
}

/** How long each measure lasts, quarter notes: as long as its fullest part, or its metre where none has anything. */
function barLengths(parts: readonly (readonly XmlElement[])[]): number[] {
  const lengths: number[] = [];
  const metres: number[] = [];
  for (const bars of parts) {
    let divisions = 1;
    let full = 4;
    bars.forEach((measure, place) => {
      const time = child(child(measure, 'attributes'), 'time');
      if (time) full = metreOf(time)?.quarters ?? full;
      const { divisions: after, reached } = walk(measure, divisions);
      divisions = after;
      lengths[place] = Math.max(lengths[place] ?? 0, reached);
      metres[place] = full;
    });
  }
  return lengths.map((length, place) => (length > 0 ? length : (metres[place] ?? 4)));
}

/** `beats` may be a sum such as 3+2; several metres at once are read as their sum. */
function metreOf(time: XmlElement): { beats: number; unit: number; quarters: number } | undefined {
  const beats = childrenOf(time, 'beats').map(({ text }) =>
    text.split('+').reduce((sum, part) => sum + Number(part.trim()), 0),
  );
  const units = childrenOf(time, 'beat-type').map(({ text }) => Number(text));
  const unit = Math.max(...units);
  if (beats.length === 0 || ![...beats, ...units].every((one) => one > 0 && one <= 64)) return undefined;
  const quarters = beats.reduce((sum, one, k) => sum + (4 * one) / (units[k] ?? unit), 0);
  return { beats: Math.round((quarters * unit) / 4), unit, quarters };
}

interface Reading {
  readonly lengths: readonly number[];
  readonly notices: Notices;
  readonly counted: ReadonlyMap<XmlElement, number>;
}

function readPart(id: string, name: string, measures: readonly XmlElement[], reading: Reading): ReadPart {
  const { lengths, notices } = reading;
  const bars: ReadBar[] = [];
  const notes: ReadNote[] = [];
  let [divisions, onset] = [1, 0];
  let transposed: Transposition = UNTRANSPOSED;
  let leaning: 1 | -1 = 1;
  measures.forEach((measure, bar) => {
    let set: Pick<ReadBar, 'metre' | 'fifths' | 'minor'> = {};
    const after = walk(measure, divisions, ({ element, at, divisions: per }) => {
      if (element.name === 'attributes') {
        set = { ...set, ...settings(element) };
        transposed = transpositionOf(element) ?? transposed;
        if (set.fifths !== undefined) leaning = set.fifths < 0 ? -1 : 1;
      }
      if (element.name === 'barline' && (child(element, 'repeat') ?? child(element, 'ending'))) {
        notices.say(NOTICE.repeats);
      }
      if (element.name !== 'note') return;
      const pitch = soundingPitch(element, transposed, leaning, notices);
      if (!pitch) return;
      const note = readNote(element, pitch, notices);
      const grace = child(element, 'grace') !== undefined;
      notes.push({
        ...note,
        bar,
        grace,
        onset: onset + at,
        length: grace ? 0 : numberOf(element, 'duration', 0, DURATION) / per,
        source: reading.counted.get(element) ?? 0,
      });
    });
    divisions = after.divisions;
    const length = lengths[bar] ?? 4;
    bars.push({ number: measure.attributes['number'] ?? String(bar + 1), onset, length, ...set });
    onset += length;
  });
  return { id, name, bars, notes, voices: [...new Set(notes.map(({ voice }) => voice))] };
}

function settings(attributes: XmlElement): Pick<ReadBar, 'metre' | 'fifths' | 'minor'> {
  const time = child(attributes, 'time');
  const metre = time && metreOf(time);
  const key = child(attributes, 'key');
  const fifths = key && numberOf(key, 'fifths', 0, [-7, 7]);
  return {
    ...(metre ? { metre: { beats: metre.beats, unit: metre.unit } } : {}),
    ...(fifths === undefined ? {} : { fifths: Math.round(fifths), minor: textOf(key, 'mode') === 'minor' }),
  };
}

/** How far a part sounds from where it is written: letters and half steps, octaves included. */
interface Transposition {
  readonly letters: number;
  readonly halfSteps: number;
}

const UNTRANSPOSED: Transposition = { letters: 0, halfSteps: 0 };

function transpositionOf(attributes: XmlElement): Transposition | undefined {
  const transpose = child(attributes, 'transpose');
  if (!transpose) return undefined;
  const octaves = numberOf(transpose, 'octave-change', 0, [-4, 4]);
  const chromatic = numberOf(transpose, 'chromatic', 0, [-60, 60]);
  const diatonic = numberOf(transpose, 'diatonic', Math.round((chromatic * 7) / 12), [-35, 35]);
  return { letters: diatonic + 7 * octaves, halfSteps: chromatic + 12 * octaves };
}

const PLAIN: Readonly<Record<Letter, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

function soundingPitch(
  note: XmlElement,
  { letters, halfSteps }: Transposition,
  leaning: 1 | -1,
  notices: Notices,
): Pitch | undefined {
  if (note.attributes['print-object'] === 'no') {
    if (child(note, 'pitch')) notices.say(NOTICE.hidden);
    return undefined;
  }
  if (child(note, 'cue')) {
    notices.say(NOTICE.cues);
    return undefined;
  }
  if (child(note, 'unpitched')) notices.say(NOTICE.unpitched);
  const pitch = child(note, 'pitch');
  if (!pitch) return undefined;
  const read = readPitch(pitch, { letters, halfSteps }, leaning, notices);
  if (!read) notices.say(NOTICE.unreadable);
  return read;
}

function readPitch(
  pitch: XmlElement,
  { letters, halfSteps }: Transposition,
  leaning: 1 | -1,
  notices: Notices,
): Pitch | undefined {
  const letter = textOf(pitch, 'step').toUpperCase() as Letter;
  if (!LETTERS.includes(letter)) return undefined;
  const alter = numberOf(pitch, 'alter', 0, [-4, 4]);
  if (!Number.isInteger(alter)) notices.say(NOTICE.quarterTones);
  const octave = numberOf(pitch, 'octave', Number.NaN, [0, 9]);
  if (Number.isNaN(octave)) return undefined;
  const written = 12 * (octave + 1) + PLAIN[letter] + Math.round(alter);
  return pitchCalled(written + halfSteps, 7 * octave + LETTERS.indexOf(letter) + letters, leaning);
}

/** A sounding pitch on a letter (counted through the octaves); otherwise called as the key leans. */
export function pitchCalled(midi: number, letter: number, leaning: 1 | -1): Pitch | undefined {
  const name = LETTERS[((letter % 7) + 7) % 7] as Letter;
  const octave = Math.floor(letter / 7);
  const alter = midi - (12 * (octave + 1) + PLAIN[name]);
  if (Math.abs(alter) > 2) return parsePitch(nameLeaning(midi, leaning));
  const sign = alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter);
  return parsePitch(`${name}${sign}${octave}`) ?? parsePitch(nameLeaning(midi, leaning));
}

type Written = Omit<ReadNote, 'bar' | 'grace' | 'onset' | 'length' | 'source'>;

function readNote(element: XmlElement, pitch: Pitch, notices: Notices): Written {
  const notations = childrenOf(element, 'notations');
  const technical = notations.flatMap((one) => childrenOf(one, 'technical'));
  if (notations.some((one) => child(one, 'ornaments'))) notices.say(NOTICE.ornaments);
  if (technical.some((one) => child(one, 'harmonic'))) notices.say(NOTICE.harmonics);
  const ties = [...childrenOf(element, 'tie'), ...notations.flatMap((one) => childrenOf(one, 'tied'))];
  const slurs = notations.flatMap((one) => childrenOf(one, 'slur'));
  const has = (list: readonly XmlElement[], type: string): boolean =>
    list.some(({ attributes: { type: own } }) => own === type || own === 'continue');
  const count = (type: string): number => slurs.filter(({ attributes }) => attributes['type'] === type).length;
  const finger = fingerIn(technical);
  const string = technical.flatMap((one) => childrenOf(one, 'string')).map(({ text }) => Number(text))[0];
  const bow = technical.some((one) => child(one, 'down-bow'))
    ? 'down'
    : technical.some((one) => child(one, 'up-bow'))
      ? 'up'
      : undefined;
  return {
    voice: textOf(element, 'voice') || '1',
    pitch,
    tiedFrom: has(ties, 'stop'),
    tiedTo: has(ties, 'start'),
    slurStarts: count('start'),
    slurStops: count('stop'),
    ...(bow ? { bow } : {}),
    ...(finger === undefined ? {} : { finger }),
    ...(string !== undefined && Number.isInteger(string) ? { string } : {}),
  };
}

/** The finger that stands at a note; an open string's sign is finger 0, a thumb's the thumb. */
function fingerIn(technical: readonly XmlElement[]): Finger | undefined {
  if (technical.some((one) => child(one, 'open-string'))) return 0;
  if (technical.some((one) => child(one, 'thumb-position'))) return 'T';
  const fingers = technical
    .flatMap((one) => childrenOf(one, 'fingering'))
    .filter(({ attributes }) => attributes['alternate'] !== 'yes' && attributes['placement'] !== 'below');
  const text = fingers[0]?.text ?? '';
  if (/^[tT+]$/.test(text)) return 'T';
  return /^[0-4]$/.test(text) ? (Number(text) as Finger) : undefined;
}
