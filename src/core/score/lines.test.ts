import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { beforeAll, describe, expect, it } from 'vitest';
import { playable } from '../study/playable.ts';
import type { RecipeInput } from '../recipe/recipe.ts';
import { titleOf } from '../recipe/title.ts';
import { barWidths, lineStarts } from './lines.ts';
import { scoreOf } from './from-study.ts';
import { musicXml } from './musicxml.ts';
import type { ScoredStudy, ScoreLook } from './scored-study.ts';

/** Heights of the staff in the engraver's units. */
const STAFF = 720;

const THREE_OCTAVES: RecipeInput = { instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3' };
const STUDIES: readonly (readonly [RecipeInput, ScoreLook?])[] = [
  [THREE_OCTAVES],
  [THREE_OCTAVES, { fingers: 'all', names: 'letters' }],
  [{ ...THREE_OCTAVES, bowing: { perBeat: 3, slur: 3 } }],
  [{ ...THREE_OCTAVES, bowing: { repeats: 4 } }],
  [{ instrument: 'cello', tonic: 'Eb', form: 'melodic-minor', octaves: 2 }],
  [{ instrument: 'bass', tonic: 'F', octaves: 1, bowing: { perBeat: 1 } }],
  [{ instrument: 'violin', tonic: 'G', form: 'chromatic', octaves: 2, bowing: { perBeat: 3 } }],
  [{ instrument: 'violin', tonic: 'D#', form: 'harmonic-minor', octaves: 3 }],
  [{ instrument: 'viola', tonic: 'C', figure: 'broken-thirds', octaves: 2, bowing: { rhythm: 'dotted' } }],
  [{ instrument: 'cello', tonic: 'D', figure: 'key-set', octaves: 2 }],
];

describe('the lines of a score', () => {
  let verovio: VerovioToolkit;
  beforeAll(async () => {
    verovio = new VerovioToolkit(await createVerovioModule());
  });

  const studyOf = (recipe: RecipeInput, look?: ScoreLook): ScoredStudy => {
    const { ways, ...rest } = playable({ ...recipe, ways: 1 });
    return { ...rest, title: titleOf(rest.recipe), way: ways[0]!, ...(look ? { look } : {}) };
  };

  /** The engraver's score: each line a row of bars, each bar its width in heights of the staff and its notes. */
  const engraved = (study: ScoredStudy, width: number, lines: readonly number[]) => {
    verovio.setOptions({
      inputFrom: 'musicxml',
      svgFormatRaw: true,
      breaks: lines.length > 0 ? 'line' : 'none',
      pageWidth: Math.round(width * (STAFF / 10)),
      pageHeight: 60_000,
      pageMarginLeft: 20,
      pageMarginRight: 20,
    });
    verovio.loadData(musicXml(scoreOf(study, lines)));
    const [, ...systems] = verovio.renderToSVG(1).split(/class="system"/);
    return systems.map((system) => {
      const [, ...bars] = system.split(/class="measure"/);
      return bars.map((bar) => {
        const [, left, right] = /class="staff"[^>]*><path d="M(\d+) \d+ L(\d+) /.exec(bar)!;
        return { width: (Number(right) - Number(left)) / STAFF, notes: bar.match(/id="n\d+"/g) ?? [] };
      });
    });
  };

  it('are reckoned with the widths the engraver draws', () => {
    for (const [recipe, look] of STUDIES) {
      const study = studyOf(recipe, look);
      const [bars = [], ...more] = engraved(study, 900, []);
      expect(more).toEqual([]);
      const ours = barWidths(study);
      expect(ours).toHaveLength(bars.length);
      // The first bar has the clef, the signature and the metre before it; the others are compared.
      const sum = (widths: readonly number[]): number => widths.slice(1).reduce((all, width) => all + width, 0);
      const drawn = sum(bars.map((bar) => bar.width));
      expect(Math.abs(sum(ours) / drawn - 1), study.title).toBeLessThan(0.07);
    }
  });

  it('begin where they are told, hold what fits, and are about equally full', () => {
    for (const [recipe, look] of STUDIES) {
      const study = studyOf(recipe, look);
      const natural = engraved(study, 900, [])[0]!.map((bar) => bar.width);
      for (const width of [12, 22, 31, 45]) {
        const starts = lineStarts(study, width);
        const lines = engraved(study, width, starts);
        const begins = lines.map((_, line) => lines.slice(0, line).reduce((sum, bars) => sum + bars.length, 0));
        expect(begins.slice(1), study.title).toEqual(starts);
        const widths = lines.map((bars, line) =>
          natural.slice(begins[line], begins[line]! + bars.length).reduce((sum, one) => sum + one, 0),
        );
        // The engraver can draw a line a little closer than it would by itself.
        lines.forEach((bars, line) => {
          if (bars.length > 1) expect(widths[line]!, `${study.title} at ${width}`).toBeLessThan(width * 1.05);
        });
        // No line could give a bar to its neighbour and be more like it, except that parts begin lines.
        const parts = study.passage.parts.map((note) => `id="n${note}"`);
        for (let line = 1; line < lines.length; line += 1) {
          if (parts.includes(lines[line]![0]!.notes[0] ?? '')) continue;
          const [before, after] = [widths[line - 1]!, widths[line]!];
          const widest = Math.max(
            ...lines[line - 1]!.concat(lines[line]!).map((_, k) => natural[begins[line - 1]! + k]!),
          );
          expect(Math.abs(before - after), `${study.title} at ${width}, line ${line + 1}`).toBeLessThan(widest * 1.6);
        }
      }
    }
  });

  it('begin again with each part, under its name', () => {
    const study = studyOf({ instrument: 'cello', tonic: 'D', figure: 'key-set', octaves: 2 });
    const lines = engraved(study, 31, lineStarts(study, 31));
    const firsts = lines.map(([bar]) => bar!.notes[0]);
    for (const part of study.passage.parts) expect(firsts).toContain(`id="n${part}"`);
    const svg = verovio.renderToSVG(1).replace(/<[^>]*>/g, ' ');
    for (const name of ['Scale', 'Arpeggio', 'Broken thirds']) expect(svg).toContain(name);
  });
});
