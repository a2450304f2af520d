/** Words at a place in a picture, their left end at `x`, standing on `y`. */
export interface Label {
  readonly words: string;
  readonly x: number;
  readonly y: number;
}

/** How high a line of labels is, drawing units. */
export const LABEL_LINE = 13;

/**
 * Labels that would stand in one another are moved, until each has its place.
 *
 * @param letter about how wide a letter is, drawing units.
 * @param away how far a label is moved at a time: below zero up, above it down.
 */
export function apart(labels: readonly Label[], letter: number, away: number): Label[] {
  const placed: Label[] = [];
  for (const label of labels.toSorted((a, b) => a.x - b.x)) {
    const clashes = (y: number): boolean =>
      placed.some((other) => label.x < other.x + other.words.length * letter && Math.abs(other.y - y) < LABEL_LINE);
    let { y } = label;
    while (clashes(y)) y += away;
    placed.push({ ...label, y });
  }
  return placed;
}
