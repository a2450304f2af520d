import '../core/base/without-eval.ts';
import { expose } from 'comlink';
import { type OnProgress, granted, type Outcome } from '../core/base/index.ts';
import { EngineMemory, type Way } from '../core/fingering/index.ts';
import {
  recipeFor,
  featuresOf,
  type Features,
  fitSection,
  type Fitted,
  readingPage,
  type PageReading,
  readCsv,
  type CsvReading,
  readSyllabus,
  type Ask,
  type Section,
  type Syllabus,
} from '../core/grading/index.ts';
import type { InstrumentId } from '../core/instruments/index.ts';
import { buildFrom, type BuiltStudy } from '../core/study/index.ts';
import type { Passage } from '../core/passage/index.ts';
import type { Recipe } from '../core/recipe/index.ts';
import { bookLineFor, type BookEntry, readBook, type BookLine, withBookLine } from '../core/book/index.ts';

/** What this grader's engine remembers. */
const memory = new EngineMemory();

/** An ask worked out, or why no hand can play it. */
export interface Made {
  readonly ask: Ask;
  readonly outcome: Outcome<BuiltStudy>;
}

/** Set when the studies being made are no longer wanted. */
let makingStopped = false;
const fits = new Map<string, Fitted>();
/** What the lines of the book came to, and how often a book was checked. */
const lines: NonNullable<Parameters<typeof readBook>[2]> = new Map();
let checks = 0;
/** How often a printed page was read. */
let readings = 0;

/** Runs work to its end, telling its progress and letting other questions in between; none when stopped. */
async function run<T>(
  work: Generator<number, T>,
  onProgress?: (share: number) => Promise<void> | void,
  stopped: () => boolean = () => false,
): Promise<T | undefined> {
  let told = performance.now();
  for (let step = work.next(); ; step = work.next()) {
    if (step.done) return step.value;
    if (performance.now() - told < 60) continue;
    told = performance.now();
    void onProgress?.(step.value);
    await new Promise((resolve) => setTimeout(resolve));
    if (stopped()) return undefined;
  }
}

function* making(
  asks: readonly Ask[],
  school: string | undefined,
  book: readonly BookEntry[],
): Generator<number, Made[]> {
  const made: Made[] = [];
  for (const ask of asks) {
    yield made.length / asks.length;
    const recipe = recipeFor(ask, school);
    const outcome = buildFrom(recipe, memory);
    const own = bookLineFor(recipe, book);
    made.push({ ask, outcome: own && outcome.ok ? granted(withBookLine(outcome.value, own, memory)) : outcome });
  }
  return made;
}

/** Syllabuses and grades, off the page's thread. */
const grader = {
  /** Stops the studies that are being made. */
  cancel(): void {
    makingStopped = true;
  },

  /** Works asks out by one school; nothing when cancelled. */
  make(
    asks: readonly Ask[],
    school: string | undefined,
    book: readonly BookEntry[],
    onProgress?: OnProgress,
  ): Promise<Made[] | undefined> {
    makingStopped = false;
    return run(making(asks, school, book), onProgress, () => makingStopped);
  },

  /** Fits a model to a section; the same section is fitted once. */
  async fit(section: Section, onProgress?: OnProgress): Promise<Fitted | undefined> {
    const key = JSON.stringify(section);
    const known = fits.get(key);
    if (known) return known;
    const fitted = await run(fitSection(section), onProgress);
    if (fitted) fits.set(key, fitted);
    return fitted;
  },

  /** Measures a finished study. */
  measure(recipe: Recipe, passage: Passage, way: Way): Features {
    return featuresOf({ recipe, passage, way }, memory);
  },

  /** Reads a syllabus from CSV text. */
  readCsv(text: string, name: string): Promise<CsvReading | undefined> {
    return run(readCsv(text, name));
  },

  /** Reads a page of a teacher's own fingerings, each line checked. */
  async readBook(text: string, onProgress?: OnProgress): Promise<BookLine[]> {
    return (await run(readBook(text, memory, lines), onProgress)) ?? [];
  },

  /** The same for a book that is being typed: a newer text, or `stopChecking`, ends it; then it returns `undefined`. */
  async checkBook(text: string, onProgress?: OnProgress): Promise<BookLine[] | undefined> {
    const round = (checks += 1);
    return run(readBook(text, memory, lines), onProgress, () => round !== checks);
  },

  /** Ends a check of a book. */
  stopChecking(): void {
    checks += 1;
  },

  /** Reads a syllabus as it is printed. */
  async readPrinted(
    text: string,
    instrument: InstrumentId,
    name: string,
    onProgress?: OnProgress,
  ): Promise<PageReading | undefined> {
    const round = (readings += 1);
    return run(readingPage(text, instrument, name), onProgress, () => round !== readings);
  },

  /** Ends the reading of a printed page. */
  stopReading(): void {
    readings += 1;
  },

  /** Reads a syllabus from JSON text. */
  readJson(text: string): Outcome<Syllabus> {
    return readSyllabus(text);
  },
};

export type Grader = typeof grader;

expose(grader);
