import { describe, expect, it } from 'vitest';
import { playable } from './playable.ts';
import { shapeOf } from './shape.ts';

/** A study as it is kept, by its best way. */
function kept(input: object) {
  const { recipe, ways } = playable(input);
  return { recipe, fingering: ways[0]!.fingers.map(({ string, finger }) => ({ string, finger })) };
}

describe('the shape of a study', () => {
  it('is its line, string by string, in half steps above its lowest note', () => {
    const shape = shapeOf(kept({ instrument: 'violin', tonic: 'G', octaves: 1 }))!;
    // G major from the open G: whole, whole, half, whole, whole, whole, half, and back.
    expect(shape).toEqual({
      length: 15,
      height: 12,
      runs: [
        {
          string: 'G',
          notes: [
            [0, 0],
            [1, 2],
            [2, 4],
            [3, 5],
          ],
        },
        {
          string: 'D',
          notes: [
            [4, 7],
            [5, 9],
            [6, 11],
            [7, 12],
            [8, 11],
            [9, 9],
            [10, 7],
          ],
        },
        {
          string: 'G',
          notes: [
            [11, 5],
            [12, 4],
            [13, 2],
            [14, 0],
          ],
        },
      ],
    });
  });

  it('is undefined if the fingers kept are not those of the notes', () => {
    const { recipe, fingering } = kept({ instrument: 'cello', tonic: 'C', octaves: 2 });
    expect(shapeOf({ recipe, fingering: fingering.slice(1) })).toBeUndefined();
  });
});
