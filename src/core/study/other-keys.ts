import { startsThatFit } from '../passage/index.ts';
import { instrumentFor } from '../instruments/index.ts';
import { EngineMemory, type Way } from '../fingering/index.ts';
import { buildStudy, type BuiltStudy } from './build.ts';
import type { Outcome } from '../base/index.ts';
import type { Recipe } from '../recipe/index.ts';

/**
 * How a study fares in another key: the same fingers and shifts on other strings or places; the
 * same fingers with shifts elsewhere; the form its system has there; fingered again, and what stands
 * against the same fingers; or no room for it.
 */
export type KeyFate =
  | { readonly tonic: string; readonly kind: 'same' | 'same-fingers'; readonly study: BuiltStudy }
  /** The form the way's system has in the key. */
  | { readonly tonic: string; readonly kind: 'same-system'; readonly study: BuiltStudy; readonly system: string }
  /** Fingered again: `against` says what stands against the same fingers. */
  | { readonly tonic: string; readonly kind: 'refingered'; readonly study: BuiltStudy; readonly against: string }
  | { readonly tonic: string; readonly kind: 'no-room'; readonly message: string };

/**
 * Carries a study into another key, as near its own register as fits: with the same sequence of
 * fingers where a hand can play it, by the same system where it has one, fingered again where not.
 */
export function inKey(recipe: Recipe, way: Way, lowest: number, tonic: string, memory = new EngineMemory()): KeyFate {
  const { start: _, ...rest } = recipe;
  const starts = startsThatFit(tonic, recipe.octaves, instrumentFor(recipe.instrument, recipe.setUp))
    .sort((a, b) => Math.abs(a.midi - lowest) - Math.abs(b.midi - lowest))
    .map((pitch) => ({ start: pitch.name }));
  let message = '';
  for (const start of starts.length > 0 ? starts : [{}]) {
    const base: Recipe = { ...rest, ...start, tonic, pins: [], groups: undefined, ways: 1 };
    const refingered = buildStudy(base, memory);
    if (!refingered.ok) {
      message ||= refingered.refusal.message;
      continue;
    }
    const moved = sameFingers(base, way, memory);
    if (moved.ok) {
      const [now] = moved.value.ways;
      const same = now && shiftPlaces(now) === shiftPlaces(way) && crossings(now) === crossings(way);
      return { tonic, kind: same ? 'same' : 'same-fingers', study: moved.value };
    }
    const bySystem = sameSystem(base, way, memory);
    if (bySystem) return { tonic, kind: 'same-system', ...bySystem };
    return { tonic, kind: 'refingered', study: refingered.value, against: moved.refusal.message };
  }
  return { tonic, kind: 'no-room', message };
}

/** The study with every finger as it was, strings and hands found again; refused where no hand can. */
function sameFingers(base: Recipe, way: Way, memory: EngineMemory): Outcome<BuiltStudy> {
  const pins = way.fingers.map(({ at, finger }) => ({ at, finger }));
  return buildStudy({ ...base, pins }, memory);
}

/** The study by the system the way is a form of, where that has a form in the key. */
function sameSystem(
  base: Recipe,
  { systems }: Way,
  memory: EngineMemory,
): { readonly study: BuiltStudy; readonly system: string } | undefined {
  if (systems.length === 0) return undefined;
  const built = buildStudy({ ...base, ways: 8 }, memory);
  if (!built.ok) return undefined;
  for (const system of systems) {
    const own = built.value.ways.find((one) => one.systems.includes(system));
    if (own) return { study: { ...built.value, ways: [own] }, system };
  }
  return undefined;
}

function shiftPlaces(way: Way): string {
  return way.shifts.map((shift) => shift.to).join();
}

function crossings(way: Way): string {
  return way.crossings.map((crossing) => crossing.to).join();
}
