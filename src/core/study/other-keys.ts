import { startsThatFit } from '../passage/from-ask.ts';
import { instrumentFor } from '../instruments/instruments.ts';
import { EngineMemory, type Way } from '../fingering/fingering.ts';
import { buildStudy, type BuiltStudy } from './build.ts';
import type { Recipe } from '../recipe/recipe.ts';

/**
 * How a study fares in another key: the same fingers and shifts on other strings or places; the
 * same fingers with shifts elsewhere; fingered anew; or no room for it.
 */
export type KeyFate =
  | { readonly tonic: string; readonly kind: 'same' | 'same-fingers' | 'anew'; readonly study: BuiltStudy }
  | { readonly tonic: string; readonly kind: 'no-room'; readonly message: string };

/**
 * Carries a study into another key, as near its own register as fits: with the same sequence of
 * fingers where a hand can play it, fingered anew where not.
 */
export function inKey(recipe: Recipe, way: Way, lowest: number, tonic: string, memory = new EngineMemory()): KeyFate {
  const { start: _, ...rest } = recipe;
  const starts = startsThatFit(tonic, recipe.octaves, instrumentFor(recipe.instrument, recipe.setUp))
    .sort((a, b) => Math.abs(a.midi - lowest) - Math.abs(b.midi - lowest))
    .map((pitch) => ({ start: pitch.name }));
  let message = '';
  for (const start of starts.length > 0 ? starts : [{}]) {
    const base: Recipe = { ...rest, ...start, tonic, pins: [], groups: undefined, ways: 1 };
    const anew = buildStudy(base, memory);
    if (!anew.ok) {
      message ||= anew.refusal.message;
      continue;
    }
    const moved = sameFingers(base, way, memory);
    if (!moved) return { tonic, kind: 'anew', study: anew.value };
    const [now] = moved.ways;
    const same = now && shiftPlaces(now) === shiftPlaces(way) && crossings(now) === crossings(way);
    return { tonic, kind: same ? 'same' : 'same-fingers', study: moved };
  }
  return { tonic, kind: 'no-room', message };
}

/** The study with every finger as it was, strings and hands found anew; none where no hand can. */
function sameFingers(base: Recipe, way: Way, memory: EngineMemory): BuiltStudy | undefined {
  const pins = way.fingers.map(({ at, finger }) => ({ at, finger }));
  const built = buildStudy({ ...base, pins }, memory);
  return built.ok && built.value.passage.notes.length === way.fingers.length ? built.value : undefined;
}

function shiftPlaces(way: Way): string {
  return way.shifts.map((shift) => shift.to).join();
}

function crossings(way: Way): string {
  return way.crossings.map((crossing) => crossing.to).join();
}
