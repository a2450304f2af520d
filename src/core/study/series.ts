import { crossingsOf, fingerPassage, type FingeredNote, type Shift, type Way } from '../fingering/fingering.ts';
import { TERM_IDS } from '../schools/terms.ts';
import { partRecipes, type Passage } from '../passage/passage.ts';
import type { Recipe } from '../recipe/recipe.ts';
import { granted, refused, type Outcome } from '../base/outcome.ts';

/**
 * Fingers a study of several parts: each part is a study of its own, begun anew with the bow lifted,
 * so each is solved exactly for itself. The nth way of the whole is made of the nth ways of its parts.
 */
export function fingerParts(recipe: Recipe, passage: Passage): Outcome<readonly Way[]> {
  if (recipe.groups) {
    return refused(
      'groups',
      'A series has no one set of finger groups. Leave groups out, or choose a single arpeggio.',
    );
  }
  const parts: (readonly Way[])[] = [];
  for (const [place, part] of partRecipes(recipe).entries()) {
    const from = passage.parts[place] ?? 0;
    const to = passage.parts[place + 1] ?? passage.notes.length;
    const own = recipe.pins.flatMap((pin, index) => (pin.at >= from && pin.at < to ? [{ pin, index }] : []));
    const pins = own.map(({ pin }) => ({ ...pin, at: pin.at - from }));
    const notes = passage.notes.slice(from, to).map((note) => ({ ...note, at: note.at - from }));
    const top = notes.findIndex((note) => note.pitch.midi === Math.max(...notes.map((one) => one.pitch.midi)));
    const ways = fingerPassage({ ...part, pins }, { ...passage, notes, top, parts: [0] });
    if (!ways.ok) {
      const path = ways.refusal.path.replace(/^pins\.(\d+)/, (_, k: string) => `pins.${own[Number(k)]?.index ?? k}`);
      return refused(
        path,
        ways.refusal.message,
        ways.refusal.release?.map((at) => at + from),
      );
    }
    parts.push(ways.value);
  }
  const stray = recipe.pins.findIndex((pin) => pin.at >= passage.notes.length);
  if (stray >= 0) {
    return refused(
      `pins.${stray}.at`,
      `This study has ${passage.notes.length} notes, counted from 0 to ${passage.notes.length - 1}.`,
    );
  }
  const count = Math.max(...parts.map((ways) => ways.length));
  return granted(
    Array.from({ length: count }, (_, k) => joined(parts.map((ways) => ways[Math.min(k, ways.length - 1)] as Way))),
  );
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
      if (before && (before.hand !== note.hand || before.thumb !== note.thumb)) {
        shifts.push({ from: before.at, to: at, semitones: note.hand - before.hand });
      }
      last = placed;
      return placed;
    });
  const sums = new Map(TERM_IDS.map((term) => [term, 0]));
  for (const { term, cost } of parts.flatMap((part) => part.terms)) sums.set(term, (sums.get(term) ?? 0) + cost);
  return {
    cost: parts.reduce((sum, part) => sum + part.cost, 0),
    mirrored: parts.every((part) => part.mirrored),
    fingers,
    shifts,
    crossings: crossingsOf(fingers),
    terms: [...sums].filter(([, cost]) => cost !== 0).map(([term, cost]) => ({ term, cost })),
  };
}
