/**
 * How a study comes back down: as suits best, by the way it went up, each shift onto the fourth or
 * the third finger, or along the top string until the hand is home.
 */
export const RETURNS = ['auto', 'mirror', 'fourth', 'third', 'top-string'] as const;

export type ReturnRule = (typeof RETURNS)[number];
