import { refused, type Outcome } from '../base/index.ts';
import {
  crossingsOf,
  fingerPassage,
  type EngineMemory,
  type FingeredNote,
  type Shift,
  type Way,
} from '../fingering/index.ts';
import { partRecipes, type Passage } from '../passage/index.ts';
import type { Recipe } from '../recipe/index.ts';
import { TERM_IDS } from '../schools/index.ts';
import { taskOf } from './task.ts';

/**
 * Fingers a study of several parts: each part is a study of its own, begun again with the bow lifted,
 * so each is solved exactly for itself. The nth way of the whole is made of the nth ways of its parts.
 */
export function fingerParts(recipe: Recipe, passage: Passage, memory: EngineMemory): Outcome<readonly Way[]> {
  if (recipe.groups) return refused('series-has-no-groups', 'groups', {});
  const stray = recipe.pins.findIndex((pin) => pin.at >= passage.notes.length);
  if (stray >= 0) {
    const at = recipe.pins[stray]?.at ?? 0;
    return refused('no-such-note', `pins.${stray}.at`, { at, count: passage.notes.length });
  }
  const parts: (readonly Way[])[] = [];
  for (const [place, part] of partRecipes(recipe).entries()) {
    const from = passage.parts[place] ?? 0;
    const to = passage.parts[place + 1] ?? passage.notes.length;
    const own = recipe.pins.flatMap((pin, index) => (pin.at >= from && pin.at < to ? [{ pin, index }] : []));
    const pins = own.map(({ pin }) => ({ ...pin, at: pin.at - from }));
    const notes = passage.notes.slice(from, to).map((note) => ({ ...note, at: note.at - from }));
    const top = notes.findIndex((note) => note.pitch.midi === Math.max(...notes.map((one) => one.pitch.midi)));
    const task = taskOf({ ...part, pins }, { ...passage, notes, top, parts: [0] });
    const ways = fingerPassage(task, recipe.ways, memory);
    if (!ways.ok) {
      const { path, release, ...said } = ways.refusal;
      const whole = path.replace(/^pins\.(\d+)/, (_, k: string) => `pins.${own[Number(k)]?.index ?? k}`);
      const gone = release ? { release: release.map((at) => at + from) } : {};
      return { ok: false, refusal: { ...said, path: whole, ...gone } };
    }
    parts.push(ways.value);
  }
  const count = Math.max(...parts.map((ways) => ways.length));
  return {
    ok: true,
    value: Array.from({ length: count }, (_, k) =>
      joined(parts.map((ways) => ways[Math.min(k, ways.length - 1)] as Way)),
    ),
  };
}

/** The ways of the parts as one way, hands and shifts carried over from part to part. */
function joined(parts: readonly Way[]): Way {
  let last: FingeredNote | undefined;
  const shifts: Shift[] = [];
  const fingers = parts
    .flatMap((part) => part.fingers)
    .map((note, at): FingeredNote => {
      const before = last;
      if (note.finger === 0 && before) {
        return { ...note, at, hand: before.hand, position: before.position, thumb: before.thumb };
      }
      const placed = { ...note, at };
      if (note.finger === 0) return placed;
      if (before && before.hand !== note.hand) {
        shifts.push({ from: before.at, to: at, semitones: note.hand - before.hand });
      }
      last = placed;
      return placed;
    });
  let begun = 0;
  const slides = parts.flatMap((part) => {
    const own = part.slides.map((slide) => ({ ...slide, from: slide.from + begun, to: slide.to + begun }));
    begun += part.fingers.length;
    return own;
  });
  const sums = new Map(TERM_IDS.map((term) => [term, 0]));
  for (const { term, cost } of parts.flatMap((part) => part.terms)) sums.set(term, (sums.get(term) ?? 0) + cost);
  return {
    cost: parts.reduce((sum, part) => sum + part.cost, 0),
    mirrored: parts.every((part) => part.mirrored),
    // A system is the whole's only where it is every part's.
    systems: (parts[0]?.systems ?? []).filter((system) => parts.every((part) => part.systems.includes(system))),
    fingers,
    shifts,
    slides,
    crossings: crossingsOf(fingers),
    terms: [...sums].filter(([, cost]) => cost !== 0).map(([term, cost]) => ({ term, cost })),
  };
}
