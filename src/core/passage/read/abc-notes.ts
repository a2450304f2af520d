import { type FormId, keySignature } from '../../theory/index.ts';
import type { AbcLine } from './abc-voices.ts';

/** A note of a tune: what it is called, how it sounds, and where what belongs to it is written. */
export interface AbcNote {
  readonly letter: string;
  /** Half steps from its letter: by the sign before it, by one before it in the bar, or by the key. */
  readonly alter: number;
  /** Before its chord, where it stands in one: signs and words stand before the bracket. */
  readonly at: number;
  /** Signs and words that stand there already. */
  readonly before: string;
}

/** What stands in a line of music, the first that fits. Source: the ABC music standard 2.1. */
const TOKENS: readonly (readonly [kind: string, form: RegExp])[] = [
  ['comment', /%.*/y],
  ['field', /\[[A-Za-z]:[^\]]*\]/y],
  ['mark', /"[^"]*"|![^!\s]*!|\+[^+\s]*\+|[~.HLMOPSTuv]/y],
  ['bar', /\[?[|:]+[\]:|]*(?:\d+(?:[,-]\d+)*)?|\[\d+/y],
  ['chord', /\[/y],
  ['unchord', /\][\d/]*/y],
  ['note', /[_^=]*[A-Ga-g][,']*[\d/]*/y],
  ['tie', /-/y],
  ['rest', /[xyzXZ][\d/]*/y],
  ['other', /[^]/y],
];

/** Marks stand before what they are for; only these may come between. */
const PASSES = /^[\s(){}&\\]$/;

const SIGNS: Readonly<Record<string, number>> = { '^^': 2, '^': 1, '=': 0, _: -1, __: -2 };

/** What ABC calls the modes, by their first letters. */
const MODES: Readonly<Record<string, FormId>> = {
  '': 'major',
  maj: 'major',
  ion: 'major',
  mix: 'mixolydian',
  dor: 'dorian',
  m: 'natural-minor',
  min: 'natural-minor',
  aeo: 'natural-minor',
  phr: 'phrygian',
  loc: 'locrian',
  lyd: 'lydian',
};

/** Half steps by which a key alters the letters; what cannot be read as one, none. */
function keyOf(field: string): ReadonlyMap<string, number> {
  const [, letter, sign = '', mode = ''] =
    /^\s*([A-G])([#b]?)\s*(maj|ion|mix|dor|min|aeo|phr|loc|lyd|m(?![a-z])|)/i.exec(field) ?? [];
  if (letter === undefined) return new Map();
  const { altered } = keySignature(letter.toUpperCase() + sign, MODES[mode.toLowerCase()] ?? 'major');
  return new Map(altered.map((name) => [name.charAt(0).toLowerCase(), name.endsWith('#') ? 1 : -1]));
}

/** The notes of one voice, grace notes too, in their order. */
export function abcNotes(lines: readonly AbcLine[], voice: string): AbcNote[] {
  const reader = new Reader();
  const reach = lines.flatMap(({ text }) => /^%%propagate-accidentals\s+(not|octave|pitch)/.exec(text)?.[1] ?? [])[0];
  if (reach !== undefined) reader.setReach(reach);
  for (const line of lines) {
    if ((line.voice ?? voice) !== voice) continue;
    if (line.music) reader.read(line.text, line.start);
    else if (line.text.startsWith('K:')) reader.setKey(line.text.slice(2));
  }
  return reader.notes;
}

class Reader {
  readonly notes: AbcNote[] = [];
  #key: ReadonlyMap<string, number> = new Map();
  /** Signs in force in this bar, by what they are in force for; and of notes that are tied on, by letter and octave. */
  #bar = new Map<string, number>();
  #tied = new Map<string, number>();

  /** How far a sign reaches in its bar: unless the file says otherwise, to its letter in every octave. */
  #reach = 'pitch';

  setReach(reach: string): void {
    this.#reach = reach;
  }

  setKey(field: string): void {
    // A field may set a clef alone.
    if (/^\s*[A-G]|none/i.test(field)) this.#key = keyOf(field);
  }

  read(line: string, start: number): void {
    let before = '';
    let chord: number | undefined;
    let last: readonly [place: string, alter: number][] = [];
    for (let at = 0; at < line.length;) {
      const [kind, token] = tokenAt(line, at);
      if (kind === 'mark') before += token;
      else if (kind === 'chord') [chord, last] = [at, []];
      else if (kind === 'note') {
        const [, signs = '', letter = '', octave = ''] = /^([_^=]*)([A-Ga-g])([,']*)/.exec(token) ?? [];
        const alter = this.#alter(signs, letter, octave);
        this.notes.push({ letter: letter.toLowerCase(), alter, at: start + (chord ?? at), before });
        last = [...(chord === undefined ? [] : last), [letter + octave, alter]];
        if (chord === undefined) before = '';
      } else if (kind === 'tie') for (const [place, alter] of last) this.#tied.set(place, alter);
      else if (kind === 'unchord') [chord, before] = [undefined, ''];
      else if (kind === 'bar') [this.#bar, before] = [new Map<string, number>(), ''];
      else if (kind === 'field' && /^\[K:/.test(token)) this.setKey(token.slice(3, -1));
      else if (!(kind === 'other' && PASSES.test(token))) before = '';
      at += token.length;
    }
  }

  #alter(signs: string, letter: string, octave: string): number {
    const place = letter + octave;
    const tied = this.#tied.get(place);
    this.#tied.delete(place);
    const own = SIGNS[signs];
    const reach = this.#reach === 'pitch' ? letter.toLowerCase() : place;
    if (own !== undefined && this.#reach !== 'not') this.#bar.set(reach, own);
    return own ?? tied ?? this.#bar.get(reach) ?? this.#key.get(letter.toLowerCase()) ?? 0;
  }
}

function tokenAt(line: string, at: number): readonly [kind: string, token: string] {
  for (const [kind, form] of TOKENS) {
    form.lastIndex = at;
    const token = form.exec(line)?.[0];
    if (token) return [kind, token];
  }
  return ['other', line.charAt(at)];
}
