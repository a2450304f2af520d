import { describe, expect, it } from 'vitest';
import type { ScoredStudy } from '../../../core/score/scored-study.ts';
import { playable } from '../../../core/study/playable.ts';
import { SeenPictures } from './seen-pictures.ts';

function scored(tonic: string, way = 0): ScoredStudy {
  const { recipe, passage, ways } = playable({ instrument: 'violin', tonic, octaves: 2, ways: 3 });
  return { title: tonic, recipe, passage, way: ways[way]! };
}

describe('pictures already seen', () => {
  it('are found for the same notes, fingers, look and size, and for no others', () => {
    const seen = new SeenPictures(4);
    const study = scored('A');
    seen.keep(study, { width: 800, staffHeight: 30 }, 'picture');
    expect(seen.find(scored('A'), { width: 800, staffHeight: 30 })).toBe('picture');
    expect(
      seen.find(
        { ...study, recipe: { ...study.recipe, pins: [{ at: 0, finger: 1 }] } },
        { width: 800, staffHeight: 30 },
      ),
    ).toBe('picture');
    for (const other of [
      scored('A', 1),
      scored('B'),
      { ...study, look: { fingers: 'blank' as const } },
      { ...study, look: { fingers: 'all' as const, beside: [scored('A', 1).way] } },
    ])
      expect(seen.find(other, { width: 800, staffHeight: 30 })).toBeUndefined();
    expect(seen.find(study, { width: 801, staffHeight: 30 })).toBeUndefined();
    expect(seen.find(study, { width: 800, staffHeight: 31 })).toBeUndefined();
    expect(seen.find(study, { width: 800, staffHeight: 30, lines: 2 })).toBeUndefined();
  });

  it('are the last few, the one looked at last among them', () => {
    const seen = new SeenPictures(2);
    const [a, b, c] = ['A', 'B', 'C'].map((tonic) => scored(tonic)) as [ScoredStudy, ScoredStudy, ScoredStudy];
    seen.keep(a, { width: 800, staffHeight: 30 }, 'a');
    seen.keep(b, { width: 800, staffHeight: 30 }, 'b');
    seen.find(a, { width: 800, staffHeight: 30 });
    seen.keep(c, { width: 800, staffHeight: 30 }, 'c');
    expect([a, b, c].map((one) => seen.find(one, { width: 800, staffHeight: 30 }))).toEqual(['a', undefined, 'c']);
  });
});
