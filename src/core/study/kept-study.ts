import type { Outcome } from '../base/index.ts';
import { EngineMemory, type Way } from '../fingering/index.ts';
import { buildFrom, buildStudy, type BuiltStudy } from './build.ts';
import type { SavedFinger } from './saved-study.ts';

/** A kept study worked out, and whether the fingers it was kept with can still be played. */
export interface KeptStudy extends BuiltStudy {
  readonly fits: boolean;
}

/**
 * Works a recipe out around a fingering that was kept: its way comes first, then what the engine
 * would offer today. Where the kept fingers do not fit the recipe, only the engine's are given, and
 * `fits` is false: they are not to be written over before the teacher has said so.
 */
export function buildKept(
  recipe: unknown,
  fingering: readonly SavedFinger[],
  memory: EngineMemory = new EngineMemory(),
): Outcome<KeptStudy> {
  const built = buildFrom(recipe, memory);
  if (!built.ok) return built;
  const { ways, passage } = built.value;
  const given = (way: readonly Way[], fits: boolean): Outcome<KeptStudy> => ({
    ok: true,
    value: { ...built.value, ways: way, fits },
  });
  if (passage.notes.length !== fingering.length) return given(ways, false);
  const kept = ways.find((way) =>
    way.fingers.every((note, at) => note.string === fingering[at]?.string && note.finger === fingering[at]?.finger),
  );
  if (kept) return given([kept, ...ways.filter((way) => way !== kept)], true);
  const pins = fingering.map(({ string, finger }, at) => ({ at, string, finger }));
  const own = buildStudy({ ...built.value.recipe, pins, groups: undefined, ways: 1 }, memory);
  return own.ok ? given([...own.value.ways, ...ways], true) : given(ways, false);
}
