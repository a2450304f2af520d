/**
 * Rhythms as tables: the lengths of a cell's notes, repeated over the whole study, in quarters or
 * thirds of a beat. Common practice, no source.
 */
export interface RhythmCell {
  readonly name: string;
  /** Equal parts of a beat the lengths are counted in. */
  readonly division: number;
  readonly lengths: readonly number[];
}

export const RHYTHM_CELLS = {
  dotted: { name: 'dotted', division: 4, lengths: [3, 1] },
  'reversed-dotted': { name: 'reversed dotted', division: 4, lengths: [1, 3] },
  'long-short': { name: 'long, short in threes', division: 3, lengths: [2, 1] },
  'short-long': { name: 'short, long in threes', division: 3, lengths: [1, 2] },
  'long-short-short': { name: 'long, short, short', division: 4, lengths: [2, 1, 1] },
  'short-short-long': { name: 'short, short, long', division: 4, lengths: [1, 1, 2] },
  triplets: { name: 'triplets', division: 3, lengths: [1, 1, 1] },
  mixed: { name: 'one beat, two halves, for beginners', division: 2, lengths: [2, 1, 1] },
} as const satisfies Record<string, RhythmCell>;

export type RhythmName = 'even' | keyof typeof RHYTHM_CELLS;

export const RHYTHM_NAMES = ['even', ...Object.keys(RHYTHM_CELLS)] as [RhythmName, ...RhythmName[]];

/** A rhythm of one's own: lengths in quarters of a beat. */
export type OwnRhythm = readonly number[];

/** The cell of a rhythm; none if the notes are even. */
export function cellOf(rhythm: RhythmName | OwnRhythm): RhythmCell | undefined {
  if (typeof rhythm !== 'string') return { name: 'own', division: 4, lengths: rhythm };
  return rhythm === 'even' ? undefined : RHYTHM_CELLS[rhythm];
}
