import { within, type XmlElement } from './xml-tree.ts';

/*
 * What the engraver would take minutes or gigabytes for is refused before it is asked: found by feeding it such files. Real
 * music stays far below each bound.
 */

/** Letters of a file of tunes, and of one of its lines: the engraver takes 8 s for some 40,000. */
const MOST_LETTERS = 60_000;
const LONGEST_LINE = 20_000;
/** Brackets of a kind that may be open at once: a chord within a slur within grace notes is three. */
const MOST_OPEN = 8;
/** A length or a count of bars in a tune has at most this many digits. */
const MOST_DIGITS = 4;

/**
 * Why a tune in ABC is too much to be engraved, with the line; `undefined` where it is not.
 *
 * @example tooMuchAbc('X:1\nK:C\n[[[[[[[[[c') // 'At line 3 too many brackets are open.'
 */
export function tooMuchAbc(text: string): string | undefined {
  if (text.length > MOST_LETTERS) return 'This file of tunes is too long to be read; keep the one tune in it.';
  for (const [index, line] of text.split('\n').entries()) {
    const place = `At line ${index + 1}`;
    if (line.length > LONGEST_LINE) return `${place} there are more letters than a line of music has.`;
    // What is said in words, in fields and in comments is no music.
    if (/^(?:[A-JL-UW-Za-z]:|%)/.test(line)) continue;
    const music = line.replace(/"[^"]*"|![^!]*!|%.*$/g, '');
    for (const [open, close] of ['[]', '()', '{}'] as const) {
      if (deepest(music, open ?? '', close ?? '') > MOST_OPEN) return `${place} too many brackets are open.`;
    }
    if (new RegExp(`\\d{${MOST_DIGITS + 1}}`).test(music)) return `${place} a number is larger than music has.`;
    if (/\/{9}|[,']{9}|[\^_=]{6}|[<>]{6}/.test(music)) return `${place} a note has more signs than a note has.`;
  }
  return undefined;
}

function deepest(line: string, open: string, close: string): number {
  let [depth, most] = [0, 0];
  for (const letter of line) {
    if (letter === open) depth += 1;
    else if (letter === close) depth = Math.max(0, depth - 1);
    most = Math.max(most, depth);
  }
  return most;
}

/** Elements of an MEI file. */
const MOST_ELEMENTS = 200_000;
/** Attributes of MEI that count something, and the most each may say. */
const COUNTS: Readonly<Record<string, number>> = {
  num: 1_000,
  numbase: 1_000,
  dots: 8,
  oct: 9,
  'trans.semi': 60,
  'trans.diat': 60,
  'meter.count': 64,
  'meter.unit': 64,
  count: 64,
  unit: 64,
  lines: 20,
  dur: 2_048,
};

/** Why an MEI file is too much to be engraved; `undefined` where it is not. */
export function tooMuchMei(root: XmlElement): string | undefined {
  let elements = 0;
  for (const { name, attributes } of within(root)) {
    elements += 1;
    if (elements > MOST_ELEMENTS) return 'This score is longer than any that can be read.';
    for (const [attribute, most] of Object.entries(COUNTS)) {
      const number = Math.abs(Number(attributes[attribute] ?? 0));
      if (number > most) return `A “${name}” says ${attribute} ${attributes[attribute]}, more than music has.`;
    }
  }
  return undefined;
}
