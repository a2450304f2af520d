import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { XMLParser } from 'fast-xml-parser';
import { beforeAll, describe, expect, it } from 'vitest';
import { playable } from '../study/playable.ts';
import { titleOf } from '../recipe/title.ts';
import { scoreOf } from './from-study.ts';
import { musicXml } from './musicxml.ts';
import { pagePicture } from './page-picture.ts';

describe('the picture on the page', () => {
  let full: string;
  let xml: string;
  let module: Awaited<ReturnType<typeof createVerovioModule>>;
  beforeAll(async () => {
    module = await createVerovioModule();
    const verovio = new VerovioToolkit(module);
    const { recipe, passage, ways } = playable({
      instrument: 'violin',
      tonic: 'D#',
      form: 'harmonic-minor',
      octaves: 3,
      ways: 1,
    });
    verovio.setOptions({ inputFrom: 'musicxml', svgFormatRaw: true, svgRemoveXlink: true, svgViewBox: true });
    const look = { fingers: 'all', names: 'letters' } as const;
    xml = musicXml(scoreOf({ title: titleOf(recipe), recipe, passage, way: ways[0]!, look }));
    verovio.loadData(xml);
    full = verovio.renderToSVG(1);
  });

  const attribute = (of: string, name: string): string => new RegExp(` ${name}="([^"]*)"`).exec(of)?.[1] ?? '';

  /** Where a point of a thing lies on the page: `x y` after its moves, `translate(x, y)` and `scale(x, y)`. */
  const onPage = (point: readonly [number, number], moves: string): string =>
    [...moves.matchAll(/(translate|scale)\(([^,)]*), ?([^)]*)\)/g)]
      .toReversed()
      .reduce<readonly [number, number]>(
        ([x, y], [, move, a, b]) =>
          move === 'scale' ? [x * Number(a), y * Number(b)] : [x + Number(a), y + Number(b)],
        point,
      )
      .map((place) => place.toFixed(3))
      .join(' ');

  /** Every word, every mark of the pen and every sign of a picture with where it stands, in order. */
  const drawn = (svg: string): readonly string[] => {
    const signs = new Map(
      [...svg.matchAll(/<g id="([^"]*)"><path (transform="[^"]*") d="([^"]*)"/g)].map(([, id, ...of]) => [id, of]),
    );
    return [
      ...svg.replace(/<defs>.*?<\/defs>/, '').matchAll(/<(use|path|polygon|polyline|rect|ellipse|text)( [^>]*?)\/?>/g),
    ].flatMap(([, name, rest = '']) => {
      const [upright = '', of = attribute(rest, 'd')] = signs.get(attribute(rest, 'href').slice(1)) ?? [];
      if (name !== 'use' && name !== 'path')
        return [`${name} ${attribute(rest, 'points')} ${attribute(rest, 'x')} ${attribute(rest, 'y')}`];
      return of.split(/(?=M)/).map((mark) => {
        const [, x = '', y = ''] = /^M(-?[\d.]+)[ ,]?(-?[\d.]+)/.exec(mark) ?? [];
        // A mark's first point on the page, and one a hundred above and beside it, say where and how large it stands.
        const moves = `${attribute(rest, 'transform')} ${upright}`;
        const points = [0, 100].map((more) => onPage([Number(x) + more, Number(y) + more], moves));
        return [points.join(' to '), mark.trim(), attribute(rest, 'stroke-width')].join(' ');
      });
    });
  };
  const words = (svg: string): string =>
    svg
      .replace(/<(style|desc)[\s\S]*?<\/\1>/g, '')
      .replace(/<[^>]*>/g, ' ')
      .replace(/\s+/g, ' ');

  it('draws the same things in the same places and says the same words, in far fewer elements', () => {
    const light = pagePicture(full, 'screen');
    expect(drawn(light)).toEqual(drawn(full));
    expect(words(light)).toBe(words(full));
    expect(light).not.toContain('<style');
    expect(light).not.toContain('<use');
    expect(light).not.toContain('<defs');
    expect(light.split('<').length).toBeLessThan(full.split('<').length * 0.5);
    expect(() => new XMLParser().parse(full, true)).not.toThrow();
    expect(() => new XMLParser().parse(light, true)).not.toThrow();
    // What the page looks for keeps its name, on whichever element it now stands.
    for (const name of ['notehead', 'fing', 'staff', 'system', 'dir', 'tempo'])
      expect(light.split(`class="${name}"`).length, name).toBe(full.split(`class="${name}"`).length);
  });

  it('is the same every time it is engraved, what goes on over a line’s end too', () => {
    const verovio = new VerovioToolkit(module);
    verovio.setOptions({
      inputFrom: 'musicxml',
      svgFormatRaw: true,
      svgViewBox: true,
      pageWidth: 1400,
      adjustPageHeight: true,
    });
    const again = (): string => {
      verovio.loadData(xml);
      return verovio.renderToSVG(1);
    };
    const [one, other] = [again(), again()];
    expect(one).toContain(' spanning"');
    expect(one).not.toBe(other);
    expect(pagePicture(one, 'screen')).toBe(pagePicture(other, 'screen'));
  });

  it('keeps no name drawn at random, not even one that reads like a note’s', () => {
    const named =
      '<svg><g id="n620950" class="verse"><text x="1">E</text></g><g id="n12" class="note"><use a="1"/></g></svg>';
    expect(pagePicture(named, 'screen')).toBe(
      '<svg><text class="verse" x="1">E</text><g id="n12" class="note"><use a="1"/></g></svg>',
    );
    expect(pagePicture(named.replace('n620950', 'kvdjr2v'), 'screen')).toBe(pagePicture(named, 'screen'));
  });

  it('keeps the size of every word', () => {
    const sizes = [...full.matchAll(/<tspan font-size="(\d+)px">[^<]/g)].map(([, size]) => size);
    expect(sizes.length).toBeGreaterThan(80);
    const kept = [...pagePicture(full, 'screen').matchAll(/<(?:text|tspan)[^>]*font-size="([1-9]\d*)px"/g)];
    expect(kept.map(([, size]) => size)).toEqual(sizes);
  });

  it('leaves notes their names, so that both copies can stand on one page', () => {
    const ids = (svg: string): string[] => [...svg.matchAll(/ id="([^"]*)"/g)].map(([, id]) => id!);
    expect(ids(pagePicture(full, 'screen'))).toEqual(Array.from({ length: 43 }, (_, at) => `n${at}`));
    expect(ids(pagePicture(full, 'paper'))).toEqual([]);
  });

  it('draws the ledger lines of a bar as one thing', () => {
    const ledgers = [...pagePicture(full, 'screen').matchAll(/<path class="ledgerLines (above|below)" d="([^"]*)"/g)];
    expect(ledgers.length).toBeGreaterThan(2);
    expect(Math.max(...ledgers.map(([, , d]) => d!.split('M').length - 1))).toBeGreaterThan(4);
    expect(pagePicture(full, 'screen')).not.toContain('<g class="ledgerLines');
  });
});
