import { passageOf } from '../passage/index.ts';
import type { SavedStudy } from './saved-study.ts';

/** Notes on one string one after the other: place in the study, from 0, and height in half steps above the lowest. */
export interface Run {
  readonly string: string;
  readonly notes: readonly (readonly [at: number, height: number])[];
}

/** The outline of a study, to be known at a glance: how long, how high, where it crosses. */
export interface Shape {
  readonly runs: readonly Run[];
  /** How many notes. */
  readonly length: number;
  /** Half steps from its lowest note to its highest. */
  readonly height: number;
}

/** The outline of a kept study by its notes and strings; none if they no longer fit each other. */
export function shapeOf({ recipe, fingering }: Pick<SavedStudy, 'recipe' | 'fingering'>): Shape | undefined {
  const passage = passageOf(recipe);
  if (!passage.ok || passage.value.notes.length !== fingering.length) return undefined;
  const pitches = passage.value.notes.map(({ pitch }) => pitch.midi);
  const lowest = Math.min(...pitches);
  const runs: { string: string; notes: [number, number][] }[] = [];
  pitches.forEach((midi, at) => {
    const string = fingering[at]?.string ?? '';
    if (runs.at(-1)?.string !== string) runs.push({ string, notes: [] });
    runs.at(-1)?.notes.push([at, midi - lowest]);
  });
  return { runs, length: pitches.length, height: Math.max(...pitches) - lowest };
}
