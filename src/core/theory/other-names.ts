import * as Note from '@tonaljs/note';
import { formOf, type FormId } from './form.ts';
import { keySignature } from './key-signature.ts';
import { parsePitch, printed } from './pitch.ts';
import { enharmonicTwin, spellScale } from './spelling.ts';

/** Signs from which a key's other name is worth a word. */
const CROWDED = 6;

/**
 * The names that help in a key: its notes that sound as a plain letter, and its twin where it is
 * crowded.
 *
 * @example otherNames('F#', 'major') // ['F♯ major is G♭ major', 'E♯ is F']
 */
export function otherNames(tonic: string, form: FormId): string[] {
  const first = parsePitch(`${tonic}4`);
  const notes = first && [...(spellScale(first, form, 'up') ?? []), ...(spellScale(first, form, 'down') ?? [])];
  const twin = enharmonicTwin(tonic, formOf(form));
  const crowded = Math.abs(keySignature(tonic, form).fifths) >= CROWDED;
  const { name } = formOf(form);
  const names = new Set((notes ?? []).map((pitch) => pitch.name.replace(/-?\d+$/, '')));
  const plain = [...names].flatMap((letter) => {
    const sounding = Note.simplify(letter);
    return sounding !== letter && sounding.length === 1 ? [`${printed(letter)} is ${sounding}`] : [];
  });
  return [...(crowded && twin ? [`${printed(tonic)} ${name} is ${printed(twin)} ${name}`] : []), ...plain];
}
