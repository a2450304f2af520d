import { useState } from 'react';
import type { Pin, Recipe } from '../../../core/recipe/index.ts';
import { instrumentFor, type Finger } from '../../../core/instruments/index.ts';
import type { Way } from '../../../core/fingering/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { pinNote, pinRun, release } from '../../../core/study/index.ts';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { focusScore } from '../score/score-picture.ts';
import { rangeOf, type Selection } from '../selection.ts';

/** Fingers by the keys that pin them. */
const FINGER_KEYS: Readonly<Record<string, Finger>> = { 0: 0, 1: 1, 2: 2, 3: 3, 4: 4, t: 'T' };
const RELEASE_KEYS: readonly string[] = ['Backspace', 'Delete', 'x'];

export interface Pinning {
  readonly pinOne: (at: number, to: Omit<Pin, 'at'>) => void;
  /** Pins a run as it is played now. */
  readonly pinMany: (from: number, to: number) => void;
  readonly releaseMany: (from: number, to: number) => void;
  readonly releaseAll: () => void;
  /** Lets go of the pins of these notes. */
  readonly releaseThese: (notes: readonly number[]) => void;
  /** Pins every note as it is played now. */
  readonly keepAll: () => void;
  /** Pins a run as another way plays it; every note where no run is given. */
  readonly takeOver: (way: Way, from?: number, to?: number) => void;
  /** Pins or releases the chosen notes by a key; false when the key has no such meaning. */
  readonly pressKey: (key: string, selection: Selection) => boolean;
}

/** The pins of the study now shown: by key, by hand, by taking over; each change goes to `onPins`. */
export function usePinning(
  shown: ScoredStudy | undefined,
  pins: Recipe['pins'],
  onPins: (pins: Recipe['pins']) => void,
): Pinning {
  const last = (shown?.passage.notes.length ?? 0) - 1;
  const pinMany = (from: number, to: number): void => {
    if (shown) onPins(pinRun(pins, shown.way, from, to));
  };
  // The button that lets go of pins goes away with them, and would take the focus along.
  const letGo = (left: Recipe['pins']): void => {
    onPins(left);
    focusScore();
  };
  const pinning: Pinning = {
    pinOne: useStableCallback((at: number, { string, finger }: Omit<Pin, 'at'>) =>
      onPins(pinNote(pins, at, { string, finger })),
    ),
    pinMany: useStableCallback(pinMany),
    releaseMany: useStableCallback((from: number, to: number) => letGo(release(pins, from, to))),
    releaseAll: useStableCallback(() => letGo([])),
    releaseThese: useStableCallback((notes: readonly number[]) => letGo(pins.filter((pin) => !notes.includes(pin.at)))),
    keepAll: useStableCallback(() => pinMany(0, last)),
    takeOver: useStableCallback((way: Way, from = 0, to = last) => onPins(pinRun(pins, way, from, to))),
    pressKey: useStableCallback((key: string, selection: Selection) => {
      if (!shown) return false;
      const [from, to] = rangeOf(selection);
      const finger = FINGER_KEYS[key.toLowerCase()];
      const { strings } = instrumentFor(shown.recipe.instrument, shown.recipe.setUp);
      const string = strings.find(({ name }) => name.toLowerCase() === key.toLowerCase());
      if (RELEASE_KEYS.includes(key)) onPins(release(pins, from, to));
      else if (key === 'p') pinMany(from, to);
      else if (finger !== undefined && from === to) onPins(pinNote(pins, from, { finger }));
      else if (string && from === to) onPins(pinNote(pins, from, { string: string.name }));
      else return false;
      return true;
    }),
  };
  // Each of these stays the same; so may what holds them.
  return useState(pinning)[0];
}
