import * as Note from '@tonaljs/note';
import { type InstrumentId, instrumentFor } from '../../instruments/index.ts';
import { lowestTonic } from '../../passage/index.ts';
import { type FigureId, isMinor, type FormId, CIRCLE, keySignature } from '../../theory/index.ts';
import type { Item } from '../syllabus.ts';
import { gather, isNamed, isSeventh } from './clauses.ts';
import { asChord, figuresFor, formsOf, octaveOf } from './forms-said.ts';
import { lastSaid, saidFor } from './said.ts';

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

/**
 * Reads a line of a printed syllabus under what its headings say. Nothing is guessed in silence:
 * what the line does not say, or says in words that are not understood, stands in `unread`.
 */
export function readLine(line: string, instrument: InstrumentId, heading: Manner = NOTHING_SAID): LineReading {
  const said = gather(line, instrument);
  const onBeat =
    said.perBeat ?? (said.value === undefined ? undefined : Math.max(1, Math.round((said.unit ?? 1 / 4) / said.value)));
  if (said.beatsSlur && onBeat !== undefined)
    said.slursSaid.push({ value: [said.beatsSlur.value.beats * onBeat], after: said.beatsSlur.after });
  else if (said.beatsSlur) said.unread.push(`${said.beatsSlur.value.text}: how many notes to a beat`);
  if (said.slurredOnly && said.slursSaid.length === 0 && !said.octaveSlur && !said.beatsSlur)
    said.unread.push(`${said.slurredOnly}: how many to a bow`);
  const named = said.clauses.filter(isNamed);
  const leading = said.clauses.filter((clause) => !isNamed(clause)).flatMap((clause) => formsOf(clause.words, false));
  const tempoOf = (bpm: number | undefined): Manner['tempo'] =>
    bpm === undefined ? heading.tempo : { bpm, perBeat: onBeat ?? 1 };
  const bowSaid = said.slursSaid.length > 0 || said.octaveSlur || said.beatsSlur !== undefined;
  const manner: Manner = {
    figures: said.figuresFirst.length > 0 ? said.figuresFirst : heading.figures,
    forms: leading.length > 0 ? leading : heading.forms,
    ...given('octaves', said.octavesSaid[0]?.value ?? heading.octaves),
    ...given('slurs', bowSaid ? said.slursSaid.flatMap((one) => one.value) : heading.slurs),
    ...given('octaveSlur', bowSaid ? said.octaveSlur : heading.octaveSlur),
    ...given('tempo', tempoOf(said.temposSaid[0]?.value)),
    ...given('memory', said.memory ?? heading.memory),
    ...given('direction', said.direction ?? heading.direction),
  };

  const unsaid = new Set<string>();
  let wordsBefore: readonly FormId[][] = manner.forms;
  let figuresBefore: readonly FigureId[] = manner.figures;
  const items = named.flatMap((clause, place) => {
    const figures = clause.figures.length > 0 ? clause.figures : figuresBefore;
    if (clause.figures.length > 0 && said.figuresFirst.length === 0) figuresBefore = clause.figures;
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
    const octaves = lastSaid(place, said.octavesSaid, named.length) ?? heading.octaves;
    const slurs = bowSaid ? saidFor(place, said.slursSaid, named.length).flat() : (heading.slurs ?? []);
    const wholeOctave = bowSaid ? said.octaveSlur : heading.octaveSlur === true;
    const tempo = tempoOf(lastSaid(place, said.temposSaid, named.length));
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
        const lowest = clause.lowest ?? (said.openStart ? openString(tonics, instrument) : undefined);
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
    items: said.beyond.length > 0 ? [] : joinedKeys(items),
    unread: [...said.beyond, ...said.unread, ...silent].join('; '),
    manner,
    ...(said.choose === undefined ? {} : { choose: said.choose }),
    above: said.above,
    beyond: said.beyond,
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

/** The usual keys of at most so many sharps and flats. */
function keysWithin({ sharps, flats }: { readonly sharps: number; readonly flats: number }, minor: boolean): string[] {
  return (minor ? CIRCLE.minor : CIRCLE.major).filter((tonic) => {
    const { fifths } = keySignature(tonic, minor ? 'natural-minor' : 'major');
    return fifths <= sharps && -fifths <= flats;
  });
}

function plainTonic(tonic: string): string {
  return tonic.replace(/^(.)(##|bb)$/, (name) => Note.enharmonic(name));
}

/** The open string of the only tonic asked, where there is one. */
function openString(tonics: readonly string[], instrument: InstrumentId): string | undefined {
  const [tonic, ...others] = tonics;
  if (tonic === undefined || others.length > 0) return undefined;
  const string = instrumentFor(instrument).strings.find((one) => one.name === tonic);
  return string && lowestTonic(tonic, string.open).name;
}
