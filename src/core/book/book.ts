import { z } from 'zod';
import type { EngineMemory } from '../fingering/fingering.ts';
import { readLine, NOTHING_SAID } from '../grading/printed/read-line.ts';
import { INSTRUMENT_TABLE, INSTRUMENTS, type InstrumentId } from '../instruments/instruments.ts';
import { passageOf } from '../passage/from-ask.ts';
import { readRecipe, type Recipe, type RecipeInput } from '../recipe/recipe.ts';
import type { BuiltStudy } from '../study/build.ts';
import { explainTyped } from '../study/typed/explain.ts';
import { pitchClass } from '../theory/pitch.ts';

/** What a way from the book is called among the ways. */
export const FROM_THE_BOOK = 'from your book';

/** A teacher's own fingerings, a line each, as they were written. */
export const Book = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{2,64}$/, { error: 'A book is known by small letters, digits and dashes.' }),
  text: z.string({ error: 'A book is a text.' }).max(400_000, { error: 'A book has at most 400,000 letters.' }),
});

export type Book = z.infer<typeof Book>;

/** A fingering of the book and the study it is for. */
export interface BookEntry {
  readonly recipe: RecipeInput;
  /** Strings and fingers, as written: the way up, or both ways. */
  readonly fingering: string;
}

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

/**
 * Reads a page of fingerings, `A major, three octaves: G 123 D 0123 …`, one a line, each checked
 * note by note. An instrument named in a line, or on a line of its own, holds from there on; without
 * one the instrument is the only one that can play the line.
 */
export function* readBook(text: string, memory: EngineMemory): Generator<number, BookLine[]> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n?|\n/);
  const read: BookLine[] = [];
  let here: InstrumentId | undefined;
  for (const [index, raw] of lines.entries()) {
    yield index / lines.length;
    const line = raw.trim();
    if (line === '' || line.startsWith('#')) continue;
    const place = { line: index + 1, text: raw };
    const named = instrumentIn(line);
    if (named) here = named.instrument;
    if (named && named.rest === '') continue;
    read.push({ ...place, ...lineOf(named?.rest ?? line, here, memory) });
  }
  return read;
}

function instrumentIn(line: string): { readonly instrument: InstrumentId; readonly rest: string } | undefined {
  const match = /^(double bass|violin|viola|violoncello|cello|bass)\b[\s:,–—-]*(.*)$/i.exec(line);
  if (!match) return undefined;
  const word = (match[1] ?? '').toLowerCase();
  const instrument = word === 'double bass' ? 'bass' : word === 'violoncello' ? 'cello' : (word as InstrumentId);
  return { instrument, rest: match[2] ?? '' };
}

type Read = Pick<BookLine, 'entry' | 'compared' | 'reason'>;

function lineOf(line: string, named: InstrumentId | undefined, memory: EngineMemory): Read {
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
      reason: `Say whose it is: it can be played on the ${names.join(' and the ')}. Begin the line with the instrument.`,
    };
  }
  return tries[0]?.read ?? {};
}

function checked(head: string, fingering: string, instrument: InstrumentId, memory: EngineMemory): Read {
  const { items, unread } = readLine(head, instrument, NOTHING_SAID);
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

/** The book's fingering for a study asked for; none where the study has pins or limits of its own. */
export function bookLineFor(asked: RecipeInput, entries: readonly BookEntry[]): string | undefined {
  const read = readRecipe(asked);
  if (!read.ok) return undefined;
  const recipe = read.value;
  const limited = recipe.pins.length > 0 || recipe.groups || recipe.strings || recipe.positions || recipe.setUp;
  if (limited || recipe.direction !== 'up-down') return undefined;
  return entries.find((entry) => isFor(entry, recipe))?.fingering;
}

function isFor({ recipe }: BookEntry, asked: Recipe): boolean {
  const same =
    recipe.instrument === asked.instrument &&
    pitchClass(recipe.tonic) === pitchClass(asked.tonic) &&
    (recipe.form ?? 'major') === asked.form &&
    (recipe.figure ?? 'scale') === asked.figure &&
    (recipe.octaves ?? 1) === asked.octaves;
  if (!same) return false;
  const own = readRecipe({ ...recipe, tonic: asked.tonic, start: renamed(recipe.start, asked.tonic) });
  const places = [own.ok ? passageOf(own.value) : own, passageOf(asked)];
  const [mine, theirs] = places.map((passage) =>
    passage.ok && 'tonic' in passage.value ? passage.value.tonic.midi : -1,
  );
  return mine === theirs;
}

function renamed(start: string | undefined, tonic: string): string | undefined {
  return start === undefined ? undefined : start.replace(/^[A-G][#b]*/, tonic);
}

/** A study with the book's fingering first among its ways, marked as the teacher's; as it was where the line does not fit it. */
export function withBookLine(built: BuiltStudy, fingering: string, memory: EngineMemory): BuiltStudy {
  const typed = explainTyped(built.recipe, fingering, memory);
  if (!typed.ok || !typed.value.ok) return built;
  const { way } = typed.value;
  const key = (one: BuiltStudy['ways'][number]): string => one.fingers.map((note) => note.string + note.finger).join();
  const same = built.ways.find((one) => key(one) === key(way));
  const own = { ...(same ?? way), systems: [FROM_THE_BOOK, ...(same?.systems ?? way.systems)] };
  const others = built.ways.filter((one) => one !== same);
  return { ...built, ways: [own, ...others].slice(0, Math.max(1, built.recipe.ways)) };
}
