import type { VerovioToolkit } from 'verovio/esm';
import { withClearTempo, scoreOf, lineStarts, musicXml, type ScoredStudy } from '../core/score/index.ts';

/** How the score is laid out. */
export interface PageSetting {
  /** Width of the paper, CSS pixels. */
  readonly width: number;
  /** Height of the staff's five lines and four spaces, CSS pixels. */
  readonly staffHeight: number;
  /** So many lines at least, where the study has bars enough; as few as fit when left out. */
  readonly lines?: number;
  /** Height after which a new page begins, CSS pixels; one endless page when left out. */
  readonly height?: number;
}

/** Verovio's staff is 8 units of 9 tenths of a millimetre high at scale 100 and unit 9. */
const STAFF_AT_SCALE_100 = 72;

export function layOut(verovio: VerovioToolkit, study: ScoredStudy, page: PageSetting): void {
  const lines = lineStarts(study, page.width / page.staffHeight, page.lines);
  // Lines that are equally full all reach the right edge; a single one does if it fills half of it by itself.
  const justified = lines.length > 0 ? 0 : HALF_FULL;
  layOutScore(verovio, musicXml(scoreOf(study, [0, ...lines])), page, page.height ? 'line' : 'encoded', justified);
}

const HALF_FULL = 0.5;

/** Where a line ends: where the engraver finds room, where the score says, or where it says and nowhere else. */
type Breaks = 'auto' | 'line' | 'encoded';

/**
 * Lays a score out: its lines as they come, where it says, or where it says and all on one page. The
 * engraver looks for no place to break then, which is half of its work.
 */
export function layOutScore(
  verovio: VerovioToolkit,
  xml: string,
  page: PageSetting,
  breaks: Breaks,
  minLastJustification = HALF_FULL,
): void {
  verovio.setOptions(optionsFor(page, breaks, minLastJustification));
  verovio.loadData(xml);
}

/** What the engraver is told of a page, in its own words. */
export function optionsFor(
  page: PageSetting,
  breaks: Breaks,
  minLastJustification: number,
): Readonly<Record<string, unknown>> {
  const scale = (page.staffHeight / STAFF_AT_SCALE_100) * 100;
  return {
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
    breaks,
    minLastJustification,
    svgViewBox: true,
    svgRemoveXlink: true,
    svgFormatRaw: true,
    spacingSystem: 6,
    fingeringScale: 0.9,
    lyricSize: 4.5,
    mnumInterval: 0,
  };
}

/** A page as it is engraved, counted from 1, its tempo clear of brackets. */
export function pictureOf(verovio: VerovioToolkit, page = 1): string {
  return withClearTempo(verovio.renderToSVG(page));
}

export function pagesOf(verovio: VerovioToolkit): string[] {
  return Array.from({ length: verovio.getPageCount() }, (_, page) => pictureOf(verovio, page + 1));
}
