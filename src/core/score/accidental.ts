import type { Pitch } from '../theory/index.ts';

/** Remembers what each letter and octave stands for within a bar, so that accidentals show when they must. */
export class AccidentalMemory {
  readonly #signature: ReadonlyMap<string, number>;
  readonly #bar = new Map<string, number>();

  /** @param altered the letters of the key's signature, as `F#` or `Bb`. */
  constructor(altered: readonly string[]) {
    this.#signature = new Map(altered.map((name) => [name.charAt(0), name.endsWith('b') ? -1 : 1]));
  }

  /** The sign a note needs here, as half steps from its plain letter; none if it is said already. Remembers it. */
  show(pitch: Pitch): number | undefined {
    const place = `${pitch.letter}${pitch.octave}`;
    const current = this.#bar.get(place) ?? this.#signature.get(pitch.letter) ?? 0;
    this.#bar.set(place, pitch.alter);
    return current === pitch.alter ? undefined : pitch.alter;
  }
}
