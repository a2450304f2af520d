import type { Instrument } from '../instruments/index.ts';
import type { CostTable } from './terms.ts';

/**
 * Weights shared by all instruments; what one has of its own stands in its file (`instruments/`), in a unit of its own:
 * a comfortable shift between neighbouring positions costs about 3.
 * Common practice, no source; fitted within the bounds of `terms.ts`.
 */
export const SHARED: CostTable = {
  'finger-2': 0,
  'finger-3': 0.02,
  'finger-4': 0.1,
  thumb: 0.3,
  'low-thumb': 2,
  'four-high': 0.4,
  'fourth-for-open': 0.4,
  'stopped-for-open': 0.3,
  'reach-back': 0.4,
  'reach-forward': 0.4,
  drawn: 0.15,
  narrow: 0.15,
  'half-position': 0.12,
  'second-position': 0.05,
  height: 0.015,
  'high-on-low-string': 0.06,
  'start-away': 3,
  'start-distance': 0.2,
  crossing: 0.15,
  'crossing-turning': 0.8,
  'crossing-back': 1.5,
  'skipped-string': 2,
  'same-finger-across': 0.5,
  'last-note-alone': 0.1,
  'open-high': 0.25,
  'augmented-stretch': 0.4,
  'skipped-finger': 1,
  'opened-hand': 0.3,
  'extended-hand': 0.3,
  'shift-up': 2,
  'shift-down': 2,
  'shift-chromatic': 1.2,
  'shift-distance': 0.2,
  'shift-far': 2,
  'shift-on-whole-step': 0.5,
  'shift-with-crossing': 1.2,
  'shift-over-open': -0.6,
  'shift-on-low-string': 0,
  'shift-in-slur': 0.8,
  'shift-on-bow-change': -0.2,
  'up-onto-2': 0.8,
  'up-onto-3': 1.2,
  'up-onto-4': 1.5,
  'up-from-1': 0.2,
  'up-from-4': 3,
  'down-onto-1': 1,
  'down-onto-2': 0.1,
  'down-from-high': 0.5,
  'onto-thumb': 1,
  slide: 3.5,
  'slide-at-top': 0.6,
  'slide-chromatic': 0.6,
  'four-chromatic': 0,
  'slide-on-1': 0,
  'slide-in-hand': 0.2,
  'slide-on-2': 1,
  'slide-on-3': 1.5,
  'slide-down-on-1': 0,
  'slide-up-on-4': 1.5,
  'slide-wide': 0.4,
  visit: 2,
  'return-rule': 8,
  'way-back-differs': 3.2,
  'parallel-differs': 1,
};

/** The weights of an instrument: the shared ones, and its own in their place. */
export function tableFor(instrument: Instrument): CostTable {
  return { ...SHARED, ...instrument.weights };
}
