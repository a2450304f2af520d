import { Note } from 'tonal';
import type { InstrumentId } from '../../instruments/instruments.ts';
import { instrumentFor } from '../../instruments/instruments.ts';
import { lowestPitch } from '../../instruments/instrument.ts';
import { lowestTonic } from '../../passage/from-ask.ts';
import type { FigureId } from '../../theory/figure.ts';
import { formOf, isMinor, type FormId } from '../../theory/form.ts';
import { CIRCLE, keySignature } from '../../theory/key-signature.ts';
import type { Item } from '../syllabus.ts';
import type { FormWord, Token } from './lexicon.ts';
import { tokensOf } from './tokens.ts';

/** What is said of a line's items before any of them is named: by headings, or by the line itself. */
export interface Manner {
  readonly figures: readonly FigureId[];
  readonly forms: readonly FormId[][];
  readonly octaves?: number;
  readonly slurs?: readonly number[];
  readonly octaveSlur?: boolean;
  readonly tempo?: { readonly bpm: number; readonly perBeat: number };
  readonly memory?: boolean;
  readonly direction?: 'up' | 'down' | 'up-down';
}

export const NOTHING_SAID: Manner = { figures: [], forms: [] };

/** What was read from one line. */
export interface LineReading {
  readonly items: readonly Omit<Item, 'id'>[];
  /** Words that were not understood, or what the line leaves unsaid; empty where all is clear. */
  readonly unread: string;
  /** What the line says of how things are played. */
  readonly manner: Manner;
  /** How many of what follows are asked. */
  readonly choose?: number;
  /** It asks for the keys named before it. */
  readonly above: boolean;
  /** What it asks that cannot be made yet. */
  readonly beyond: readonly string[];
}

/** Keys and forms that belong together. */
interface Clause {
  readonly tonics: string[];
  readonly starts: string[];
  readonly words: (FormWord | 'and' | 'or')[];
  readonly figures: FigureId[];
  /** Forms came after the keys: the next key begins another clause. */
  closed: boolean;
  keyLed: boolean;
  led: boolean;
  lowest?: string;
  signs?: { readonly sharps: number; readonly flats: number };
  part: number;
}

/**
 * Reads a line of a printed syllabus under what its headings say. Nothing is guessed in silence:
 * what the line does not say, or says in words that are not understood, stands in `unread`.
 */
export function readLine(line: string, instrument: InstrumentId, heading: Manner = NOTHING_SAID): LineReading {
  const tokens = tokensOf(line);
  const clauses: Clause[] = [];
  const unread: string[] = [];
  const beyond: string[] = [];
  const slursSaid: Said<readonly number[]>[] = [];
  const temposSaid: Said<number>[] = [];
  const figuresFirst: FigureId[] = [];
  const octavesSaid: Said<number>[] = [];
  let slurredOnly = '';
  let octaveSlur = false;
  let beatsSlur: Said<{ readonly beats: number; readonly text: string }> | undefined;
  let unit: number | undefined;
  let value: number | undefined;
  let perBeat: number | undefined;
  let memory: boolean | undefined;
  let direction: Manner['direction'];
  let openStart = false;
  let above = false;
  let choose: number | undefined;
  let part = 0;
  let figureFrom = 0;
  const fresh = (): Clause => {
    const clause: Clause = {
      tonics: [],
      starts: [],
      words: [],
      figures: [],
      closed: false,
      keyLed: false,
      led: false,
      part,
    };
    clauses.push(clause);
    return clause;
  };
  const namedSoFar = (): number => clauses.filter(isNamed).length;
  const current = (): Clause => {
    const last = clauses.at(-1);
    return last?.part === part ? last : fresh();
  };

  for (const token of tokens) {
    switch (token.kind) {
      case 'tonic':
        takeTonic(token);
        break;
      case 'form': {
        const clause = current();
        // Forms before and after the keys: those after belong to them, unless a kind is added.
        clause.words.push(token.word);
        if (clause.tonics.length > 0) clause.closed = true;
        break;
      }
      case 'join': {
        const clause = clauses.at(-1);
        if (clause && clause.words.length > 0 && !['and', 'or'].includes(clause.words.at(-1) ?? ''))
          clause.words.push(token.join);
        break;
      }
      case 'figure': {
        const named = clauses.filter((clause, k) => k >= figureFrom && isNamed(clause));
        if (named.length === 0) figuresFirst.push(token.figure);
        else for (const clause of named) clause.figures.push(token.figure);
        break;
      }
      case 'octaves':
        octavesSaid.push({ value: token.octaves, after: namedSoFar() });
        break;
      case 'slurs':
        slursSaid.push({ value: token.slurs, after: namedSoFar() });
        break;
      case 'beats-slur':
        beatsSlur = { value: token, after: namedSoFar() };
        break;
      case 'signs': {
        const clause = current();
        clause.signs = token;
        if (clause.words.length > 0) clause.closed = true;
        break;
      }
      case 'slurred':
        slurredOnly = token.text;
        break;
      case 'octave-slur':
        octaveSlur = true;
        break;
      case 'tempo':
        temposSaid.push({ value: token.bpm, after: namedSoFar() });
        unit = token.unit ?? unit;
        break;
      case 'value':
        value = token.length;
        break;
      case 'per-beat':
        ({ perBeat } = token);
        break;
      case 'memory':
        ({ memory } = token);
        break;
      case 'direction':
        ({ direction } = token);
        break;
      case 'open-start':
        openStart = true;
        break;
      case 'relative': {
        const before = clauses.findLast(isNamed);
        const clause = fresh();
        clause.tonics.push(...(before?.tonics ?? []).map((tonic) => Note.transpose(tonic, '-3m')));
        clause.words.push('minor');
        clause.closed = true;
        break;
      }
      case 'above':
        above = true;
        break;
      case 'rule':
        choose = token.count;
        break;
      case 'beyond':
        beyond.push(token.text);
        break;
      case 'part':
        part += 1;
        break;
      case 'unread':
        unread.push(token.text);
        break;
      case 'filler':
        break;
    }
  }

  function takeTonic(token: Token & { kind: 'tonic' }): void {
    const before = clauses.findLast((clause) => clause.tonics.length > 0);
    const same = before?.tonics.length === 1 && before.tonics[0] === token.tonic;
    if (token.lead === 'start' && before && isSeventh(before)) {
      before.starts.push(token.tonic);
      return;
    }
    if ((token.lead === 'start' || token.lowest) && before && same) {
      before.lowest = lowestOf(token.tonic, instrument);
      return;
    }
    let clause = current();
    if (clause.closed) {
      clause = fresh();
      if (clauses.some((one) => one.figures.length > 0)) figureFrom = clauses.length - 1;
    }
    clause.tonics.push(token.tonic);
    if (token.lead !== 'none') clause.led = true;
    if (token.lead === 'key') clause.keyLed = true;
  }

  const onBeat = perBeat ?? (value === undefined ? undefined : Math.max(1, Math.round((unit ?? 1 / 4) / value)));
  if (beatsSlur && onBeat !== undefined)
    slursSaid.push({ value: [beatsSlur.value.beats * onBeat], after: beatsSlur.after });
  else if (beatsSlur) unread.push(`${beatsSlur.value.text}: how many notes to a beat`);
  if (slurredOnly && slursSaid.length === 0 && !octaveSlur && !beatsSlur)
    unread.push(`${slurredOnly}: how many to a bow`);
  const named = clauses.filter(isNamed);
  const leading = clauses.filter((clause) => !isNamed(clause)).flatMap((clause) => formsOf(clause.words, false));
  const tempoOf = (bpm: number | undefined): Manner['tempo'] =>
    bpm === undefined ? heading.tempo : { bpm, perBeat: onBeat ?? 1 };
  const bowSaid = slursSaid.length > 0 || octaveSlur || beatsSlur !== undefined;
  const manner: Manner = {
    figures: figuresFirst.length > 0 ? figuresFirst : heading.figures,
    forms: leading.length > 0 ? leading : heading.forms,
    ...given('octaves', octavesSaid[0]?.value ?? heading.octaves),
    ...given('slurs', bowSaid ? slursSaid.flatMap((one) => one.value) : heading.slurs),
    ...given('octaveSlur', bowSaid ? octaveSlur : heading.octaveSlur),
    ...given('tempo', tempoOf(temposSaid[0]?.value)),
    ...given('memory', memory ?? heading.memory),
    ...given('direction', direction ?? heading.direction),
  };

  const unsaid = new Set<string>();
  let wordsBefore: readonly FormId[][] = manner.forms;
  let figuresBefore: readonly FigureId[] = manner.figures;
  const items = named.flatMap((clause, place) => {
    const figures = clause.figures.length > 0 ? clause.figures : figuresBefore;
    if (clause.figures.length > 0 && figuresFirst.length === 0) figuresBefore = clause.figures;
    const chordal = figures.length === 1 && figures[0] !== 'scale';
    let forms = formsOf(clause.words, chordal && figures[0] === 'arpeggio');
    if (forms.length === 0) {
      forms = wordsBefore.map((one) => one.map((form) => asChord(form, figures)));
      if (forms.length === 0) {
        unsaid.add('major or minor is not said');
        forms = [['major']];
      }
    }
    wordsBefore = forms;
    const octaves = lastSaid(place, octavesSaid, named.length) ?? heading.octaves;
    const slurs = bowSaid ? saidFor(place, slursSaid, named.length).flat() : (heading.slurs ?? []);
    const wholeOctave = bowSaid ? octaveSlur : heading.octaveSlur === true;
    const tempo = tempoOf(lastSaid(place, temposSaid, named.length));
    if (octaves === undefined) unsaid.add('octaves are not said');
    const seventh = isSeventh(clause);
    if (seventh && !clause.led && clause.starts.length === 0 && forms.some((one) => one.includes('dominant-7'))) {
      unsaid.add('the key, or the note it begins on?');
    }
    return forms.flatMap((own) => {
      const asked: readonly FigureId[] = figuresFor(own, figures);
      return asked.map((figure): Omit<Item, 'id'> => {
        const chords = figure === 'arpeggio' ? own.map((form) => asChord(form, ['arpeggio'])) : own;
        const dominant = own.includes('dominant-7');
        const keys = clause.signs ? keysWithin(clause.signs, own.some(isMinor)) : clause.tonics;
        const fifths = dominant && clause.keyLed;
        const tonics =
          clause.starts.length > 0 ? clause.starts : fifths ? keys.map((tonic) => Note.transpose(tonic, '5P')) : keys;
        const lowest = clause.lowest ?? (openStart ? openString(tonics, instrument) : undefined);
        return {
          figure,
          forms: [...new Set(chords)],
          tonics: [...new Set(tonics.map(plainTonic))],
          octaves: octaves ?? 1,
          slurs: [...new Set([...slurs, ...(wholeOctave ? [octaveOf(figure, own)] : [])])].sort((a, b) => a - b),
          ...(tempo ? { tempo } : {}),
          ...(lowest ? { lowest } : {}),
          direction: manner.direction ?? 'up-down',
          rhythm: 'even',
          memory: manner.memory ?? true,
        };
      });
    });
  });
  const silent = items.length > 0 ? [...unsaid] : [];
  return {
    items: beyond.length > 0 ? [] : joinedKeys(items),
    unread: [...beyond, ...unread, ...silent].join('; '),
    manner,
    ...(choose === undefined ? {} : { choose }),
    above,
    beyond,
  };
}

/** Items that differ in their tonics alone, as one. */
function joinedKeys(items: readonly Omit<Item, 'id'>[]): Omit<Item, 'id'>[] {
  const joined: Omit<Item, 'id'>[] = [];
  for (const item of items) {
    const rest = ({ tonics: _, ...other }: Omit<Item, 'id'>): string => JSON.stringify(other);
    const place = joined.findIndex((one) => rest(one) === rest(item));
    const same = joined[place];
    if (same) joined[place] = { ...same, tonics: [...new Set([...same.tonics, ...item.tonics])] };
    else joined.push(item);
  }
  return joined;
}

function given<K extends string, T>(key: K, value: T | undefined): Partial<Record<K, T>> {
  return value === undefined ? {} : ({ [key]: value } as Record<K, T>);
}

function isSeventh({ words }: Clause): boolean {
  return words.includes('dominant-7');
}

const SEVENTHS: readonly FormWord[] = ['dominant-7', 'diminished-7', 'major-7', 'minor-7'];

/** The forms a row of words asks for: each list is one item, its forms the candidate's choice. */
function formsOf(words: readonly (FormWord | 'and' | 'or')[], chordal: boolean): FormId[][] {
  const plain = words.filter((word): word is FormWord => word !== 'and' && word !== 'or');
  if (plain.length === 0) return [];
  // A seventh has a form of its own; major or minor beside it is its key's.
  const sevenths = plain.filter((word): word is FormId => SEVENTHS.includes(word));
  if (sevenths.length > 0) return [...new Set(sevenths)].map((form) => [form]);
  if (plain.includes('pentatonic')) return [[plain.includes('minor') ? 'minor-pentatonic' : 'major-pentatonic']];
  const kinds = (['natural', 'harmonic', 'melodic'] as const).filter((kind) => plain.includes(kind));
  const minors = kinds.map((kind): FormId => `${kind}-minor`);
  const others = plain.filter(
    (word): word is FormId => !['minor', 'natural', 'harmonic', 'melodic', 'pentatonic'].includes(word),
  );
  const inner = words.slice(
    words.findIndex((word) => kinds.includes(word as 'natural')),
    words.findLastIndex((word) => kinds.includes(word as 'natural')),
  );
  const free = words.includes('or') && !inner.includes('and');
  const lists: FormId[][] = [...new Set(others)].map((form) => [form]);
  if (chordal && (plain.includes('minor') || kinds.length > 0)) lists.push(['minor']);
  else if (minors.length > 1) lists.push(...(free ? [minors] : minors.map((form) => [form])));
  else if (minors.length === 1) lists.push(minors);
  else if (plain.includes('minor')) lists.push(['natural-minor', 'harmonic-minor', 'melodic-minor']);
  const choice = lists.length > 1 && words.includes('or') && kinds.length === 0;
  return choice ? [lists.flat()] : lists;
}

/** An arpeggio of any minor is the minor triad. */
function asChord(form: FormId, figures: readonly FigureId[]): FormId {
  return figures.includes('arpeggio') && form.endsWith('-minor') ? 'minor' : form;
}

/** The figures that a form can take among those named; a chord is an arpeggio whatever stands there. */
function figuresFor(forms: readonly FormId[], figures: readonly FigureId[]): readonly FigureId[] {
  const [form = 'major'] = forms;
  const { scale, chord } = formOf(form);
  if (!scale) return ['arpeggio'];
  const fitting = [...new Set(figures)].filter((figure) => (figure === 'arpeggio' ? chord !== undefined : true));
  return fitting.length > 0 ? fitting : ['scale'];
}

/** Something said of the clauses before it in the line, or of all that follow where none is. */
interface Said<T> {
  readonly value: T;
  /** How many clauses were named before it. */
  readonly after: number;
}

/**
 * What is said of one clause of `count`: what was said before any of them holds for all; what was
 * said once behind the last as well; otherwise each holds for the clauses before it, back to the
 * one said before.
 */
function saidFor<T>(place: number, said: readonly Said<T>[], count: number): T[] {
  const behind = said.filter(({ after }) => after > 0);
  const first = said.filter(({ after }) => after === 0).map(({ value }) => value);
  if (behind.every(({ after }) => after === count)) return [...first, ...behind.map(({ value }) => value)];
  const next = behind.find(({ after }) => after > place)?.after;
  const own = behind.filter(({ after }) => after === next).map(({ value }) => value);
  return own.length > 0 ? own : first;
}

function lastSaid<T>(place: number, said: readonly Said<T>[], count: number): T | undefined {
  return saidFor(place, said, count).at(-1);
}

function isNamed({ tonics, signs }: Clause): boolean {
  return tonics.length > 0 || signs !== undefined;
}

/** The usual keys of at most so many sharps and flats. */
function keysWithin({ sharps, flats }: { readonly sharps: number; readonly flats: number }, minor: boolean): string[] {
  return (minor ? CIRCLE.minor : CIRCLE.major).filter((tonic) => {
    const { fifths } = keySignature(tonic, minor ? 'natural-minor' : 'major');
    return fifths <= sharps && -fifths <= flats;
  });
}

/** Notes to a bow where an octave lies in one. */
function octaveOf(figure: FigureId, [form]: readonly FormId[]): number {
  if (figure === 'arpeggio') return form?.endsWith('-7') ? 4 : 3;
  if (form === 'chromatic') return 12;
  if (form === 'whole-tone') return 6;
  return form?.endsWith('pentatonic') ? 5 : 7;
}

function plainTonic(tonic: string): string {
  return tonic.replace(/^(.)(##|bb)$/, (name) => Note.enharmonic(name));
}

function lowestOf(tonic: string, instrument: InstrumentId): string {
  return lowestTonic(tonic, lowestPitch(instrumentFor(instrument))).name;
}

/** The open string of the only tonic asked, where there is one. */
function openString(tonics: readonly string[], instrument: InstrumentId): string | undefined {
  const [tonic, ...others] = tonics;
  if (tonic === undefined || others.length > 0) return undefined;
  const string = instrumentFor(instrument).strings.find((one) => one.name === tonic);
  return string && lowestTonic(tonic, string.open).name;
}
