/** Papers a study is printed on: width and height in points, 72 to the inch. ISO 216; ANSI/ASME Y14.1. */
export const PAPER_SIZES = {
  A4: { width: 595.28, height: 841.89 },
  Letter: { width: 612, height: 792 },
} as const;

export type PaperSize = keyof typeof PAPER_SIZES;

/** Margin on every side, points: 14 mm. */
export const MARGIN = 39.7;
