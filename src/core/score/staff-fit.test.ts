import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { beforeAll, describe, expect, it } from 'vitest';
import type { RecipeInput } from '../recipe/recipe.ts';
import { titleOf } from '../recipe/title.ts';
import { playable } from '../study/playable.ts';
import { scoreOf } from './from-study.ts';
import { lineStarts } from './lines.ts';
import { musicXml } from './musicxml.ts';
import { pictureSize } from './picture-size.ts';
import type { ScoredStudy } from './scored-study.ts';
import { STAFF, staffFit, tallerThanThought, type StaffFit } from './staff-fit.ts';

function studyOf(input: RecipeInput): ScoredStudy {
  const { recipe, passage, ways } = playable({ ...input, ways: 1 });
  return { title: titleOf(recipe), recipe, passage, way: ways[0]! };
}

const STUDIES: readonly RecipeInput[] = [
  { instrument: 'violin', tonic: 'A', octaves: 3 },
  { instrument: 'violin', tonic: 'Eb', octaves: 3, bowing: { slur: 3 } },
  { instrument: 'violin', tonic: 'D', octaves: 1 },
  { instrument: 'violin', tonic: 'F', octaves: 2, figure: 'broken-thirds' },
  { instrument: 'viola', tonic: 'C', octaves: 2, form: 'melodic-minor' },
  { instrument: 'viola', tonic: 'D', octaves: 3, figure: 'arpeggio', form: 'minor' },
  { instrument: 'cello', tonic: 'C', octaves: 3, bowing: { slur: 2 } },
  { instrument: 'cello', tonic: 'Bb', octaves: 2 },
  { instrument: 'bass', tonic: 'E', octaves: 1 },
  { instrument: 'bass', tonic: 'F', octaves: 2, bowing: { slur: 4 } },
];
const PLACES = [
  [843, 273],
  [1000, 420],
  [640, 330],
] as const;

describe('a staff that fits its place', () => {
  let verovio: VerovioToolkit;
  beforeAll(async () => {
    verovio = new VerovioToolkit(await createVerovioModule());
  });

  /** How high the engraver's picture stands at the width it fills, CSS pixels. */
  function engraved(study: ScoredStudy, width: number, { staffHeight, lines }: StaffFit, asThought = true): number {
    const scale = (staffHeight / 72) * 100;
    const starts = lineStarts(study, width / staffHeight, lines);
    if (asThought) expect(starts).toHaveLength(lines - 1);
    verovio.setOptions({
      inputFrom: 'musicxml',
      scale,
      pageWidth: Math.round((width * 100) / scale),
      pageHeight: 60_000,
      adjustPageHeight: true,
      breaks: 'encoded',
      header: 'none',
      footer: 'none',
      svgViewBox: true,
      ...{ pageMarginTop: 30, pageMarginBottom: 30, pageMarginLeft: 20, pageMarginRight: 20 },
      ...{ spacingSystem: 6, fingeringScale: 0.9, lyricSize: 4.5, mnumInterval: 0 },
    });
    verovio.loadData(musicXml(scoreOf(study, [0, ...starts])));
    const { wide, high } = pictureSize(verovio.renderToSVG(1));
    return (high * width) / wide;
  }

  it('stands at the first try as a rule, at the third in any case, and no place is wasted', () => {
    const tries: number[] = [];
    for (const input of STUDIES)
      for (const [width, height] of PLACES) {
        const study = studyOf(input);
        let taller = 1;
        let tried = 0;
        let stands: number;
        let staff: StaffFit;
        do {
          staff = staffFit(study, width, height, taller);
          stands = engraved(study, width, staff);
          taller = tallerThanThought(study, staff, stands, taller);
          tried += 1;
        } while (stands > height && staff.staffHeight > STAFF.least);
        tries.push(tried);
        // A staff a fifth larger, on as many lines or more, would not fit.
        const wider = { staffHeight: staff.staffHeight * 1.2, lines: 1 };
        if (tried === 1 && wider.staffHeight <= STAFF.largest)
          expect(engraved(study, width, wider, false), `${study.title} in ${width} by ${height}`).toBeGreaterThan(
            height,
          );
      }
    expect(Math.max(...tries)).toBeLessThanOrEqual(3);
    expect(tries.filter((one) => one === 1).length / tries.length).toBeGreaterThan(0.5);
  });

  it('is larger for fewer notes and more room, within its bounds, and on two lines rather than one where both fit', () => {
    const long = studyOf({ instrument: 'violin', tonic: 'A', octaves: 3 });
    const short = studyOf({ instrument: 'violin', tonic: 'A', octaves: 1 });
    expect(staffFit(short, 880, 330).staffHeight).toBe(STAFF.largest);
    expect(staffFit(long, 400, 120)).toEqual({ staffHeight: STAFF.least, lines: 3 });
    expect(staffFit(long, 880, 430).staffHeight).toBeGreaterThan(staffFit(long, 880, 330).staffHeight);
    expect(staffFit(long, 880, 330, 1.3).staffHeight).toBeLessThan(staffFit(long, 880, 330).staffHeight);
    expect(staffFit(long, 843, 273).lines).toBe(2);
    // A line of a few notes is no help to the eye.
    expect(staffFit(short, 1600, 900).lines).toBe(1);
  });
});
