/** A piece of text to be set into a file before the place counted from its beginning. */
export interface Insertion {
  readonly at: number;
  readonly text: string;
}

/** A text with pieces set into it; every other sign of it stays where it was. */
export function inserted(text: string, insertions: readonly Insertion[]): string {
  let [result, reached] = ['', 0];
  for (const { at, text: added } of insertions.toSorted((a, b) => a.at - b.at)) {
    result += text.slice(reached, at) + added;
    reached = at;
  }
  return result + text.slice(reached);
}
