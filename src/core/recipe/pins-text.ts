import type { Finger } from '../instruments/index.ts';
import type { Pin } from './hand-rules.ts';

/** Letters that stand for strings, the lowest first. */
const STRINGS = 'abcdefg';
const TEXT = /^(?:[a-g*]|[0-4T]|_|\.|~\d{1,4}~)*$/;
const MARKS = /[a-g*]|[0-4T]|_|\.|~\d{1,4}~/g;

/**
 * Pins in a short line, so that a study with every finger pinned still fits a link. `strings` are
 * the names of the instrument's strings, lowest first. Nothing if a pin names another string, or
 * a note is pinned twice.
 *
 * A letter (`a` the lowest string; `*` none) says where the next pins lie, a finger is a pin on the
 * next note, `_` a pin of the string alone, `.` a note without a pin, `~12~` twelve of them.
 * @example pinsText([{ at: 0, string: 'G', finger: 1 }, { at: 2, finger: 4 }], ['G', 'D']) // 'a1.*4'
 */
export function pinsText(pins: readonly Pin[], strings: readonly string[]): string | undefined {
  let text = '';
  let on = '*';
  let next = 0;
  for (const { at, string, finger } of [...pins].sort((a, b) => a.at - b.at)) {
    const letter = string === undefined ? '*' : STRINGS[strings.indexOf(string)];
    if (letter === undefined || at < next) return undefined;
    const free = at - next;
    text += free > 4 ? `~${free}~` : '.'.repeat(free);
    if (letter !== on) text += letter;
    text += finger ?? '_';
    on = letter;
    next = at + 1;
  }
  return text;
}

/** Reads such a line; `undefined` if it cannot be parsed. */
export function readPinsText(text: string, strings: readonly string[]): Pin[] | undefined {
  if (!TEXT.test(text)) return undefined;
  const pins: Pin[] = [];
  let string: string | undefined;
  let at = 0;
  for (const mark of text.match(MARKS) ?? []) {
    if (mark.startsWith('~')) at += Number(mark.slice(1, -1));
    else if (mark === '.') at += 1;
    else if (mark === '*') string = undefined;
    else if (STRINGS.includes(mark)) {
      string = strings[STRINGS.indexOf(mark)];
      if (string === undefined) return undefined;
    } else {
      const finger = mark === '_' ? undefined : mark === 'T' ? mark : (Number(mark) as Finger);
      if (finger === undefined && string === undefined) return undefined;
      pins.push({ at, ...(string === undefined ? {} : { string }), ...(finger === undefined ? {} : { finger }) });
      at += 1;
    }
  }
  return pins;
}
