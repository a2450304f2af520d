import PdfDocument from 'pdfkit';
import { toBytes } from 'pdfkit/output';
import drawSvg from 'svg-to-pdfkit';
import { pictureSize } from '../../core/score/index.ts';
import { runsOf, type Run, type SetIn } from './letters.ts';
import { MARGIN, PAPER_SIZES, type PaperSize } from './paper-size.ts';

/** The faces of the press, as font files: the application's own, further parts of it (`bold greek`), and one for signs. */
export interface Faces {
  readonly [further: `${Face} ${string}`]: ArrayBuffer;
  readonly plain: ArrayBuffer;
  readonly bold: ArrayBuffer;
  readonly italic: ArrayBuffer;
  /** Sharps, flats, arrows. */
  readonly signs: ArrayBuffer;
  readonly boldSigns: ArrayBuffer;
}

/** A face words are set in. */
export type Face = 'plain' | 'bold' | 'italic';

/** A place on a page to come back to. */
export interface Reserved {
  readonly page: PDFKit.PDFPage;
  readonly y: number;
}

/** A PDF being made, page by page. Lengths in points. */
export class Press {
  readonly #doc: PDFKit.PDFDocument;
  readonly #size: PaperSize;
  readonly #bytes: Promise<Uint8Array>;
  readonly #registered = new Set<string>();
  #pages = 0;

  constructor(title: string, size: PaperSize, faces: Faces) {
    this.#size = size;
    this.#doc = new PdfDocument({
      size: [PAPER_SIZES[size].width, PAPER_SIZES[size].height],
      margin: MARGIN,
      autoFirstPage: false,
      // Pages wait until all is written: the contents learn their numbers last.
      bufferPages: true,
      // The press has no faces but these; the typings know file names only.
      font: faces.plain as unknown as string,
      info: { Title: title, Creator: 'Step Ladder' },
    });
    for (const [name, face] of Object.entries(faces)) {
      this.#doc.registerFont(name, face as ArrayBuffer);
      this.#registered.add(name);
    }
    this.#bytes = toBytes(this.#doc);
    this.#doc.font('plain');
  }

  get pages(): number {
    return this.#pages;
  }

  /** Width between the margins, points. */
  get width(): number {
    return PAPER_SIZES[this.#size].width - 2 * MARGIN;
  }

  /** What is left of the page below the last line, points. */
  get room(): number {
    return PAPER_SIZES[this.#size].height - MARGIN - this.#doc.y;
  }

  newPage(): void {
    this.#doc.addPage();
    this.#pages += 1;
  }

  /** A paragraph in one of the faces; it goes on to a new page by itself. */
  write(text: string, style: { size?: number; face?: Face; gap?: number; align?: 'left' | 'center' } = {}): void {
    const { size = 9.5, face = 'plain', gap = 3, align = 'left' } = style;
    const before = this.#doc.bufferedPageRange().count;
    this.#doc.fontSize(size).fillColor('black');
    const runs = runsOf(inFaces(text));
    runs.forEach(({ words, set }, place) => {
      const continued = place < runs.length - 1;
      this.#doc.font(this.#fontFor(face, set));
      if (place === 0) this.#doc.text(words, MARGIN, undefined, { width: this.width, align, continued });
      else this.#doc.text(words, { continued });
    });
    this.#doc.y += gap;
    this.#pages += this.#doc.bufferedPageRange().count - before;
  }

  /** A line whose page number is written later; give it to `fill`. */
  reserve(text: string): Reserved {
    this.write(text, { size: 10.5, gap: 4 });
    const { page } = this.#doc;
    return { page, y: this.#doc.y - 4 - 12.5 };
  }

  /** Writes the page number of a reserved line at its right end. */
  fill({ page, y }: Reserved, number: string): void {
    const now = { page: this.#doc.page, x: this.#doc.x, y: this.#doc.y };
    this.#doc.page = page;
    this.#doc.font('plain').fontSize(10.5);
    this.#doc.text(number, MARGIN, y, { width: this.width, align: 'right', lineBreak: false });
    this.#doc.page = now.page;
    this.#doc.x = now.x;
    this.#doc.y = now.y;
  }

  /** Begins a page where less than so many points are left, unless the page has only begun. */
  keep(points: number): void {
    if (points > this.room && this.#doc.y > MARGIN + 80) this.newPage();
  }

  /** Leaves so many points free. */
  skip(points: number): void {
    this.#doc.y += points;
  }

  /** An engraved picture as wide as the page, and as tall as it comes or as there is room for. */
  picture(svg: string): void {
    const height = this.heightOf(svg);
    this.keep(height);
    const shown = Math.min(height, this.room);
    drawSvg(this.#doc, blackInk(svg), MARGIN, this.#doc.y, {
      width: this.width,
      height: shown,
      preserveAspectRatio: 'xMidYMin meet',
      fontCallback: (family: string, bold: boolean, italic: boolean) => {
        const face = bold ? 'bold' : italic ? 'italic' : 'plain';
        const set = /Set in ([\w-]+)/.exec(family)?.[1] ?? 'own';
        return this.#fontFor(face, set as SetIn);
      },
    });
    this.#doc.x = MARGIN;
    this.#doc.y += shown + 6;
  }

  /** How high a picture comes out at the page's width, points. */
  heightOf(svg: string): number {
    const { wide, high } = pictureSize(svg);
    return (this.width * high) / wide;
  }

  /** Lines of words, what leads each in bold, with a row of boxes to tick at its right under the heads of their columns; points. */
  boxes(heads: readonly string[], lines: readonly { lead: string; words: string }[], box: number): void {
    const wide = this.width - heads.length * box - 8;
    const left = MARGIN + wide + 8;
    this.#doc.font('italic').fontSize(7.5).fillColor('black');
    const top = this.#doc.y;
    heads.forEach((head, k) => {
      this.#doc.text(head, left + k * box, top, { width: box, align: 'center', lineBreak: false });
    });
    this.#doc.y = top + 10;
    for (const line of lines) {
      const { y } = this.#doc;
      const runs = [
        ...runsOf(inFaces(line.lead)).map((run) => ({ ...run, face: 'bold' as const })),
        ...runsOf(inFaces(line.words)).map((run) => ({ ...run, face: 'plain' as const })),
      ];
      this.#doc.fontSize(9);
      runs.forEach(({ words, set, face }, place) => {
        const continued = place < runs.length - 1;
        this.#doc.font(this.#fontFor(face, set));
        if (place === 0) this.#doc.text(words, MARGIN, y, { width: wide, continued });
        else this.#doc.text(words, { continued });
      });
      const high = Math.max(16, this.#doc.y - y);
      heads.forEach((_, k) =>
        this.#doc
          .rect(left + k * box + 5, y, box - 10, box - 10)
          .lineWidth(0.8)
          .stroke('black'),
      );
      this.#doc.x = MARGIN;
      this.#doc.y = y + high + 4;
    }
  }

  /** The font of a run; what is not loaded is set in the face for signs, which has most letters. */
  #fontFor(face: Face, set: SetIn): string {
    const further = `${face} ${set}`;
    if (set === 'own') return face;
    return this.#registered.has(further) ? further : face === 'bold' ? 'boldSigns' : 'signs';
  }

  /** Ends the file and gives its bytes; every page from a number on bears its own and some words at its foot. */
  async finish(foot?: { readonly from: number; readonly words: string }): Promise<Uint8Array> {
    const { count } = this.#doc.bufferedPageRange();
    for (let page = foot ? foot.from : count + 1; page <= count; page += 1) {
      this.#doc.switchToPage(page - 1);
      // Below the lower margin, where a line would otherwise begin a page of its own.
      this.#doc.page.margins.bottom = 0;
      this.#doc.font('italic').fontSize(9);
      const y = PAPER_SIZES[this.#size].height - MARGIN * 0.7;
      let x = MARGIN;
      for (const { words, set } of runsOf(foot?.words ?? '')) {
        this.#doc.font(this.#fontFor('italic', set));
        this.#doc.text(words, x, y, { lineBreak: false });
        x += this.#doc.widthOfString(words);
      }
      this.#doc.font('italic');
      this.#doc.text(String(page), MARGIN, y, { width: this.width, align: 'right', lineBreak: false });
    }
    this.#doc.end();
    return this.#bytes;
  }
}

/** The faces have no double signs: two single ones stand for them. */
function inFaces(text: string): string {
  return text.replaceAll('𝄪', '♯♯').replaceAll('𝄫', '♭♭');
}

/** The engraver gives lines their ink by a style sheet; a printed picture has it on each line. */
function blackInk(svg: string): string {
  return inFaces(svg)
    .replace(/>([^<]*)</g, (whole, words: string) => {
      const runs = runsOf(words);
      return runs.every(({ set }) => set === 'own') ? whole : `>${runs.map(inSpan).join('')}<`;
    })
    .replace(/<style[\s\S]*?<\/style>/g, '')
    .replace(/currentColor/g, '#000')
    .replace(/<(path|polygon|polyline|rect|ellipse)(?![^>]*\bstroke=)/g, '<$1 stroke="#000"')
    .replace(/<g([^>]*class="[^"]*\bfing\b)/g, '<g font-weight="bold"$1')
    .replace(/<g([^>]*class="[^"]*\bdir\b)/g, '<g font-style="italic"$1');
}

/** A run of a picture's words, with the face it asks for. */
function inSpan({ words, set }: Run): string {
  return set === 'own' ? words : `<tspan font-family="Set in ${set}">${words}</tspan>`;
}
