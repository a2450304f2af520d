import type { Pin } from '../recipe/index.ts';
import type { Way } from '../fingering/index.ts';
import type { Passage } from '../passage/index.ts';

/** Pins a finger, a string or both on a note; what its pin said of the other is kept. */
export function pinNote(pins: readonly Pin[], at: number, asked: Omit<Pin, 'at'>): Pin[] {
  const before = pins.find((pin) => pin.at === at);
  return inOrder([...pins.filter((pin) => pin.at !== at), { ...before, ...asked, at }]);
}

/** Pins a run of notes as a way plays them. */
export function pinRun(pins: readonly Pin[], way: Way, from: number, to: number): Pin[] {
  const run = way.fingers
    .filter((note) => note.at >= from && note.at <= to)
    .map(({ at, string, finger }) => ({ at, string, finger }));
  return inOrder([...pins.filter((pin) => pin.at < from || pin.at > to), ...run]);
}

/** Releases the pins of a run of notes. */
export function release(pins: readonly Pin[], from: number, to: number): Pin[] {
  return pins.filter((pin) => pin.at < from || pin.at > to);
}

function inOrder(pins: readonly Pin[]): Pin[] {
  return [...pins].sort((a, b) => a.at - b.at);
}

/**
 * Pins, or anything else that stands at a note, carried from one passage to another of the same steps, such as after a turn was added: each
 * stays on the note it was made for; those on notes that are gone are let go.
 */
export function movedPins<T extends { readonly at: number }>(pins: readonly T[], before: Passage, after: Passage): T[] {
  const own = (passage: Passage): number[] => passage.notes.filter((note) => !note.added).map((note) => note.at);
  const places = own(before);
  const there = own(after);
  if (places.length !== there.length) return [];
  const map = new Map(places.map((at, place) => [at, there[place]]));
  return pins.flatMap((pin) => {
    const at = map.get(pin.at);
    return at === undefined ? [] : [{ ...pin, at }];
  });
}
