import type { Finger } from '../../instruments/index.ts';
import { childrenOf, readXml, within, type XmlElement } from '../../passage/index.ts';
import { numeralOf, writtenFingers, type ToWrite } from './fingers-written.ts';
import { inserted, type Insertion } from './insertion.ts';

/** A note of an MEI file, and the measure at whose end what belongs to it is written. */
interface InMeasure {
  readonly note: XmlElement;
  readonly measure: XmlElement;
}

/**
 * An MEI file with a fingering written into it: `fing`, and strings and positions as `dir`, at the end of each
 * measure; a note they point to is given an id where it has none. Every other sign stays as it was, nothing is
 * written twice, and a note that has a finger keeps it. Nothing if the notes are not those that were read.
 * Source: MEI 5, `fing` and `dir` as control events.
 */
export function withFingersInMei({ text, letters, places, way, instrument, written }: ToWrite): string | undefined {
  const read = readXml(text);
  if ('reason' in read) return undefined;
  const notes = notesIn(read.root);
  if (notes.map(({ note }) => note.attributes['pname'] ?? '').join('') !== letters) return undefined;
  const taken = new Set([...within(read.root)].map((one) => idOf(one)));
  const insertions = writtenFingers(way, written).flatMap(({ at, crosses, position }): Insertion[] => {
    const finger = way.fingers[at];
    const place = places[at];
    if (!finger || !place) return [];
    const lower = (finger.chord ?? []).map((one, k) => ({ ...one, source: place.under[k] }));
    return [{ ...finger, source: place.source as number | undefined }, ...lower].flatMap((one, k) => {
      const there = one.source === undefined ? undefined : notes[one.source];
      if (!there) return [];
      const mark = new Marks(text, there, `fingered-${one.source}`, taken);
      if (!mark.has('fing')) mark.add('fing', 'above', fingerSign(one.finger));
      if (crosses) mark.add('dir', 'below', numeralOf(instrument, one.string));
      if (k === 0 && position !== undefined) mark.add('dir', 'above', position);
      return mark.insertions;
    });
  });
  return inserted(text, insertions);
}

/** What is written about one note. */
class Marks {
  readonly insertions: Insertion[] = [];
  readonly #text: string;
  readonly #there: InMeasure;
  readonly #id: string;
  readonly #known: boolean;

  constructor(text: string, there: InMeasure, name: string, taken: ReadonlySet<string | undefined>) {
    const own = idOf(there.note);
    this.#text = text;
    this.#there = there;
    this.#known = own !== undefined;
    let id = own ?? name;
    while (own === undefined && taken.has(id)) id += 'a';
    this.#id = id;
  }

  /** Whether its measure holds such an element about it, of these words where they are given. */
  has(element: string, words?: string): boolean {
    return (
      this.#known &&
      childrenOf(this.#there.measure, element).some(
        (one) =>
          one.attributes['startid']?.replace(/^#/, '') === this.#id && (words === undefined || one.text === words),
      )
    );
  }

  add(element: string, place: 'above' | 'below', words: string): void {
    if (this.has(element, words)) return;
    const { note, measure } = this.#there;
    // A file may call its elements `mei:note`.
    const [tag = '', prefix = ''] = /^<([\w.-]+:)?[\w.-]+/.exec(this.#text.slice(note.start)) ?? [];
    if (!this.#known && this.insertions.length === 0)
      this.insertions.push({ at: note.start + tag.length, text: ` xml:id="${this.#id}"` });
    const name = `${prefix}${element}`;
    this.insertions.push({
      at: measure.last,
      text: `<${name} startid="#${this.#id}" place="${place}">${words}</${name}>`,
    });
  }
}

function notesIn(root: XmlElement): InMeasure[] {
  const found: InMeasure[] = [];
  const visit = (element: XmlElement, measure: XmlElement | undefined): void => {
    if (element.name === 'note' && measure) found.push({ note: element, measure });
    for (const one of element.children) visit(one, element.name === 'measure' ? element : measure);
  };
  visit(root, undefined);
  return found;
}

function idOf({ attributes }: XmlElement): string | undefined {
  return attributes['xml:id'];
}

function fingerSign(finger: Finger): string {
  return finger === 'T' ? 'T' : String(finger);
}
