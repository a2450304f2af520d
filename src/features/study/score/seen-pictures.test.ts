import { describe, expect, it } from 'vitest';
import type { ScoredStudy } from '../../../core/score/scored-study.ts';
import { playable } from '../../../core/study/playable.ts';
import type { PageSetting } from '../../../workers/engraver.ts';
import { pictureKey, SeenPictures } from './seen-pictures.ts';

function scored(tonic: string, way = 0): ScoredStudy {
  const { recipe, passage, ways } = playable({ instrument: 'violin', tonic, octaves: 2, ways: 3 });
  return { title: tonic, recipe, passage, way: ways[way]! };
}

describe('pictures already seen', () => {
  it('are found for the same notes, fingers, look and size, and for no others', () => {
    const seen = new SeenPictures(4);
    const study = scored('A');
    const page = { width: 800, staffHeight: 30 };
    seen.keep(pictureKey(study, page), 'picture');
    const found = (other: ScoredStudy, on: PageSetting = page): string | undefined => seen.find(pictureKey(other, on));
    expect(found(scored('A'))).toBe('picture');
    expect(found({ ...study, recipe: { ...study.recipe, pins: [{ at: 0, finger: 1 }] } })).toBe('picture');
    for (const other of [
      scored('A', 1),
      scored('B'),
      { ...study, look: { fingers: 'blank' as const } },
      { ...study, look: { fingers: 'all' as const, beside: [scored('A', 1).way] } },
    ])
      expect(found(other)).toBeUndefined();
    expect(found(study, { ...page, width: 801 })).toBeUndefined();
    expect(found(study, { ...page, staffHeight: 31 })).toBeUndefined();
    expect(found(study, { ...page, lines: 2 })).toBeUndefined();
  });

  it('are the last few, the one looked at last among them', () => {
    const seen = new SeenPictures(2);
    for (const one of ['a', 'b', 'a', 'c']) if (seen.find(one) === undefined) seen.keep(one, one);
    expect(['a', 'b', 'c'].map((one) => seen.find(one))).toEqual(['a', undefined, 'c']);
  });
});
