declare module 'svg-to-pdfkit' {
  /** Draws an SVG text into a PDF document at a place, in points. */
  export default function drawSvg(
    doc: PDFKit.PDFDocument,
    svg: string,
    x: number,
    y: number,
    options?: Readonly<Record<string, unknown>>,
  ): void;
}

declare module '*.ttf?url' {
  const url: string;
  export default url;
}

declare module 'pdfkit/output' {
  /** Everything a document writes, when it has ended. */
  export function toBytes(document: PDFKit.PDFDocument): Promise<Uint8Array>;
}

declare module 'fontkit' {
  /** Reads a font from its bytes; as much of it as the tests ask. */
  export function create(bytes: Uint8Array): { hasGlyphForCodePoint(code: number): boolean };
}
