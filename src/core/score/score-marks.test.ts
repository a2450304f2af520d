import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { beforeAll, describe, expect, it } from 'vitest';
import type { RecipeInput } from '../recipe/recipe.ts';
import { titleOf } from '../recipe/title.ts';
import { playable } from '../study/playable.ts';
import { scoreOf } from './from-study.ts';
import { musicXml } from './musicxml.ts';
import { fingerPlaces } from './score-marks.ts';
import { noteId, type ScoredStudy } from './scored-study.ts';

function studyOf(input: RecipeInput, look: (study: ScoredStudy, others: ScoredStudy['way'][]) => object): ScoredStudy {
  const { recipe, passage, ways } = playable({ ...input, ways: 3 });
  const [way, ...others] = ways;
  const study = { title: titleOf(recipe), recipe, passage, way: way! };
  return { ...study, look: { fingers: 'all', ...look(study, others) } };
}

/** Double stops, a chord of three and single notes after them, over two bars. */
const DOUBLE_STOPS = {
  title: 'Double stops',
  bars: [0, 4].map((onset, bar) => ({ number: String(bar + 1), onset, length: 4 })),
  notes: [
    { pitch: 'B4', onset: 0, length: 1, bar: 0, chord: ['G4'] },
    { pitch: 'C5', onset: 1, length: 1, bar: 0 },
    { pitch: 'D5', onset: 2, length: 2, bar: 0, chord: ['F4', 'B3'] },
    { pitch: 'E5', onset: 4, length: 1, bar: 1 },
    { pitch: 'G5', onset: 5, length: 3, bar: 1 },
  ],
};

describe("the fingers of a picture, told to be their notes' by their order", () => {
  let verovio: VerovioToolkit;
  beforeAll(async () => {
    verovio = new VerovioToolkit(await createVerovioModule());
  });

  /** Whose the fingers are, and what they say, as the engraver itself says: only when asked, since that is half its work. */
  function engraved(study: ScoredStudy): { of: string; words: string }[] {
    verovio.setOptions({
      inputFrom: 'musicxml',
      svgAdditionalAttribute: ['fing@startid'],
      pageHeight: 60_000,
      adjustPageHeight: true,
    });
    verovio.loadData(musicXml(scoreOf(study)));
    const fingers = verovio
      .renderToSVG(1)
      .matchAll(/class="fing" data-startid="#([^"]*)"[\s\S]*?font-size="[1-9]\d*px">([^<]*)</g);
    return [...fingers].map(([, of = '', words = '']) => ({ of, words }));
  }

  it.each([
    ['all of them', studyOf({ instrument: 'violin', tonic: 'A', octaves: 3 }, () => ({}))],
    [
      'where something changes',
      studyOf({ instrument: 'cello', tonic: 'C', octaves: 3 }, () => ({ fingers: 'changes' })),
    ],
    ['none', studyOf({ instrument: 'viola', tonic: 'C', octaves: 2 }, () => ({ fingers: 'blank' }))],
    [
      'two other ways and the notes that are new under them',
      studyOf({ instrument: 'violin', tonic: 'G', octaves: 3, bowing: { slur: 3 } }, (_, others) => ({
        beside: others,
        altered: [
          { at: 3, by: 1 },
          { at: 9, by: -1 },
        ],
      })),
    ],
    ['double stops', studyOf({ instrument: 'violin', tonic: 'C', music: DOUBLE_STOPS }, () => ({}))],
  ])('%s', (_, study) => {
    const fingers = engraved(study);
    const places = fingerPlaces(study);
    const own = new Set(fingers.map(({ of }) => of).filter((of) => /^n\d+$/.test(of)));
    expect(places.size).toBe(study.look?.fingers === 'blank' ? 0 : own.size);
    for (const [at, place] of places) {
      expect(fingers[place]?.of, `note ${at}`).toBe(noteId(at));
      expect(fingers[place]?.words, `note ${at}`).toBe(String(study.way.fingers[at]?.finger));
    }
  });
});
