import { abcNotes, abcLines, abcVoices } from '../../passage/index.ts';
import { numeralOf, writtenFingers, type ToWrite } from './fingers-written.ts';
import { inserted, type Insertion } from './insertion.ts';

/**
 * An ABC file with a fingering written into it: fingers as `!2!`, strings and positions as words above and below.
 * Every other sign stays as it was, nothing is written twice, and a note that has a finger keeps it; a chord is
 * given the finger of its highest note, since ABC has but one place for all. Nothing if the notes are not those
 * that were read. Source: the ABC music standard 2.1, decorations and annotations.
 */
export function withFingersInAbc({ text, letters, places, way, instrument, written }: ToWrite): string | undefined {
  const lines = abcLines(text);
  // Voice after voice, as they are read.
  const notes = abcVoices(lines).flatMap((voice) => abcNotes(lines, voice));
  if (notes.map(({ letter }) => letter).join('') !== letters) return undefined;
  const insertions = writtenFingers(way, written).flatMap(({ at, crosses, position }): Insertion[] => {
    const finger = way.fingers[at];
    const place = places[at];
    const first = place && Math.min(place.source, ...place.under);
    const note = first === undefined ? undefined : notes[first];
    if (!finger || !note) return [];
    const words = [
      position === undefined ? '' : `"^${position}"`,
      crosses ? `"_${numeralOf(instrument, finger.string)}"` : '',
    ].filter((one) => !note.before.includes(one));
    const sign = /![0-5]!|"\^T"/.test(note.before) ? '' : finger.finger === 'T' ? '"^T"' : `!${finger.finger}!`;
    return [{ at: note.at, text: [...words, sign].join('') }];
  });
  return inserted(text, insertions);
}
