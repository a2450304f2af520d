import { z } from 'zod';
import { passageOf } from '../passage/index.ts';
import { readRecipe, type Recipe, type RecipeInput } from '../recipe/index.ts';
import { pitchClass } from '../theory/index.ts';

/** The longest book, letters. */
export const LONGEST_BOOK = 400_000;

/** A teacher's own fingerings, a line each, as they were written. */
export const Book = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{2,64}$/, { error: 'A book is known by small letters, digits and dashes.' }),
  text: z.string({ error: 'A book is a text.' }).max(LONGEST_BOOK, { error: 'A book has at most 400,000 letters.' }),
});

export type Book = z.infer<typeof Book>;

/** A fingering of the book and the study it is for. */
export interface BookEntry {
  readonly recipe: RecipeInput;
  /** Strings and fingers, as written: the way up, or both ways. */
  readonly fingering: string;
}

/** The book's fingering for a study asked for; none if the study has pins or limits of its own. */
export function bookLineFor(asked: RecipeInput, entries: readonly BookEntry[]): string | undefined {
  if (entries.length === 0) return undefined;
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
