import { listed } from '../base/index.ts';
import type { EngineMemory } from '../fingering/index.ts';
import { readLine } from '../grading/index.ts';
import { INSTRUMENT_TABLE, INSTRUMENTS, instrumentCalled, type InstrumentId } from '../instruments/index.ts';
import { passageOf } from '../passage/index.ts';
import { readRecipe, type Recipe, type RecipeInput } from '../recipe/index.ts';
import { explainTyped } from '../study/index.ts';
import type { BookEntry } from './book.ts';

/** One line of a book: the fingering it holds beside the engine's, or why it cannot be taken. */
export interface BookLine {
  /** Counted from 1. */
  readonly line: number;
  readonly text: string;
  readonly entry?: BookEntry;
  /** How it stands to the engine's best: the same, or in a sentence what differs. */
  readonly compared?: string;
  readonly reason?: string;
}

type Read = Pick<BookLine, 'entry' | 'compared' | 'reason'>;

/** The most lines remembered. */
const MOST_KNOWN = 20_000;

/**
 * Reads a page of fingerings, `A major, three octaves: G 123 D 0123 …`, one a line, each checked
 * note by note. An instrument named in a line, or on a line of its own, holds from there on; without
 * one the instrument is the only one that can play the line.
 *
 * @param known what lines read before came to; a book that is typed in changes one line at a time.
 */
export function* readBook(
  text: string,
  memory: EngineMemory,
  known: Map<string, Read> = new Map(),
): Generator<number, BookLine[]> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n?|\n/);
  const read: BookLine[] = [];
  let here: InstrumentId | undefined;
  for (const [index, raw] of lines.entries()) {
    yield index / lines.length;
    const line = raw.trim();
    if (line === '' || line.startsWith('#')) continue;
    const place = { line: index + 1, text: raw };
    const named = instrumentCalled(line);
    if (named) here = named.instrument;
    if (named && named.rest === '') continue;
    const rest = named?.rest ?? line;
    const key = `${here ?? ''} ${rest}`;
    const found = known.get(key) ?? lineOf(rest, here, memory);
    if (known.size < MOST_KNOWN) known.set(key, found);
    read.push({ ...place, ...found });
  }
  return read;
}

/** The longest line that is read, letters. */
const LONGEST_LINE = 2_000;

function lineOf(line: string, named: InstrumentId | undefined, memory: EngineMemory): Read {
  if (line.length > LONGEST_LINE)
    return { reason: `A line has at most ${LONGEST_LINE} letters; this has ${line.length}.` };
  const colon = line.lastIndexOf(':');
  if (colon < 0)
    return { reason: 'Write what it is, a colon, then strings and fingers: “G major, two octaves: G 0123 D 0123 …”.' };
  const fingering = line.slice(colon + 1).trim();
  const tries = (named ? [named] : INSTRUMENTS).map((instrument) => ({
    instrument,
    read: checked(line.slice(0, colon), fingering, instrument, memory),
  }));
  const good = tries.filter(({ read }) => read.entry);
  const [only] = good;
  if (good.length === 1 && only) return only.read;
  if (good.length > 1) {
    const names = good.map(({ instrument }) => INSTRUMENT_TABLE[instrument].name.toLowerCase());
    return {
      reason: `Say whose it is: it can be played on ${listed(names)}. Begin the line with the instrument.`,
    };
  }
  return tries[0]?.read ?? {};
}

function checked(head: string, fingering: string, instrument: InstrumentId, memory: EngineMemory): Read {
  const { items, unread } = readLine(head, instrument);
  const [item, ...more] = items;
  if (!item) return { reason: `“${head.trim()}” names no key: write, for example, “D melodic minor, two octaves”.` };
  if (more.length > 0 || item.tonics.length > 1)
    return { reason: 'One line is one study: give each key a line of its own.' };
  if (item.forms.length > 1) return { reason: 'Say which minor: natural, harmonic or melodic.' };
  if (unread) return { reason: `Not understood: ${unread}.` };
  const [tonic = 'C'] = item.tonics;
  const [form = 'major'] = item.forms;
  const asked: RecipeInput = {
    instrument,
    tonic,
    form,
    figure: item.figure,
    octaves: item.octaves,
    ...(item.lowest ? { start: item.lowest } : {}),
  };
  const recipe = readRecipe(asked);
  if (!recipe.ok) return { reason: recipe.refusal.message };
  for (const start of startsFor(recipe.value)) {
    const typed = explainTyped({ ...recipe.value, start }, fingering, memory);
    if (!typed.ok) return { reason: typed.refusal.message };
    if (!typed.value.ok) continue;
    return {
      entry: { recipe: start === undefined ? asked : { ...asked, start }, fingering },
      compared: typed.value.same ? 'The engine’s best is the same.' : typed.value.sentence,
    };
  }
  const typed = explainTyped(recipe.value, fingering, memory);
  return { reason: typed.ok && !typed.value.ok ? (typed.value.faults[0]?.message ?? '') : 'No hand can play it so.' };
}

/** Where a study may begin: the usual place first, then an octave higher and another. */
function startsFor(recipe: Recipe): (string | undefined)[] {
  if (recipe.start !== undefined) return [recipe.start];
  const usual = passageOf(recipe);
  if (!usual.ok) return [undefined];
  const { tonic } = usual.value;
  const letter = tonic.name.replace(/-?\d+$/, '');
  return [undefined, `${letter}${tonic.octave + 1}`, `${letter}${tonic.octave + 2}`];
}
