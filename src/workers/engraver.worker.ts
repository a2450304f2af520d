import { expose } from 'comlink';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { musicXml } from '../core/formats/musicxml.ts';
import type { ScoredStudy } from '../core/formats/scored-study.ts';

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
    const scale = (page.staffHeight / STAFF_AT_SCALE_100) * 100;
    verovio.setOptions({
      inputFrom: 'musicxml',
      scale,
      pageWidth: Math.round((page.width * 100) / scale),
      pageHeight: 60_000,
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
    return verovio.renderToSVG(1);
  },
};

export type Engraver = typeof engraver;

expose(engraver);
