import type { Bowing } from '../recipe/index.ts';

/** A way to bow or to time a study, given as what it changes. */
export interface Variation {
  readonly id: string;
  readonly name: string;
  readonly change: Partial<Bowing>;
}

/**
 * Variants of one study in the order they are usually climbed: the left hand first steady, the bow
 * then slurred longer and longer, rhythms after. Common practice, no source.
 */
export const VARIATIONS: readonly Variation[] = [
  {
    id: 'whole-notes',
    name: 'long notes, four beats each',
    change: { beatsPerNote: 4, perBeat: 1, repeats: 1, slur: 1, rhythm: 'even' },
  },
  {
    id: 'half-notes',
    name: 'long notes, two beats each',
    change: { beatsPerNote: 2, perBeat: 1, repeats: 1, slur: 1, rhythm: 'even' },
  },
  { id: 'four-each', name: 'four strokes to each note', change: { repeats: 4, perBeat: 1, slur: 1, rhythm: 'even' } },
  { id: 'two-each', name: 'two strokes to each note', change: { repeats: 2, perBeat: 1, slur: 1, rhythm: 'even' } },
  { id: 'separate', name: 'separate bows', change: { repeats: 1, perBeat: 2, slur: 1, rhythm: 'even' } },
  { id: 'twos', name: 'slurred in twos', change: { repeats: 1, perBeat: 2, slur: 2, rhythm: 'even' } },
  { id: 'threes', name: 'slurred in threes', change: { repeats: 1, perBeat: 3, slur: 3, rhythm: 'even' } },
  { id: 'fours', name: 'slurred in fours', change: { repeats: 1, perBeat: 4, slur: 4, rhythm: 'even' } },
  { id: 'sixes', name: 'slurred in sixes', change: { repeats: 1, perBeat: 6, slur: 6, rhythm: 'even' } },
  { id: 'eights', name: 'slurred in eights', change: { repeats: 1, perBeat: 4, slur: 8, rhythm: 'even' } },
  {
    id: 'one-three',
    name: 'one separate, three slurred',
    change: { repeats: 1, perBeat: 4, pattern: [1, 3], rhythm: 'even' },
  },
  {
    id: 'three-one',
    name: 'three slurred, one separate',
    change: { repeats: 1, perBeat: 4, pattern: [3, 1], rhythm: 'even' },
  },
  { id: 'dotted', name: 'dotted', change: { repeats: 1, slur: 1, rhythm: 'dotted' } },
  { id: 'reversed', name: 'reversed dotted', change: { repeats: 1, slur: 1, rhythm: 'reversed-dotted' } },
  { id: 'hooked', name: 'dotted, hooked in one bow', change: { repeats: 1, slur: 2, rhythm: 'dotted', hooked: true } },
  { id: 'long-short', name: 'long and short in threes', change: { repeats: 1, slur: 2, rhythm: 'long-short' } },
  {
    id: 'long-short-short',
    name: 'long, short, short',
    change: { repeats: 1, slur: 1, rhythm: 'long-short-short' },
  },
  { id: 'tip', name: 'separate, at the tip', change: { repeats: 1, perBeat: 4, slur: 1, rhythm: 'even', part: 'tip' } },
];

/** A study's bowing under a variation: what that says of bows and rhythm, the rest as it was. */
export function varied(bowing: Bowing, { change }: Variation): Bowing {
  const { pattern: _, ...rest } = bowing;
  return { ...rest, hooked: false, part: 'none', accents: 0, pickup: 0, ...change };
}
