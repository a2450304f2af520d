import type { Outcome, Refused } from '../base/index.ts';
import { EngineMemory, type Way } from '../fingering/index.ts';
import { instrumentFor } from '../instruments/index.ts';
import { startsThatFit } from '../passage/index.ts';
import type { Recipe } from '../recipe/index.ts';
import { buildFrom, type BuiltStudy } from '../study/index.ts';
import type { ClassAsk, Section } from './class-ask.ts';
import { LEVELS, levelsFrom, positionsOf, type Level } from './level.ts';

/** What one section plays of the class's key, and how. */
export interface SectionStudy {
  readonly section: Section;
  readonly study: BuiltStudy;
  readonly way: Way;
  /** The level it is played at: higher than the section's own where that has no room for one octave. */
  readonly level: Level;
  /** Octaves the section was to play. */
  readonly wanted: number;
}

/**
 * The study of a section: as many octaves as the class plays or the section is given, from the lowest
 * start its level can play; fewer where it cannot, and the next level where it cannot play one.
 * Refuses what no level can play.
 */
export function sectionStudy(section: Section, ask: ClassAsk, memory = new EngineMemory()): Outcome<SectionStudy> {
  const wanted = Math.min(section.octaves ?? ask.octaves, ask.octaves);
  let refusal: Refused | undefined;
  for (const level of levelsFrom(section.level)) {
    // Who must leave their level for a key leaves it for one octave, no more.
    const most = level.id === section.level ? wanted : 1;
    for (let octaves = most; octaves >= 1; octaves -= 1) {
      for (const start of startsFor(section, ask.tonic, octaves)) {
        const built = buildFrom(recipeFor(section, ask, level, octaves, start), memory);
        const way = built.ok ? built.value.ways[0] : undefined;
        if (built.ok && way) return { ok: true, value: { section, study: built.value, way, level, wanted } };
        if (!built.ok) refusal = built;
      }
    }
  }
  return refusal ?? (buildFrom(recipeFor(section, ask, LEVELS[3] as Level, 1), memory) as Refused);
}

/** Where a section may begin: where it is told to, or each tonic from which so many octaves fit, lowest first. */
function startsFor(section: Section, tonic: string, octaves: number): readonly (string | undefined)[] {
  if (section.start !== undefined) return [section.start];
  return startsThatFit(tonic, octaves, instrumentFor(section.instrument, section.setUp)).map(({ name }) => name);
}

function recipeFor(section: Section, ask: ClassAsk, level: Level, octaves: number, start?: string): object {
  const { instrument, setUp, school } = section;
  const { tonic, form, figure, direction, melodicDescent, bowing } = ask;
  const positions = positionsOf(level, instrumentFor(instrument, setUp));
  const recipe: { readonly [Field in keyof Recipe]?: unknown } = {
    instrument,
    tonic,
    form,
    figure,
    direction,
    melodicDescent,
    bowing,
    octaves,
    ways: 1,
    ...(setUp ? { setUp } : {}),
    ...(school === undefined ? {} : { school }),
    ...(start === undefined ? {} : { start }),
    ...(positions ? { positions } : {}),
  };
  return recipe;
}
