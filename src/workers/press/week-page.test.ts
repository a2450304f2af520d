import { readFileSync } from 'node:fs';
import { getDocumentProxy } from 'unpdf';
import { describe, expect, it } from 'vitest';
import type { SheetStudy } from '../../core/practice/week-sheet.ts';
import { Press, type Faces } from './press.ts';
import { weekFoot, weekHead, weekStudy } from './week-page.ts';

/** The faces as the application ships them. */
function faces(): Faces {
  const read = (file: string): ArrayBuffer => new Uint8Array(readFileSync(`node_modules/${file}`)).buffer;
  return {
    plain: read('@fontsource/alegreya/files/alegreya-latin-400-normal.woff'),
    bold: read('@fontsource/alegreya/files/alegreya-latin-700-normal.woff'),
    italic: read('@fontsource/alegreya/files/alegreya-latin-400-italic.woff'),
    signs: read('dejavu-fonts-ttf/ttf/DejaVuSerifCondensed.ttf'),
    boldSigns: read('dejavu-fonts-ttf/ttf/DejaVuSerifCondensed-Bold.ttf'),
  };
}

const SCORE =
  '<svg xmlns="http://www.w3.org/2000/svg" width="400px" height="80px" viewBox="0 0 400 80"><path d="M0 40H400"/></svg>';

describe('the printed sheet of a week', () => {
  it('says its days in words and has their heads on one line, each over its box', async () => {
    const days = ['2026-11-28', '2026-11-30', '2026-12-01'];
    const study = {
      title: 'B♭ major',
      target: { bpm: 60 },
      words: 'Hand stays closed.',
      rungs: [
        { name: 'Up to tempo', says: 'As it is asked.', bpm: 48 },
        { name: 'From memory', says: 'Without the page.', bpm: 60 },
      ],
    } as unknown as SheetStudy;
    const press = new Press('A week', 'A4', faces());
    weekHead(press, { pupil: 'Noor', days, minutes: 20, studies: [study] });
    weekStudy(press, study, days, SCORE);
    weekFoot(press);
    const pdf = await getDocumentProxy(await press.finish());
    const { items } = await (await pdf.getPage(1)).getTextContent();
    const texts = items.flatMap((one) =>
      'str' in one ? [{ words: one.str, left: one.transform[4], up: one.transform[5] }] : [],
    );
    const line = (words: string): { left: number; up: number } => {
      const found = texts.find((one) => one.words.startsWith(words));
      if (!found) throw new Error(`“${words}” is not on the page: ${texts.map((one) => one.words).join(' | ')}`);
      return found;
    };
    expect(texts.map(({ words }) => words).join('')).toContain(
      'From 28 November to 1 December, about 20 minutes a day',
    );
    const heads = ['Sa 28', 'Mo 30', 'Tu 1'].map(line);
    expect(new Set(heads.map(({ up }) => Math.round(up))).size).toBe(1);
    const [first, second] = [line('Up to tempo'), line('From memory')];
    // A line of the page is some twelve points: the heads stand right above the first rung, the rungs under each other.
    expect(heads[0]!.up - first.up).toBeGreaterThan(5);
    expect(heads[0]!.up - first.up).toBeLessThan(16);
    expect(first.up - second.up).toBeGreaterThan(12);
    expect(first.up - second.up).toBeLessThan(26);
    expect(heads.map(({ left }) => left)).toEqual([...heads.map(({ left }) => left)].sort((a, b) => a - b));
    expect(pdf.numPages).toBe(1);
  });
});
