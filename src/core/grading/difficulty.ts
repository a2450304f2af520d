import { instrumentFor } from '../instruments/instruments.ts';
import { beatsPerMinute } from '../recipe/bowing.ts';
import { timeNotes, TICKS_PER_BEAT } from '../bowing/rhythm.ts';
import { reachesOf } from '../fingering/reading/comparison.ts';
import type { Shift, Way } from '../fingering/fingering.ts';
import type { Passage } from '../passage/passage.ts';
import type { Recipe } from '../recipe/recipe.ts';
import { fifthsBetween, keySignature } from '../theory/key-signature.ts';

/** What is measured of a finished study, each with the words it is explained by. */
export const FEATURES = {
  range: 'the range, in half steps',
  notes: 'the number of notes',
  highest: 'the highest hand',
  stops: 'the highest stop',
  shifts: 'the shifts',
  travel: 'the way the hand travels',
  largest: 'the largest shift',
  down: 'the shifts coming down',
  pairs: 'shifts on to a finger that seldom takes over',
  crossings: 'the crossings',
  skips: 'strings jumped over',
  extensions: 'the reaches',
  accidentals: 'the signs of the key',
  changing: 'notes that change coming down',
  wide: 'steps wider than a second',
  half: 'rows of half steps',
  turning: 'the line turning back',
  speed: 'the notes a second',
  slur: 'the notes to a bow',
  far: 'the key’s distance from the open strings',
} as const;

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

/** Measures a study with its fingering and its bowing. */
export function featuresOf({ recipe, passage, way }: Finished): Features {
  const midis = passage.notes.map((note) => note.pitch.midi);
  const stopped = way.fingers.filter((note) => note.finger !== 0);
  const { strings } = instrumentFor(recipe.instrument, recipe.setUp);
  const place = (name: string): number => strings.findIndex((string) => string.name === name);
  const steps = midis.slice(1).map((midi, k) => midi - (midis[k] ?? midi));
  const timed = timeNotes(passage, recipe.bowing, recipe.form === 'chromatic');
  const shortest = Math.min(...timed.map((note) => note.length)) / TICKS_PER_BEAT;
  const names = (heading: 'up' | 'down'): Set<number> =>
    new Set(passage.notes.filter((note) => note.heading === heading).map((note) => note.pitch.midi % 12));
  const up = names('up');
  const { fifths } = keySignature(recipe.tonic, recipe.form);
  const log = (count: number): number => Math.log2(1 + count);
  return {
    range: Math.max(...midis) - Math.min(...midis),
    notes: log(midis.length),
    highest: Math.max(0, ...stopped.map((note) => note.hand)),
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
    accidentals: Math.abs(fifths),
    changing: [...names('down')].filter((pitch) => !up.has(pitch)).length,
    wide: steps.filter((step) => Math.abs(step) > 2).length / Math.max(1, steps.length),
    half: steps.filter((step) => Math.abs(step) === 1).length / Math.max(1, steps.length),
    turning: steps.filter((step, k) => k > 0 && step * (steps[k - 1] ?? 0) < 0).length / Math.max(1, steps.length),
    speed: Math.log2(beatsPerMinute(recipe.bowing) / 60 / shortest),
    slur: Math.log2(recipe.bowing.slur),
    far: Math.min(...strings.map((string) => fifthsBetween(recipe.tonic, string.name))),
  };
}
