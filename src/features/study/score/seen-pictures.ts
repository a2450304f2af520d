import type { ScoredStudy } from '../../../core/score/index.ts';
import type { PageSetting } from '../../../workers/engraver.ts';

/** The last pictures drawn, each under what `pictureKey` says it shows. */
export class SeenPictures {
  readonly #most: number;
  readonly #pictures = new Map<string, string>();

  /** @param most how many are held: pictures are large. */
  constructor(most: number) {
    this.#most = most;
  }

  find(key: string): string | undefined {
    const svg = this.#pictures.get(key);
    if (svg === undefined) return undefined;
    // The one looked at last is the last to go.
    this.#pictures.delete(key);
    this.#pictures.set(key, svg);
    return svg;
  }

  keep(key: string, svg: string): void {
    this.#pictures.set(key, svg);
    for (const old of [...this.#pictures.keys()].slice(0, -this.#most)) this.#pictures.delete(old);
  }
}

/** All that a picture shows: what only the page marks on it, such as pins, is not among it. */
export function pictureKey({ title, recipe, passage, way, look }: ScoredStudy, page: PageSetting): string {
  const { pins: _, ...asked } = recipe;
  const fingers = way.fingers.map(({ string, finger, hand, position }) => [string, finger, hand, position]);
  const beside = look?.beside?.map((other) => other.fingers.map(({ string, finger }) => [string, finger]));
  return JSON.stringify([title, asked, passage.notes.length, fingers, { ...look, beside }, page]);
}
