import { partNames } from '../passage/index.ts';
import { instrumentFor } from '../instruments/index.ts';
import { bowStrokes, type BowStroke } from '../bowing/index.ts';
import { differingNotes } from '../fingering/index.ts';
import { hardWords } from './hard-bars.ts';
import { changingNotes, type ScoredStudy } from './scored-study.ts';
import { teachingWords, type NoteWords } from './teaching-marks.ts';

/** What is printed at a note besides the note: found once for the whole study. */
export interface Marks {
  /** Names of the parts of a study of several, by the note each begins with. */
  readonly headings: ReadonlyMap<number, string>;
  /** String numeral to print, by note. */
  readonly numerals: ReadonlyMap<number, string>;
  /** First notes of hands, with the words over them. */
  readonly handStarts: ReadonlyMap<number, string>;
  readonly handEnds: ReadonlySet<number>;
  readonly strokes: readonly BowStroke[];
  /** Notes that show their bow direction. */
  readonly bowed: ReadonlySet<number>;
  /** Notes that show their finger. */
  readonly fingered: ReadonlySet<number>;
  readonly accented: ReadonlySet<number>;
  readonly hooked: boolean;
  /** Directions that swell and fade, by the note they stand before. */
  readonly wedges: ReadonlyMap<number, 'crescendo' | 'diminuendo' | 'stop'>;
  /** Short words under a note: what other ways play there, whether it lies higher or lower than known. */
  readonly under: ReadonlyMap<number, readonly string[]>;
  /** What is to be done at a note, in a word or two. */
  readonly teaching: NoteWords;
  /** What is hard in the bar a note begins. */
  readonly hard: NoteWords;
  /** The teacher's own words. */
  readonly remarks: NoteWords;
}

/** Everything printed at the notes of a study. */
export function marksOf(study: ScoredStudy): Marks {
  const { way, recipe, passage } = study;
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const numerals = new Map<number, string>();
  const handStarts = new Map<number, string>();
  const handEnds = new Set<number>();
  way.fingers.forEach((note, at) => {
    if (note.string !== way.fingers[at - 1]?.string) {
      numerals.set(at, instrument.strings.find((string) => string.name === note.string)?.numeral ?? '');
    }
  });
  const first = way.fingers[0];
  if (first) handStarts.set(0, first.position);
  for (const shift of way.shifts) {
    const arrow = shift.semitones > 0 ? '↑' : '↓';
    handStarts.set(shift.to, `${arrow} ${way.fingers[shift.to]?.position ?? ''}`);
    handEnds.add(shift.from);
  }
  handEnds.add(way.fingers.length - 1);
  if (study.look?.hands === 'every') {
    for (const at of numerals.keys()) {
      if (handStarts.has(at)) continue;
      handStarts.set(at, way.fingers[at]?.position ?? '');
      handEnds.add(at - 1);
    }
  }
  const strokes = bowStrokes(passage, recipe.bowing);
  const starts = strokes.map((stroke) => stroke.from);
  const descent = starts.find((at) => at > passage.top || at === passage.top);
  const bowed = new Set([0, ...(descent === undefined ? [] : [descent]), starts.at(-1) ?? 0]);
  const under = underNotes(study);
  const teaching = teachingWords(study, study.look?.marks ?? []);
  const hard: NoteWords = study.look?.marks?.includes('hard') ? hardWords(study) : new Map();
  const remarks: NoteWords = new Map(recipe.remarks.map(({ at, text }) => [at, text]));
  const shape = bowMarks(study);
  const fingered = fingeredNotes(study);
  const headings = new Map(partNames(recipe).map((name, part) => [passage.parts[part] ?? 0, name]));
  const blank = study.look?.fingers === 'blank';
  const unnamed = blank || study.look?.hands === 'none';
  return {
    headings,
    numerals: blank ? new Map() : numerals,
    handStarts: unnamed ? new Map() : handStarts,
    handEnds: unnamed ? new Set() : handEnds,
    strokes,
    bowed,
    fingered,
    under,
    teaching,
    hard,
    remarks,
    ...shape,
  };
}

/** Notes whose finger stands over them. */
export function fingeredNotes({ way, look }: ScoredStudy): ReadonlySet<number> {
  const shown = look?.fingers ?? 'all';
  if (shown === 'blank') return new Set();
  return shown === 'all' ? new Set(way.fingers.map((note) => note.at)) : changingNotes(way);
}

/**
 * The place of each note's own finger among all fingers of the picture, in the order in which they are written: after
 * it come what stands under the note and the fingers of the notes under it at the same stem.
 *
 * @returns places counted from 0, by note; notes that show no finger have none.
 */
export function fingerPlaces(study: ScoredStudy): ReadonlyMap<number, number> {
  const [fingered, under] = [fingeredNotes(study), underNotes(study)];
  const places = new Map<number, number>();
  let written = 0;
  for (const { at, chord } of study.way.fingers) {
    if (fingered.has(at)) places.set(at, written);
    written += (fingered.has(at) ? 1 + (chord?.length ?? 0) : 0) + (under.get(at)?.length ?? 0);
  }
  return places;
}

/** Accents, separated slurs, and the swell up to the top and back. */
function bowMarks({ recipe, passage }: ScoredStudy): Pick<Marks, 'accented' | 'hooked' | 'wedges'> {
  const { accents, hooked, dynamics } = recipe.bowing;
  const { notes, top } = passage;
  const accented = new Set(accents > 0 ? notes.map(({ at }) => at).filter((at) => at % accents === 0) : []);
  const wedges = new Map<number, 'crescendo' | 'diminuendo' | 'stop'>();
  if (dynamics === 'rise-and-fall' && passage.parts.length === 1) {
    if (top > 0) wedges.set(0, 'crescendo');
    if (top < notes.length - 1) wedges.set(top, 'diminuendo');
    wedges.set(notes.length - 1, 'stop');
  }
  return { accented, hooked, wedges };
}

/** Under each note: an arrow where it is altered, then the other ways, the second in brackets, then what was heard. */
function underNotes({ way, look }: ScoredStudy): Map<number, string[]> {
  const under = new Map<number, string[]>();
  const add = (at: number, words: string): void => void under.set(at, [...(under.get(at) ?? []), words]);
  for (const { at, by } of look?.altered ?? []) add(at, by > 0 ? '▴' : '▾');
  (look?.beside ?? []).forEach((other, place) => {
    for (const at of differingNotes(way, other)) {
      const note = other.fingers[at];
      if (note) add(at, place === 0 ? `${note.string}${note.finger}` : `(${note.string}${note.finger})`);
    }
  });
  for (const { at, words } of look?.heard ?? []) add(at, words);
  return under;
}
