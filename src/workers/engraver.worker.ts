import { expose } from 'comlink';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { musicXml } from '../core/formats/musicxml.ts';
import { varied, type Variation } from '../core/bowing/variations.ts';
import { INSTRUMENT_TABLE } from '../core/instruments/instrument.ts';
import { excerptOf } from '../core/study/excerpt.ts';
import type { ScoredStudy } from '../core/formats/scored-study.ts';
import { MARGIN, PAPER_SIZES, type PaperSize } from './press/paper-size.ts';
import type { PageParts } from './press/study-page.ts';

let toolkit: Promise<VerovioToolkit> | undefined;

async function ready(): Promise<VerovioToolkit> {
  toolkit ??= createVerovioModule().then((module) => new VerovioToolkit(module));
  return toolkit;
}

/** How the score is laid out. */
export interface PageSetting {
  /** Width of the paper, CSS pixels. */
  readonly width: number;
  /** Height of the staff's five lines and four spaces, CSS pixels. */
  readonly staffHeight: number;
  /** Height after which a new page begins, CSS pixels; one endless page when left out. */
  readonly height?: number;
}

/** Verovio's staff is 8 units of 9 tenths of a millimetre high at scale 100 and unit 9. */
const STAFF_AT_SCALE_100 = 72;

/** The engraver, off the page's thread. */
const engraver = {
  /** Loads the engraver, so that the first score comes sooner. */
  async warm(): Promise<void> {
    await ready();
  },

  /** Engraves a study as one SVG picture of all its systems. */
  async engrave(study: ScoredStudy, page: PageSetting): Promise<string> {
    const verovio = await ready();
    layOut(verovio, study, page);
    return verovio.renderToSVG(1);
  },

  /** A study as a PDF file: title, score, and the parts asked for. */
  async pdf(study: ScoredStudy, size: PaperSize, parts: PageParts): Promise<Uint8Array> {
    const [verovio, { Press }, { studyPage }, { faces }] = await Promise.all([
      ready(),
      import('./press/press.ts'),
      import('./press/study-page.ts'),
      import('./press/faces.ts'),
    ]);
    const press = new Press(study.title, size, await faces());
    layOut(verovio, study, pageFor(size));
    studyPage(press, study, pagesOf(verovio), parts);
    return press.finish();
  },

  /** A page of variations of a study: each with its name and its first octave, fingers as they are. */
  async variations(study: ScoredStudy, size: PaperSize, variations: readonly Variation[]): Promise<Uint8Array> {
    const [verovio, { Press }, { faces }] = await Promise.all([
      ready(),
      import('./press/press.ts'),
      import('./press/faces.ts'),
    ]);
    const press = new Press(`Variations: ${study.title}`, size, await faces());
    const octave = study.passage.notes.findIndex((note) => note.pitch.midi >= study.passage.tonic.midi + 12);
    press.newPage();
    press.write(`Variations: ${study.title}`, { size: 18, face: 'bold', gap: 0 });
    press.write(INSTRUMENT_TABLE[study.recipe.instrument].name, { size: 10, face: 'italic', gap: 6 });
    for (const [place, variation] of variations.entries()) {
      const bowing = varied(study.recipe.bowing, variation);
      const one = { ...study, recipe: { ...study.recipe, bowing }, look: { fingers: 'all' as const } };
      layOut(verovio, excerptOf(one, octave > 0 ? octave + 1 : 8), { ...pageFor(size), staffHeight: 24 });
      if (press.room < 110) press.newPage();
      press.write(`${place + 1}. ${variation.name}`, { size: 11, face: 'bold', gap: 0 });
      press.picture(verovio.renderToSVG(1));
    }
    return press.finish();
  },
};

/** Dots of a screen to a point of paper. */
const DOTS_TO_POINT = 96 / 72;

/** The staff of printed music is 8.5 mm high, readable from a stand. */
const PAPER_STAFF = 32;

function pageFor(size: PaperSize): PageSetting {
  const { width, height } = PAPER_SIZES[size];
  return {
    width: (width - 2 * MARGIN) * DOTS_TO_POINT,
    height: (height - 2 * MARGIN - 60) * DOTS_TO_POINT,
    staffHeight: PAPER_STAFF,
  };
}

function layOut(verovio: VerovioToolkit, study: ScoredStudy, page: PageSetting): void {
  const scale = (page.staffHeight / STAFF_AT_SCALE_100) * 100;
  verovio.setOptions({
    inputFrom: 'musicxml',
    scale,
    pageWidth: Math.round((page.width * 100) / scale),
    pageHeight: page.height === undefined ? 60_000 : Math.round((page.height * 100) / scale),
    adjustPageHeight: true,
    pageMarginTop: 30,
    pageMarginBottom: 30,
    pageMarginLeft: 20,
    pageMarginRight: 20,
    header: 'none',
    footer: 'none',
    breaks: 'auto',
    svgViewBox: true,
    svgRemoveXlink: true,
    spacingSystem: 6,
    fingeringScale: 0.9,
    lyricSize: 4.5,
    mnumInterval: 0,
  });
  verovio.loadData(musicXml(study));
}

function pagesOf(verovio: VerovioToolkit): string[] {
  return Array.from({ length: verovio.getPageCount() }, (_, page) => verovio.renderToSVG(page + 1));
}

export type Engraver = typeof engraver;

expose(engraver);
