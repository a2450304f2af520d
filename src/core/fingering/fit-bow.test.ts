import { describe, expect, it } from 'vitest';
import { bowStrokes } from '../bowing/bow.ts';
import type { BuiltStudy } from '../study/build.ts';
import { playable } from '../study/playable.ts';

/** Shifts whose arrival does not begin a bow. */
function slurred({ recipe, passage, ways }: BuiltStudy): number {
  const begins = new Set(bowStrokes(passage, recipe.bowing).map(({ from }) => from));
  return ways[0]!.shifts.filter(({ to }) => !begins.has(to)).length;
}

describe('fingerings that fit the bow', () => {
  const base = { instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3', ways: 1 };

  it('leave the fingering alone unless asked: a bowing imposes nothing', () => {
    const plain = playable(base).ways[0]!.fingers;
    for (const slur of [2, 3, 4, 7]) expect(playable({ ...base, bowing: { slur } }).ways[0]!.fingers).toEqual(plain);
  });

  it('have no more shifts inside slurs than the plain ones, and somewhere fewer', () => {
    let fewer = 0;
    for (const tonic of ['G', 'A', 'Bb', 'C', 'D'])
      for (const slur of [3, 4, 7]) {
        const study = { ...base, tonic, start: undefined, bowing: { slur, perBeat: slur } };
        const { start: _, ...input } = study;
        const plain = slurred(playable(input));
        const fitted = slurred(playable({ ...input, fitBow: true }));
        expect(fitted).toBeLessThanOrEqual(plain);
        if (fitted < plain) fewer += 1;
      }
    expect(fewer).toBeGreaterThan(3);
  });
});
