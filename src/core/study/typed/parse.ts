import type { Finger, Instrument } from '../../instruments/index.ts';

/** One note of a typed fingering. */
export interface TypedNote {
  readonly finger: Finger;
  /** The string named last; none if the line has named no string yet. */
  readonly string: string | undefined;
  /** Place of its mark in the text, counted from 0. */
  readonly column: number;
}

/** The notes of a line, or the first place where it can't be read. */
export type ParsedLine =
  | { readonly ok: true; readonly notes: readonly TypedNote[] }
  | { readonly ok: false; readonly column: number; readonly message: string };

const FINGERS: Readonly<Record<string, Finger>> = { 0: 0, 1: 1, 2: 2, 3: 3, 4: 4, T: 'T', t: 'T' };
/** Marks a teacher puts between fingers, which say nothing more: shifts, groups, bars. */
const MARKS = /[\s\-–—|,.:;/]/;
/** Frees the line from the string named last. */
const ANY_STRING = '?';

/**
 * Reads a teacher's line of strings and fingers, such as `G 0123 D 0123 A 01–123`. A string named
 * holds until the next; `?` lets the string follow by itself again. Dashes, bars and commas are
 * read over.
 */
export function parseFingering(text: string, instrument: Instrument): ParsedLine {
  const names = instrument.strings.map((string) => string.name).sort((a, b) => b.length - a.length);
  const notes: TypedNote[] = [];
  let string: string | undefined;
  for (let column = 0; column < text.length;) {
    const rest = text.slice(column);
    const mark = text.charAt(column);
    const named = names.find((name) => rest.toUpperCase().startsWith(name.toUpperCase()));
    if (MARKS.test(mark)) column += 1;
    else if (mark === ANY_STRING) {
      string = undefined;
      column += 1;
    } else if (named !== undefined) {
      string = named;
      column += named.length;
    } else if (mark in FINGERS) {
      notes.push({ finger: FINGERS[mark] as Finger, string, column });
      column += 1;
    } else {
      return {
        ok: false,
        column,
        message: `“${mark}” at place ${column + 1} is neither a string nor a finger. Strings are ${instrument.strings.map((one) => one.name).join(', ')}; fingers are 0 to 4, T for the thumb.`,
      };
    }
  }
  if (notes.length === 0) {
    const example = instrument.strings.slice(0, 2).map((one) => `${one.name} 0123`);
    return {
      ok: false,
      column: 0,
      message: `Type a row of fingers, with strings before them where you like: ${example.join(' ')}.`,
    };
  }
  return { ok: true, notes };
}
