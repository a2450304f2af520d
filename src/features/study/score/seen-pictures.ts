import type { ScoredStudy } from '../../../core/score/scored-study.ts';

/** The last pictures drawn, each under the notes, fingers, look and size it is of. */
export class SeenPictures {
  readonly #most: number;
  readonly #pictures = new Map<string, string>();

  /** @param most how many are held: pictures are large. */
  constructor(most: number) {
    this.#most = most;
  }

  find(study: ScoredStudy, width: number, staffHeight: number): string | undefined {
    const key = keyOf(study, width, staffHeight);
    const svg = this.#pictures.get(key);
    if (svg === undefined) return undefined;
    // The one looked at last is the last to go.
    this.#pictures.delete(key);
    this.#pictures.set(key, svg);
    return svg;
  }

  keep(study: ScoredStudy, width: number, staffHeight: number, svg: string): void {
    this.#pictures.set(keyOf(study, width, staffHeight), svg);
    for (const old of [...this.#pictures.keys()].slice(0, -this.#most)) this.#pictures.delete(old);
  }
}

/** All that a picture shows: what only the page marks on it, such as pins, is not among it. */
function keyOf({ title, recipe, passage, way, look }: ScoredStudy, width: number, staffHeight: number): string {
  const { pins: _, ...asked } = recipe;
  const fingers = way.fingers.map(({ string, finger, hand, position }) => [string, finger, hand, position]);
  const beside = look?.beside?.map((other) => other.fingers.map(({ string, finger }) => [string, finger]));
  return JSON.stringify([title, asked, passage.notes.length, fingers, { ...look, beside }, width, staffHeight]);
}
