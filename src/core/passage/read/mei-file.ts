import { LETTERS, type Letter, type Pitch } from '../../theory/index.ts';
import { pitchCalled } from './musicxml-file.ts';
import { NOTICE, Notices, type ReadBar, type ReadMusic, type ReadNote, type ReadPart } from './read-music.ts';
import { child, within, type XmlElement } from './xml-tree.ts';

/** The sounding pitch (MIDI) of a note by its id: the engraver knows what key and signs before it make of it. */
export type SoundingPitch = (id: string) => number | undefined;

/** Reads MEI as the engraver writes it, whatever it was given; nothing if the file is another kind of XML. Source: MEI 5. */
export function readMei(root: XmlElement, sounding: SoundingPitch): ReadMusic | undefined {
  if (root.name !== 'mei') return undefined;
  const elements = [...within(root)];
  const notices = new Notices();
  const marks = marksOf(elements);
  const staves = new Map<string, Staff>();
  const lengths: number[] = [];
  let [place, common]: [number, Setting] = [0, {}];
  let pending = new Map<string, Setting>();
  const sources = new Map(elements.filter(({ name }) => name === 'note').map((note, at) => [note, at]));
  for (const element of elements) {
    if (element.name === 'scoreDef') common = { ...common, ...settingIn(element) };
    if (element.name === 'scoreDef') pending = new Map([...staves.keys()].map((n) => [n, settingIn(element)]));
    if (element.name === 'staffDef') {
      const n = element.attributes['n'] ?? '1';
      const name = child(element, 'label')?.text || element.attributes['label'];
      const staff = staves.get(n);
      const moved = element.attributes['trans.semi'];
      const halfSteps = moved === undefined ? (staff?.halfSteps ?? 0) : Number(moved) || 0;
      if (staff) staff.halfSteps = halfSteps;
      else staves.set(n, { name: name || `Staff ${n}`, bars: [], notes: [], halfSteps });
      pending.set(n, { ...(staff ? pending.get(n) : common), ...settingIn(element) });
    }
    if (element.name === 'ending') notices.say(NOTICE.repeats);
    if (element.name === 'trill' || element.name === 'mordent' || element.name === 'turn')
      notices.say(NOTICE.ornaments);
    if (element.name !== 'measure') continue;
    if (
      /^(rpt|dbl)/.test(`${element.attributes['right'] ?? ''}`.replace('dbl', '')) ||
      element.attributes['left']?.startsWith('rpt')
    ) {
      notices.say(NOTICE.repeats);
    }
    lengths[place] = readMeasure(element, place, { staves, marks, sounding, sources });
    for (const [n, staff] of staves) {
      staff.bars.push({ number: element.attributes['n'] ?? String(place + 1), onset: 0, length: 0, ...pending.get(n) });
    }
    pending = new Map();
    place += 1;
  }
  const parts = [...staves].map(([id, staff]) => partOf(id, staff, lengths));
  const title = elements.find(({ name }) => name === 'title')?.text || titleOnPage(elements);
  return { title: title || undefined, parts, notices: notices.all };
}

interface Staff {
  readonly name: string;
  readonly bars: ReadBar[];
  /** Their onsets are counted from the beginning of their bar until all bars are known. */
  readonly notes: ReadNote[];
  /** How far it sounds from where it is written. */
  halfSteps: number;
}

function titleOnPage(elements: readonly XmlElement[]): string | undefined {
  const head = elements.find(({ name }) => name === 'pgHead');
  return head && [...within(head)].find(({ name, text }) => name === 'rend' && text)?.text;
}

function partOf(id: string, { name, bars, notes }: Staff, lengths: readonly number[]): ReadPart {
  let onset = 0;
  const placed = bars.map((bar, place): ReadBar => {
    const length = lengths[place] ?? 0;
    const whole = { ...bar, onset, length };
    onset += length;
    return whole;
  });
  return {
    id,
    name,
    bars: placed,
    notes: notes.map((note) => ({ ...note, onset: note.onset + (placed[note.bar]?.onset ?? 0) })),
    voices: [...new Set(notes.map(({ voice }) => voice))],
  };
}

type Setting = Pick<ReadBar, 'metre' | 'fifths' | 'minor'>;

/** Metre and key set in a definition, by attribute or by element. */
function settingIn(definition: XmlElement): Setting {
  const { attributes } = definition;
  const meter = child(definition, 'meterSig')?.attributes;
  const count = Number(meter?.['count'] ?? attributes['meter.count']);
  const unit = Number(meter?.['unit'] ?? attributes['meter.unit']);
  const key = child(definition, 'keySig')?.attributes['sig'] ?? attributes['keysig'] ?? attributes['key.sig'];
  const signs = /^([0-7])([sf]?)$/.exec(key ?? '');
  const mode = child(definition, 'keySig')?.attributes['mode'] ?? attributes['key.mode'];
  return {
    ...(count > 0 && unit > 0 ? { metre: { beats: count, unit } } : {}),
    ...(signs ? { fifths: Number(signs[1]) * (signs[2] === 'f' ? -1 : 1), minor: mode === 'minor' } : {}),
  };
}

/** What stands beside the notes and names them by their ids. */
interface Marks {
  readonly tiedFrom: ReadonlySet<string>;
  readonly tiedTo: ReadonlySet<string>;
  readonly slurStarts: ReadonlyMap<string, number>;
  readonly slurStops: ReadonlyMap<string, number>;
  readonly fingers: ReadonlyMap<string, string>;
}

function marksOf(elements: readonly XmlElement[]): Marks {
  const from = (name: string, end: 'startid' | 'endid'): string[] =>
    elements.flatMap((one) => {
      const id = one.name === name ? one.attributes[end] : undefined;
      return id === undefined ? [] : [id.replace(/^#/, '')];
    });
  const counted = (ids: readonly string[]): Map<string, number> => {
    const count = new Map<string, number>();
    for (const id of ids) count.set(id, (count.get(id) ?? 0) + 1);
    return count;
  };
  const fings = elements.filter(({ name }) => name === 'fing');
  return {
    tiedFrom: new Set(from('tie', 'endid')),
    tiedTo: new Set(from('tie', 'startid')),
    slurStarts: counted(from('slur', 'startid')),
    slurStops: counted(from('slur', 'endid')),
    fingers: new Map(fings.map((one) => [(one.attributes['startid'] ?? '').replace(/^#/, ''), one.text])),
  };
}

interface Reading {
  readonly staves: ReadonlyMap<string, Staff>;
  readonly marks: Marks;
  readonly sounding: SoundingPitch;
  readonly sources: ReadonlyMap<XmlElement, number>;
}

/** Reads the layers of a measure; gives its length in quarter notes, as long as its fullest layer. */
function readMeasure(measure: XmlElement, bar: number, reading: Reading): number {
  let longest = 0;
  for (const staff of measure.children.filter(({ name }) => name === 'staff')) {
    const into = reading.staves.get(staff.attributes['n'] ?? '1');
    for (const layer of staff.children.filter(({ name }) => name === 'layer')) {
      const voice = layer.attributes['n'] ?? '1';
      let now = 0;
      for (const event of eventsIn(layer, 1)) {
        for (const note of event.notes) {
          const read = readNote(note, event.element, into?.halfSteps ?? 0, reading);
          if (read && into) {
            into.notes.push({
              ...read,
              voice,
              bar,
              onset: now,
              length: event.grace ? 0 : event.length,
              grace: event.grace,
            });
          }
        }
        if (!event.grace) now += event.length;
      }
      longest = Math.max(longest, now);
    }
  }
  return longest;
}

interface Event {
  readonly element: XmlElement;
  readonly notes: readonly XmlElement[];
  /** Quarter notes. */
  readonly length: number;
  readonly grace: boolean;
}

const LONG: Readonly<Record<string, number>> = { maxima: 32, long: 16, breve: 8 };

/** Notes, chords and silences of a layer in order, whatever beams and tuplets they stand in; `ratio` shortens them. */
function* eventsIn(element: XmlElement, ratio: number): Generator<Event> {
  for (const one of element.children) {
    const { name, attributes } = one;
    if (name === 'note' || name === 'chord') {
      const notes = name === 'note' ? [one] : one.children.filter((within) => within.name === 'note');
      yield { element: one, notes, length: lengthOf(one) * ratio, grace: attributes['grace'] !== undefined };
    } else if (name === 'rest' || name === 'space') {
      yield { element: one, notes: [], length: lengthOf(one) * ratio, grace: false };
    } else if (name === 'tuplet') {
      yield* eventsIn(one, (ratio * Number(attributes['numbase'] ?? 2)) / Number(attributes['num'] ?? 3));
    } else if (name !== 'graceGrp') yield* eventsIn(one, ratio);
    else for (const event of eventsIn(one, ratio)) yield { ...event, grace: true };
  }
}

function lengthOf({ attributes }: XmlElement): number {
  const dur = attributes['dur'] ?? '4';
  const plain = LONG[dur] ?? 4 / (Number(dur) || 4);
  return plain * (2 - 0.5 ** Number(attributes['dots'] ?? 0));
}

type Read = Omit<ReadNote, 'voice' | 'bar' | 'onset' | 'length' | 'grace'>;

function readNote(
  note: XmlElement,
  event: XmlElement,
  halfSteps: number,
  { marks, sounding, sources }: Reading,
): Read | undefined {
  const id = note.attributes['xml:id'] ?? note.attributes['id'] ?? '';
  const pitch = pitchOf(note, sounding(id), halfSteps);
  if (!pitch) return undefined;
  const ids = [id, event.attributes['xml:id'] ?? ''];
  const tie = note.attributes['tie'] ?? event.attributes['tie'] ?? '';
  const bows = [...within(event)]
    .filter(({ name }) => name === 'artic')
    .map(({ attributes }) => attributes['artic'] ?? '');
  const bow = bows.some((one) => one.includes('dnbow'))
    ? 'down'
    : bows.some((one) => one.includes('upbow'))
      ? 'up'
      : undefined;
  const finger = marks.fingers.get(id);
  const sum = (count: ReadonlyMap<string, number>): number =>
    [...new Set(ids)].reduce((all, one) => all + (count.get(one) ?? 0), 0);
  return {
    pitch,
    // A tie may name the chord: which of its notes go on is told by their pitches.
    tiedFrom: ids.some((one) => marks.tiedFrom.has(one)) || /[mt]/.test(tie),
    tiedTo: ids.some((one) => marks.tiedTo.has(one)) || /[im]/.test(tie),
    slurStarts: sum(marks.slurStarts),
    slurStops: sum(marks.slurStops),
    ...(bow ? { bow } : {}),
    ...(finger !== undefined && /^[0-4]$/.test(finger) ? { finger: Number(finger) as 0 | 1 | 2 | 3 | 4 } : {}),
    source: sources.get(note) ?? 0,
  };
}

/** The pitch of a note that sounds so many half steps from where it is written, on the letter it then has. */
function pitchOf({ attributes }: XmlElement, written: number | undefined, halfSteps: number): Pitch | undefined {
  const letter = LETTERS.indexOf((attributes['pname'] ?? '').toUpperCase() as Letter);
  if (written === undefined || letter < 0) return undefined;
  const place = 7 * Number(attributes['oct'] ?? 4) + letter;
  return pitchCalled(written + halfSteps, place + Math.round((halfSteps * 7) / 12), 1);
}
