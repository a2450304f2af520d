import { counted, spelledCount } from '../base/index.ts';
import { instrumentFor, type Finger, positionWords } from '../instruments/index.ts';
import { EngineMemory, type FingeredNote, type Way } from '../fingering/index.ts';
import { buildStudy } from './build.ts';
import type { Recipe } from '../recipe/index.ts';

/** One way to play one note, and what the study becomes around it. */
export interface NoteOption {
  readonly string: string;
  readonly finger: Finger;
  readonly position: string;
  /** How the note is played now. */
  readonly now: boolean;
  /** Cost beside the fingering now shown; below zero where it is easier. */
  readonly dearer: number;
  /** What it would change, in words. */
  readonly words: string;
}

const FINGERS: readonly Finger[] = [0, 'T', 1, 2, 3, 4];

/**
 * Every finger and string a note can take, each with the best fingering around it, in no order: one
 * by one, so that the caller can stop in between. What the note's own pin asks is left aside; all
 * other pins hold.
 */
export function* eachOption(
  recipe: Recipe,
  at: number,
  now: Way,
  memory: EngineMemory = new EngineMemory(),
): Generator<NoteOption> {
  const pins = recipe.pins.filter((pin) => pin.at !== at);
  const current = now.fingers[at];
  for (const string of instrumentFor(recipe.instrument, recipe.setUp).strings) {
    for (const finger of FINGERS) {
      const pinned = [...pins, { at, string: string.name, finger }];
      const built = buildStudy({ ...recipe, pins: pinned, groups: undefined, ways: 1 }, memory);
      const way = built.ok ? built.value.ways[0] : undefined;
      const note = way?.fingers[at];
      if (!way || !note) continue;
      const same = string.name === current?.string && finger === current.finger;
      yield {
        string: string.name,
        finger,
        position: note.position,
        now: same,
        dearer: way.cost - now.cost,
        words: same ? 'as it is' : changeWords(way, now, at),
      };
    }
  }
}

/** `keeps 1st position, one crossing more`. */
function changeWords(way: Way, now: Way, at: number): string {
  const note = way.fingers[at] as FingeredNote;
  const before = now.fingers[at] as FingeredNote;
  const hand = note.hand === before.hand && note.thumb === before.thumb;
  const others = way.fingers.filter(
    (one, k) => k !== at && (one.string !== now.fingers[k]?.string || one.finger !== now.fingers[k]?.finger),
  ).length;
  return [
    hand ? `keeps ${positionWords(note)}` : `goes to ${positionWords(note)}`,
    moreOrFewer(way.shifts.length - now.shifts.length, 'shift'),
    moreOrFewer(way.crossings.length - now.crossings.length, 'crossing'),
    others === 0 ? 'nothing else changes' : counted(others, 'other note changes', 'other notes change'),
  ]
    .filter(Boolean)
    .join(', ');
}

/** `one shift more`, `two crossings fewer`; nothing if there are as many. */
function moreOrFewer(count: number, noun: string): string {
  return count === 0 ? '' : `${spelledCount(Math.abs(count), noun)} ${count > 0 ? 'more' : 'fewer'}`;
}
