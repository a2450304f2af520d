import type { Instrument } from '../instruments/index.ts';
import type { HandRules } from '../recipe/index.ts';

/** How far up the neck a section plays. */
export interface Level {
  readonly id: LevelId;
  /** As it is chosen from a list. */
  readonly name: string;
  /** Where its hand stands, as a sentence begins or goes on. */
  readonly where: string;
  /** Where its hand may stand, half steps from the first hand a player takes up; nothing if it is free. */
  readonly hands?: { readonly low: number; readonly high: number };
}

export const LEVEL_IDS = ['first', 'half', 'third', 'any'] as const;

export type LevelId = (typeof LEVEL_IDS)[number];

/** Levels, easiest first: one that has no room for a key gives way to the next. Common practice, no source. */
export const LEVELS: readonly Level[] = [
  { id: 'first', name: 'first position', where: 'in first position', hands: { low: 0, high: 0 } },
  { id: 'half', name: 'half and first position', where: 'in half and first position', hands: { low: -1, high: 0 } },
  { id: 'third', name: 'up to third position', where: 'up to third position', hands: { low: -1, high: 3 } },
  { id: 'any', name: 'positions above the third', where: 'in any position' },
];

/** The stops between which the hand of a level stands on an instrument. */
export function positionsOf({ hands }: Level, { homeHand }: Instrument): HandRules['positions'] {
  return hands && { low: homeHand + hands.low, high: homeHand + hands.high };
}

/** A level and those it gives way to, in order. */
export function levelsFrom(id: LevelId): readonly Level[] {
  return LEVELS.slice(LEVELS.findIndex((level) => level.id === id));
}
