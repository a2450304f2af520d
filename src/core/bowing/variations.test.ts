import { describe, expect, it } from 'vitest';
import { scoreOf } from '../score/from-study.ts';
import { musicXml } from '../score/musicxml.ts';
import { playable } from '../study/playable.ts';
import { excerptOf } from '../score/excerpt.ts';
import { Bowing } from '../recipe/bowing.ts';
import { VARIATIONS, varied } from './variations.ts';

describe('variations of one study', () => {
  const { recipe, passage, ways } = playable({ instrument: 'cello', tonic: 'D', octaves: 2, start: 'D2' });

  it.each(VARIATIONS)('$id is a bowing that can be written, and leaves notes and fingers alone', (variation) => {
    const bowing = varied(recipe.bowing, variation);
    expect(Bowing.safeParse(bowing).success).toBe(true);
    const study = { title: 'D major', recipe: { ...recipe, bowing }, passage, way: ways[0]! };
    const xml = musicXml(scoreOf(excerptOf(study, 8)));
    expect(new Set(xml.match(/<note id="n\d+"/g)).size).toBe(8);
    if (variation.change.slur && variation.change.slur > 1) expect(xml).toContain('<slur type="start"');
  });

  it('are told apart by what they change', () => {
    expect(
      new Set(VARIATIONS.map(({ change }) => JSON.stringify(varied(recipe.bowing, { id: '', name: '', change })))).size,
    ).toBe(VARIATIONS.length);
  });
});
