import type { ChordFinger, FingeredNote, Way } from '../../fingering/index.ts';
import type { Instrument, Finger } from '../../instruments/index.ts';
import { type Place, child, childrenOf, readXml, within, type XmlElement } from '../../passage/index.ts';
import { writtenFingers, type FingersWritten } from './fingers-written.ts';
import { inserted, type Insertion } from './insertion.ts';

/**
 * A MusicXML file with a fingering written into it: fingers, and strings and positions where they
 * change. Nothing else is touched, nothing written twice, and a note that has a finger already keeps it.
 *
 * @param text of the file the passage was read from.
 * @param places of the passage's notes in it.
 */
export function withFingers(
  text: string,
  places: readonly Place[],
  way: Way,
  instrument: Instrument,
  written: FingersWritten = 'all',
): string {
  const read = readXml(text);
  if ('reason' in read) return text;
  const notes: XmlElement[] = [];
  const before = new Map<XmlElement, XmlElement>();
  for (const element of within(read.root)) {
    if (element.name === 'note') notes.push(element);
    element.children.forEach((one, k) => {
      const last = element.children[k - 1];
      if (last) before.set(one, last);
    });
  }
  const insertions = writtenFingers(way, written).flatMap(({ at, crosses, position }): Insertion[] => {
    const place = places[at];
    const note = place && notes[place.source];
    const finger = way.fingers[at];
    if (!note || !finger) return [];
    const own = technicalAt(note, finger, crosses ? instrument : undefined);
    const under = (finger.chord ?? []).flatMap((one, k) => {
      const lower = notes[place.under[k] ?? -1];
      return lower ? technicalAt(lower, one, crosses ? instrument : undefined) : [];
    });
    const words = position === undefined ? [] : positionBefore(note, position, before);
    return [...words, ...own, ...under];
  });
  return inserted(text, insertions);
}

/** Finger and string of one note as notations of their own, where the note has none yet. */
function technicalAt(
  note: XmlElement,
  { finger, string }: Pick<FingeredNote, 'finger' | 'string'> | ChordFinger,
  crossing: Instrument | undefined,
): Insertion[] {
  const technical = childrenOf(note, 'notations').flatMap((one) => childrenOf(one, 'technical'));
  const has = (...names: string[]): boolean => technical.some((one) => names.some((name) => child(one, name)));
  const marks = [
    has('fingering', 'open-string', 'thumb-position') ? '' : fingerMark(finger),
    crossing === undefined || has('string') ? '' : `<string>${stringNumber(crossing, string)}</string>`,
  ].join('');
  if (marks === '') return [];
  return [{ at: placeFor(note), text: `<notations><technical>${marks}</technical></notations>` }];
}

function fingerMark(finger: Finger): string {
  return finger === 'T' ? '<thumb-position/>' : `<fingering>${finger}</fingering>`;
}

/** Strings as MusicXML counts them: the highest is 1. */
function stringNumber({ strings }: Instrument, name: string): number {
  return strings.length - strings.findIndex((one) => one.name === name);
}

/** Elements of a note that stand after its notations. Source: MusicXML 4.0. */
const AFTER_NOTATIONS = ['lyric', 'play', 'listen'];

function placeFor(note: XmlElement): number {
  const last = childrenOf(note, 'notations').at(-1);
  if (last) return last.end;
  return note.children.find(({ name }) => AFTER_NOTATIONS.includes(name))?.start ?? note.last;
}

/** The name of the position over a note, where it does not stand there already. */
function positionBefore(note: XmlElement, position: string, before: ReadonlyMap<XmlElement, XmlElement>): Insertion[] {
  const last = before.get(note);
  if (last?.name === 'direction' && [...within(last)].some((one) => one.name === 'words' && one.text === position))
    return [];
  const words = `<direction placement="above"><direction-type><words>${escaped(position)}</words></direction-type></direction>`;
  return [{ at: note.start, text: words }];
}

function escaped(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
}

/** A MusicXML file with one part alone: the others and their names are cut out, the rest stays as it is. */
export function onePart(text: string, part: string): string {
  const read = readXml(text);
  if ('reason' in read) return text;
  const others = [...within(read.root)].filter(({ name, attributes }) => {
    if (name === 'part-group') return true;
    return (name === 'part' || name === 'score-part') && attributes['id'] !== part;
  });
  let [result, reached] = ['', 0];
  for (const { start, end } of others) {
    if (start < reached) continue;
    result += text.slice(reached, start);
    reached = end;
  }
  return result + text.slice(reached);
}
