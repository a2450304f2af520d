import { wayNames } from '../src/core/fingering/index.ts';
import type { BuiltStudy } from '../src/core/study/index.ts';

/** A study as every command answers it: its recipe with the defaults, its notes, its ways. */
export function studyAnswer({ recipe, passage, ways }: BuiltStudy): {
  readonly recipe: object;
  readonly notes: readonly object[];
  readonly ways: readonly object[];
} {
  const start = passage.tonic.name;
  const names = wayNames(ways, { passage, recipe });
  return {
    recipe: { ...recipe, start, ...(recipe.instrument === 'bass' ? { handSystem: recipe.handSystem ?? '1-2-4' } : {}) },
    notes: passage.notes.map((note) => ({
      at: note.at,
      pitch: note.pitch.name,
      midi: note.pitch.midi,
      degree: note.degree,
    })),
    ways: ways.map((way, place) => ({
      ...way,
      name: names[place],
      ...(way.systems[0] === undefined ? {} : { system: way.systems[0] }),
    })),
  };
}
