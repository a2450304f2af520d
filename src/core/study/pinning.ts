import type { Way } from '../fingering/fingering.ts';
import type { Pin } from './recipe.ts';

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
