import * as Note from '@tonaljs/note';
import { lowestPitch, instrumentFor, type InstrumentId } from '../../instruments/index.ts';
import { lowestTonic } from '../../passage/index.ts';
import type { FigureId } from '../../theory/index.ts';
import type { FormWord, Token } from './lexicon.ts';
import type { Said } from './said.ts';
import { tokensOf } from './tokens.ts';

/** Keys and forms that belong together. */
export interface Clause {
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

/** All that a line says, its keys and forms gathered into clauses. */
export interface Gathered {
  readonly clauses: readonly Clause[];
  /** Words that were not understood. */
  readonly unread: string[];
  readonly beyond: readonly string[];
  /** Figures named before any key. */
  readonly figuresFirst: readonly FigureId[];
  readonly octavesSaid: readonly Said<number>[];
  readonly slursSaid: Said<readonly number[]>[];
  readonly temposSaid: readonly Said<number>[];
  /** The word for slurred, where it comes without a number. */
  readonly slurredOnly: string;
  readonly octaveSlur: boolean;
  readonly beatsSlur: Said<{ readonly beats: number; readonly text: string }> | undefined;
  /** Lengths in whole notes: of the beat the tempo counts, and of the notes. */
  readonly unit: number | undefined;
  readonly value: number | undefined;
  readonly perBeat: number | undefined;
  readonly memory: boolean | undefined;
  readonly direction: 'up' | 'down' | 'up-down' | undefined;
  readonly openStart: boolean;
  readonly above: boolean;
  readonly choose: number | undefined;
}

/** Gathers the words of a line. */
export function gather(line: string, instrument: InstrumentId): Gathered {
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
  let direction: Gathered['direction'];
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

  return {
    clauses,
    unread,
    beyond,
    figuresFirst,
    octavesSaid,
    slursSaid,
    temposSaid,
    slurredOnly,
    octaveSlur,
    beatsSlur,
    unit,
    value,
    perBeat,
    memory,
    direction,
    openStart,
    above,
    choose,
  };
}

/** True for a clause that names keys. */
export function isNamed({ tonics, signs }: Clause): boolean {
  return tonics.length > 0 || signs !== undefined;
}

/** True for a dominant seventh, whose key is not the note it begins on. */
export function isSeventh({ words }: Clause): boolean {
  return words.includes('dominant-7');
}

function lowestOf(tonic: string, instrument: InstrumentId): string {
  return lowestTonic(tonic, lowestPitch(instrumentFor(instrument))).name;
}
