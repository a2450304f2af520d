import { readFileSync } from 'node:fs';
import { create } from 'fontkit';
import { getDocumentProxy } from 'unpdf';
import { describe, expect, it } from 'vitest';
import { fileName } from '../../core/base/file-name.ts';
import { runsOf, setIn, subsetsFor, unprintable, type SetIn } from './letters.ts';
import { Press, type Faces } from './press.ts';

/** Names a teacher may have to print; invented, in the orthographies of their languages. */
const NAMES = [
  'Łukasz Żółć-Świątek',
  'Nguyễn Thị Hằng',
  'Çağrı Şimşek İnci',
  'Жанна Щедрина',
  'Ёлка Їжак Ђорђе Ґава',
  'Ευαγγελία Ξανθού',
  'Ståle Ærøe, Þórdís Ðal',
  'Kateřina Šťastná, Győző',
  'Ŋāto Ḥasan Ţepeş',
];

const file = (path: string): Uint8Array => readFileSync(`node_modules/${path}`);
const CUT = { plain: '400-normal', bold: '700-normal', italic: '400-italic' } as const;

function fileOf(set: SetIn, cut: keyof typeof CUT = 'plain'): Uint8Array {
  return set === 'signs'
    ? file(`dejavu-fonts-ttf/ttf/DejaVuSerifCondensed${cut === 'bold' ? '-Bold' : ''}.ttf`)
    : file(`@fontsource/alegreya/files/alegreya-${set === 'own' ? 'latin' : set}-${CUT[cut]}.woff`);
}

const buffer = (bytes: Uint8Array): ArrayBuffer => new Uint8Array(bytes).buffer;

describe('letters on paper', () => {
  // The font files themselves say what they have (fontkit reads them), not the ranges that choose between them.
  it.each(NAMES)('has every letter of %s in the font that is chosen for it', (name) => {
    for (const { words, set } of runsOf(name)) {
      const font = create(Buffer.from(fileOf(set)));
      for (const letter of words)
        expect([letter, font.hasGlyphForCodePoint(letter.codePointAt(0)!)]).toEqual([letter, true]);
    }
    expect(
      runsOf(name)
        .map(({ words }) => words)
        .join(''),
    ).toBe(name.normalize('NFC'));
    expect(unprintable(name)).toEqual([]);
  });

  it('comes back whole from a PDF, in its lines, boxes, foot and picture', async () => {
    const all = NAMES.join(' · ');
    const further = subsetsFor(all).flatMap((set) =>
      (['plain', 'bold', 'italic'] as const).map((cut) => [`${cut} ${set}`, buffer(fileOf(set, cut))]),
    );
    const faces = {
      plain: buffer(fileOf('own')),
      bold: buffer(fileOf('own', 'bold')),
      italic: buffer(fileOf('own', 'italic')),
      signs: buffer(fileOf('signs')),
      boldSigns: buffer(fileOf('signs', 'bold')),
      ...Object.fromEntries(further),
    } as Faces;
    const press = new Press(all, 'A4', faces);
    press.newPage();
    for (const name of NAMES) press.write(name, { face: 'bold' });
    press.boxes(['Mo 1'], [{ lead: NAMES[3]!, words: NAMES[0]! }], 30);
    press.picture(
      `<svg xmlns="http://www.w3.org/2000/svg" width="400px" height="80px" viewBox="0 0 400 80"><text x="9" y="40">${NAMES[1]}</text></svg>`,
    );
    const pdf = await getDocumentProxy(await press.finish({ from: 1, words: NAMES[5]! }));
    const { items } = await (await pdf.getPage(1)).getTextContent();
    const text = items.map((one) => ('str' in one ? one.str : '')).join('');
    for (const name of NAMES) expect(text.normalize('NFC')).toContain(name.normalize('NFC'));
    for (const twice of [NAMES[3]!, NAMES[0]!, NAMES[1]!, NAMES[5]!])
      expect(text.split(twice).length).toBeGreaterThan(2);
  });

  it('says which words no font of the press has', () => {
    expect(unprintable('山田花子 and Łukasz')).toEqual(['山田花子']);
    expect(unprintable('מרים, نور')).toEqual(['מרים', 'نور']);
    expect(unprintable('B♭ major ♩ = 60 → 𝄪 ½ “x”')).toEqual([]);
    expect(unprintable('Noor 🎻')).toEqual(['🎻']);
    expect(setIn('♭')).toBe('signs');
  });

  it('appears in file names, in letters any system accepts', () => {
    expect(fileName('Éva Łuczak: D♯ minor', 'pdf')).toBe('eva-łuczak-d-sharp-minor.pdf');
    expect(fileName('homework Жанна', 'json')).toBe('homework-жанна.json');
    expect(fileName('山田花子 week', 'pdf')).toBe('山田花子-week.pdf');
    expect(fileName('İnci', 'pdf')).toBe('inci.pdf');
    expect(fileName('हिन्दी', 'pdf')).toBe('हिन्दी.pdf');
    expect(fileName('../../etc/passwd\0', 'json')).toBe('etc-passwd.json');
    expect(fileName('…', 'json')).toBe('study.json');
    expect(fileName('a'.repeat(300), 'json')).toHaveLength(85);
  });
});
