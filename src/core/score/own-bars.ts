import { TICKS_PER_BEAT, type NoteValue, type TimedNote, type WrittenPiece } from '../bowing/index.ts';

/** Where a bar begins and how long it lasts, ticks. */
export interface BarSpan {
  readonly onset: number;
  readonly length: number;
}

const TYPES = ['whole', 'half', 'quarter', 'eighth', '16th', '32nd', '64th'] as const;
const TUPLETS = [
  undefined,
  { actual: 3, normal: 2 },
  { actual: 5, normal: 4 },
  { actual: 6, normal: 4 },
  { actual: 7, normal: 4 },
] as const;

/** Every length one note value stands for, ticks; plain ones before tuplets. */
const VALUES: readonly { readonly ticks: number; readonly value: NoteValue }[] = TUPLETS.flatMap((tuplet) =>
  TYPES.flatMap((type, k) =>
    [0, 1, 2].map((dots) => {
      const plain = (4 * TICKS_PER_BEAT) / 2 ** k;
      const share = tuplet ? tuplet.normal / tuplet.actual : 1;
      return { ticks: plain * (2 - 0.5 ** dots) * share, value: { type, dots, ...(tuplet ? { tuplet } : {}) } };
    }),
  ),
);

/** Ticks that are no difference: times come rounded to a millionth of a quarter. */
const NOTHING = 2;

/**
 * Notes and silences cut at given bars into pieces that can be written, ties between them: one value
 * where one stands for the whole, otherwise the longest plain ones that fit.
 */
export function piecesInBars(timed: readonly TimedNote[], spans: readonly BarSpan[]): WrittenPiece[][] {
  const bars: WrittenPiece[][] = spans.map(() => []);
  for (const { at, again, onset, length } of timed) {
    const first = spans.findLastIndex((span) => span.onset <= onset + NOTHING);
    if (length <= 0) {
      const value: NoteValue = { type: 'eighth', dots: 0 };
      bars[first]?.push({ at, again, onset, length: 0, value, tiedFrom: false, tiedTo: false, grace: true });
      continue;
    }
    const cuts: { bar: number; onset: number; length: number; value: NoteValue }[] = [];
    let now = onset;
    for (let bar = Math.max(0, first); now < onset + length - NOTHING; bar += 1) {
      const span = spans[bar];
      const end = span && bar < spans.length - 1 ? Math.min(onset + length, span.onset + span.length) : onset + length;
      for (const piece of valuesOf(end - now)) {
        cuts.push({ bar: Math.min(bar, spans.length - 1), onset: now, ...piece });
        now += piece.length;
      }
      now = end;
    }
    cuts.forEach(({ bar, ...piece }, k) => {
      bars[bar]?.push({ at, again, ...piece, tiedFrom: k > 0, tiedTo: k < cuts.length - 1 });
    });
  }
  return bars;
}

/** The values that together last so many ticks. */
function valuesOf(ticks: number): { length: number; value: NoteValue }[] {
  const list: { length: number; value: NoteValue }[] = [];
  let left = ticks;
  while (left > NOTHING) {
    const exact = VALUES.find((one) => Math.abs(one.ticks - left) <= NOTHING);
    const fitting =
      exact ??
      VALUES.filter(({ ticks: long, value }) => !value.tuplet && long <= left).toSorted((a, b) => b.ticks - a.ticks)[0];
    const value = fitting?.value ?? { type: '64th' as const, dots: 0 };
    const length = exact || !fitting ? left : fitting.ticks;
    list.push({ length, value });
    left -= length;
  }
  return list;
}
