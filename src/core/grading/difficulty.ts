import { instrumentFor } from '../instruments/index.ts';
import { beatsPerMinute, type Recipe } from '../recipe/index.ts';
import { timeNotes, TICKS_PER_BEAT } from '../bowing/index.ts';
import { reachesOf, type EngineMemory, type Shift, type Way } from '../fingering/index.ts';
import type { Passage } from '../passage/index.ts';
import { buildFrom } from '../study/index.ts';
import { fifthsBetween, keySignature } from '../theory/index.ts';

/** How a feature enters the estimate. */
interface Measure {
  /** The words it is explained by. */
  readonly words: string;
  /** Whether it belongs to the notes and their fingering, or to bow and tempo. */
  readonly part: 'notes' | 'bow';
  /** More of it never makes a study easier. */
  readonly rises: boolean;
}

const amount = (words: string): Measure => ({ words, part: 'notes', rises: true });
const kind = (words: string): Measure => ({ words, part: 'notes', rises: false });

/**
 * What is measured of a study. Amounts grow with octaves and hands and never count against it;
 * kinds say what sort of study it is, and are the same however long it is.
 */
export const FEATURES = {
  range: amount('the range, in half steps'),
  notes: amount('the number of notes'),
  highest: amount('the highest hand'),
  stops: amount('the highest stop'),
  shifts: amount('the shifts'),
  travel: amount('the way the hand travels'),
  largest: amount('the largest shift'),
  down: amount('the shifts coming down'),
  pairs: amount('shifts on to a finger that seldom takes over'),
  crossings: amount('the crossings'),
  skips: amount('strings jumped over'),
  extensions: amount('the reaches'),
  two: amount('a second octave'),
  three: amount('a third octave'),
  four: amount('a fourth octave'),
  accidentals: kind('the signs of the key'),
  changing: kind('notes that change coming down'),
  wide: kind('steps wider than a second'),
  half: kind('rows of half steps'),
  turning: kind('the line turning back'),
  far: kind('the key’s distance from the open strings'),
  arpeggio: kind('an arpeggio'),
  thirds: kind('broken thirds'),
  groups: kind('groups of notes'),
  set: kind('several parts in a row'),
  harmonic: kind('the harmonic minor'),
  melodic: kind('the melodic minor'),
  natural: kind('the natural minor'),
  triad: kind('the minor triad'),
  chromatic: kind('a chromatic scale'),
  whole: kind('a whole-tone scale'),
  seventh: kind('a dominant seventh'),
  diminished: kind('a diminished seventh'),
  speed: { words: 'the notes a second', part: 'bow', rises: true },
  slur: { words: 'the notes to a bow', part: 'bow', rises: true },
} as const satisfies Record<string, Measure>;

export type Feature = keyof typeof FEATURES;
export const FEATURE_IDS = Object.keys(FEATURES) as Feature[];

/** A study's features, each in a unit of its own; amounts that only count doublings are logarithms. */
export type Features = Readonly<Record<Feature, number>>;

interface Finished {
  readonly recipe: Recipe;
  readonly passage: Passage;
  readonly way: Way;
}

/**
 * Going up the first finger takes over, coming down any but the first; a finger that slides to itself
 * does neither. Common practice, no source.
 */
function isUnusual({ from, to, semitones }: Shift, { fingers }: Way): boolean {
  const arriving = fingers[to]?.finger;
  if (fingers[from]?.finger === arriving) return false;
  return semitones > 0 ? arriving !== 1 && arriving !== 'T' : arriving === 1;
}

/**
 * Measures a study. What its notes ask is measured on the usual way to finger them, whatever bow or
 * rules the study has, and never falls with an octave more: the shorter studies it contains are
 * measured too. A hand that goes higher than the usual one counts besides.
 */
export function featuresOf({ recipe, passage, way }: Finished, memory: EngineMemory): Features {
  const [first, ...longer] = shorterFirst(recipe, memory);
  const own = measured(first ?? { recipe, passage, way });
  const usual = longer.map(measured).reduce(moreOf, own);
  const timed = timeNotes(passage, recipe.bowing, recipe.form === 'chromatic');
  const shortest = Math.min(...timed.map((note) => note.length)) / TICKS_PER_BEAT;
  return {
    ...usual,
    highest: Math.max(usual.highest, highestHand(way)),
    speed: Math.log2(beatsPerMinute(recipe.bowing) / 60 / shortest),
    slur: Math.log2(recipe.bowing.slur),
  };
}

/** The studies of the same notes in one octave, two, and so on to the whole, each by the usual way. */
function shorterFirst(
  { instrument, setUp, tonic, form, figure, octaves, start, melodicDescent }: Recipe,
  memory: EngineMemory,
): Finished[] {
  return Array.from({ length: octaves }, (_, k) => k + 1).flatMap((count) => {
    const asked = { instrument, setUp, tonic, form, figure, octaves: count, start, melodicDescent, ways: 1 };
    const built = buildFrom(
      Object.fromEntries(Object.entries(asked).filter(([, value]) => value !== undefined)),
      memory,
    );
    const way = built.ok ? built.value.ways[0] : undefined;
    return built.ok && way ? [{ ...built.value, way }] : [];
  });
}

/** The larger of two amounts; kinds are the first one's. */
function moreOf(a: Features, b: Features): Features {
  return Object.fromEntries(
    FEATURE_IDS.map((id) => [id, FEATURES[id].rises ? Math.max(a[id], b[id]) : a[id]]),
  ) as Features;
}

function highestHand({ fingers }: Way): number {
  return Math.max(0, ...fingers.map((note) => (note.finger === 0 ? 0 : note.hand)));
}

/** Measures the notes of a finished study as it is fingered, bow and tempo aside. */
export function measured({ recipe, passage, way }: Finished): Features {
  const midis = passage.notes.map((note) => note.pitch.midi);
  const stopped = way.fingers.filter((note) => note.finger !== 0);
  const { strings } = instrumentFor(recipe.instrument, recipe.setUp);
  const place = (name: string): number => strings.findIndex((string) => string.name === name);
  const steps = midis.slice(1).map((midi, k) => midi - (midis[k] ?? midi));
  const names = (heading: 'up' | 'down'): Set<number> =>
    new Set(passage.notes.filter((note) => note.heading === heading).map((note) => note.pitch.midi % 12));
  const up = names('up');
  const { fifths } = keySignature(recipe.tonic, recipe.form);
  const log = (count: number): number => Math.log2(1 + count);
  const is = (...names: readonly string[]): number =>
    names.includes(recipe.figure) || names.includes(recipe.form) ? 1 : 0;
  const long = (octaves: number): number => (recipe.octaves >= octaves ? 1 : 0);
  return {
    range: Math.max(...midis) - Math.min(...midis),
    notes: log(midis.length),
    highest: highestHand(way),
    stops: Math.max(0, ...stopped.map((note) => note.stop)),
    shifts: log(way.shifts.length),
    travel: log(way.shifts.reduce((sum, shift) => sum + Math.abs(shift.semitones), 0)),
    largest: Math.max(0, ...way.shifts.map((shift) => Math.abs(shift.semitones))),
    down: log(way.shifts.filter((shift) => shift.semitones < 0).length),
    pairs: log(way.shifts.filter((shift) => isUnusual(shift, way)).length),
    crossings: log(way.crossings.length),
    skips: log(
      way.crossings.filter(
        ({ from, to }) => Math.abs(place(way.fingers[from]?.string ?? '') - place(way.fingers[to]?.string ?? '')) > 1,
      ).length,
    ),
    extensions: log(reachesOf(way)),
    two: long(2),
    three: long(3),
    four: long(4),
    accidentals: Math.abs(fifths),
    changing: [...names('down')].filter((pitch) => !up.has(pitch)).length,
    wide: steps.filter((step) => Math.abs(step) > 2).length / Math.max(1, steps.length),
    half: steps.filter((step) => Math.abs(step) === 1).length / Math.max(1, steps.length),
    turning: steps.filter((step, k) => k > 0 && step * (steps[k - 1] ?? 0) < 0).length / Math.max(1, steps.length),
    far: Math.min(...strings.map((string) => fifthsBetween(recipe.tonic, string.name))),
    arpeggio: is('arpeggio'),
    thirds: is('broken-thirds'),
    groups: is('groups-of-three', 'groups-of-four'),
    set: is('key-set', 'arpeggio-series', 'octaves-joined'),
    harmonic: is('harmonic-minor'),
    melodic: is('melodic-minor'),
    natural: is('natural-minor'),
    triad: is('minor'),
    chromatic: is('chromatic'),
    whole: is('whole-tone'),
    seventh: is('dominant-7'),
    diminished: is('diminished-7'),
    speed: 0,
    slur: 0,
  };
}
