import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { beforeAll, describe, expect, it } from 'vitest';
import type { RecipeInput } from '../recipe/recipe.ts';
import { titleOf } from '../recipe/title.ts';
import { playable } from '../study/playable.ts';
import { withClearTempo } from './clear-tempo.ts';
import { scoreOf } from './from-study.ts';
import { musicXml } from './musicxml.ts';

describe('the tempo over the first bracket', () => {
  let verovio: VerovioToolkit;
  beforeAll(async () => {
    verovio = new VerovioToolkit(await createVerovioModule());
    verovio.setOptions({
      inputFrom: 'musicxml',
      svgFormatRaw: true,
      svgViewBox: true,
      pageWidth: 2500,
      adjustPageHeight: true,
    });
  });
  const engraved = (input: RecipeInput): string => {
    const { recipe, passage, ways } = playable({ ways: 1, ...input });
    verovio.loadData(musicXml(scoreOf({ title: titleOf(recipe), recipe, passage, way: ways[0]! })));
    return verovio.renderToSVG(1);
  };
  /** The line the tempo stands on and the lines of the brackets that begin left of its end, read off the elements. */
  const lines = (svg: string): { tempo: number; size: number; brackets: number[] } => {
    const group = svg.slice(svg.indexOf('class="tempo"'));
    const [, x, y] = /x="(-?\d+)" y="(-?\d+)"/.exec(group)!;
    const [, size] = /font-size="([1-9]\d*)px/.exec(group)!;
    const brackets = svg
      .split('class="bracketSpan')
      .slice(1)
      .flatMap((part) => {
        const [, from, line] = /<path d="M(-?\d+) (-?\d+) L/.exec(part)!;
        return Number(from) < Number(x) + 3 * Number(size) ? [Number(line)] : [];
      });
    return { tempo: Number(y), size: Number(size), brackets };
  };

  it('stands in no bracket, where high notes lift it and where they do not', () => {
    let lifted = 0;
    for (const [tonic, slur] of [
      ['Db', 4],
      ['D', 4],
      ['F', 4],
      ['A', 1],
      ['G', 3],
      ['C', 1],
    ] as const)
      for (const octaves of [1, 2]) {
        const plain = engraved({ instrument: 'violin', tonic, octaves, bowing: { slur, perBeat: 4, bpm: 46 } });
        const clear = withClearTempo(plain);
        const { tempo, size, brackets } = lines(clear);
        // No bracket's line goes through the letters: nearer its own system it is under them.
        const first = Math.min(...brackets);
        expect(first > tempo || first < tempo - size, `${tonic} ${octaves}`).toBe(true);
        if (clear !== plain) lifted += 1;
        // Nothing else moves.
        expect(clear.replace(/class="tempo"[\s\S]*?<\/g>/, '')).toBe(plain.replace(/class="tempo"[\s\S]*?<\/g>/, ''));
      }
    expect(lifted).toBeGreaterThan(0);
  });

  it('leaves a picture without tempo or bracket as it is', () => {
    expect(withClearTempo('<svg></svg>')).toBe('<svg></svg>');
  });
});
