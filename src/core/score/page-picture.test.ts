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

  /** Every word and every drawn thing of a picture with where it stands, in order. */
  const drawn = (svg: string): readonly string[] =>
    [...svg.matchAll(/<(use|path|polygon|polyline|rect|ellipse|text) ([^>]*?)\/?>/g)]
      .filter(([, name, rest]) => !(name === 'path' && rest?.includes('scale(1,-1)')))
      .map(([, name, rest]) => {
        const place = [...` ${rest!}`.matchAll(/ (?:transform|d|points|x|y)="([^"]*)"/g)].map(([, value]) => value);
        return `${name} ${place.join(' ')}`;
      });
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
    expect(light.split('<').length).toBeLessThan(full.split('<').length * 0.6);
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

  it('leaves notes and glyphs their names, so that both copies can stand on one page', () => {
    const ids = (svg: string): string[] => [...svg.matchAll(/ id="([^"]*)"/g)].map(([, id]) => id!);
    const [screen, paper] = [pagePicture(full, 'screen'), pagePicture(full, 'paper')];
    expect(ids(screen).filter((id) => /^n\d+$/.test(id))).toHaveLength(43);
    expect(ids(screen).filter((id) => ids(paper).includes(id))).toEqual([]);
    for (const picture of [screen, paper]) {
      const used = new Set([...picture.matchAll(/href="#([^"]*)"/g)].map(([, id]) => id!));
      for (const id of used) expect(ids(picture)).toContain(id);
    }
  });
});
