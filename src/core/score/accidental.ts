import type { Pitch } from '../theory/pitch.ts';
import { element, type XmlNode } from './xml.ts';

const ACCIDENTALS: Record<string, string> = {
  '-2': 'flat-flat',
  '-1': 'flat',
  '0': 'natural',
  '1': 'sharp',
  '2': 'double-sharp',
};

/** Remembers what each letter and octave stands for within a bar, so that accidentals show when they must. */
export class AccidentalMemory {
  readonly #signature: ReadonlyMap<string, number>;
  readonly #bar = new Map<string, number>();

  constructor(altered: readonly string[]) {
    this.#signature = new Map(altered.map((name) => [name.charAt(0), name.endsWith('b') ? -1 : 1]));
  }

  /** The accidental a note needs here, if any, and remembers it. */
  show(pitch: Pitch): XmlNode | undefined {
    const place = `${pitch.letter}${pitch.octave}`;
    const current = this.#bar.get(place) ?? this.#signature.get(pitch.letter) ?? 0;
    this.#bar.set(place, pitch.alter);
    return current === pitch.alter
      ? undefined
      : element('accidental', {}, ACCIDENTALS[String(pitch.alter)] ?? 'natural');
  }
}
