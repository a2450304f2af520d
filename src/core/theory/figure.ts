/** The figures a study can take over the ladder of its notes. */
export const FIGURES = [
  'scale',
  'arpeggio',
  'broken-thirds',
  'groups-of-three',
  'groups-of-four',
  'arpeggio-series',
  'key-set',
  'octaves-joined',
] as const;

export type FigureId = (typeof FIGURES)[number];

export const FIGURE_NAMES: Record<FigureId, string> = {
  scale: 'scale',
  arpeggio: 'arpeggio',
  'broken-thirds': 'broken thirds',
  'groups-of-three': 'groups of three',
  'groups-of-four': 'groups of four',
  'arpeggio-series': 'arpeggio series',
  'key-set': 'scale, arpeggio and thirds',
  'octaves-joined': 'octaves apart, then joined',
};

/** True for figures made of several studies one after the other. */
export function isSeries(figure: FigureId): boolean {
  return figure === 'arpeggio-series' || figure === 'key-set' || figure === 'octaves-joined';
}

/**
 * The rungs of the ladder a figure touches on the way up, as indices, lowest rung 0.
 * `top` is the index of the highest rung. The way down is the same read backwards.
 *
 * Broken thirds go `1 3 2 4 … 6 8`, groups of three `1 2 3, 2 3 4 …`; both stay within the range.
 */
export function rungsUp(figure: FigureId, top: number): number[] {
  switch (figure) {
    case 'scale':
    case 'arpeggio':
    case 'arpeggio-series':
    case 'key-set':
    case 'octaves-joined':
      return Array.from({ length: top + 1 }, (_, rung) => rung);
    case 'broken-thirds':
      return sliding(top, [0, 2]);
    case 'groups-of-three':
      return sliding(top, [0, 1, 2]);
    case 'groups-of-four':
      return sliding(top, [0, 1, 2, 3]);
  }
}

function sliding(top: number, cell: readonly number[]): number[] {
  const reach = Math.max(...cell);
  const rungs: number[] = [];
  for (let start = 0; start + reach <= top; start += 1) {
    for (const step of cell) rungs.push(start + step);
  }
  return rungs;
}
