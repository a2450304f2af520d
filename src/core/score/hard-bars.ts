import { counted } from '../base/index.ts';
import { signatureOf } from '../theory/index.ts';
import type { ScoredStudy } from './scored-study.ts';

/** What is hard in one bar of music somebody else wrote, counted. */
export interface HardBar {
  /** Its first note. */
  readonly at: number;
  readonly shifts: number;
  /** Notes a finger reaches for out of the hand. */
  readonly reaches: number;
  readonly crossings: number;
  /** Notes that the signature does not have. */
  readonly accidentals: number;
}

/** So many of a kind in a bar are worth a word. From memory. */
const WORTH = { shifts: 1, reaches: 1, crossings: 6, accidentals: 3 } as const;

/** What is hard in each bar of a passage; nothing in a study, whose bars say nothing of it. */
export function hardBars({ recipe, way, passage }: ScoredStudy): HardBar[] {
  const { music } = recipe;
  if (!music) return [];
  const bars = new Map<number, HardBar>();
  let altered: ReadonlySet<string> = new Set();
  let set = -1;
  music.notes.forEach(({ bar }, at) => {
    for (let k = set + 1; k <= bar; k += 1) {
      const fifths = music.bars[k]?.fifths;
      if (fifths !== undefined) altered = new Set(signatureOf(fifths).altered);
      set = k;
    }
    const pitch = passage.notes[at]?.pitch;
    const sign = altered.has(`${pitch?.letter}#`) ? 1 : altered.has(`${pitch?.letter}b`) ? -1 : 0;
    const before = bars.get(bar) ?? { at, shifts: 0, reaches: 0, crossings: 0, accidentals: 0 };
    const count = (list: readonly { readonly to: number }[]): number => list.filter(({ to }) => to === at).length;
    bars.set(bar, {
      at: before.at,
      shifts: before.shifts + count(way.shifts),
      reaches: before.reaches + ((way.fingers[at]?.reach ?? 'none') === 'none' ? 0 : 1),
      crossings: before.crossings + count(way.crossings),
      accidentals: before.accidentals + (pitch && pitch.alter !== sign ? 1 : 0),
    });
  });
  return [...bars.values()];
}

/** `2 shifts, 7 crossings`, by the first note of the bar it is said of; only what is worth a word. */
export function hardWords(study: ScoredStudy): ReadonlyMap<number, string> {
  return new Map(
    hardBars(study).flatMap(({ at, shifts, reaches, crossings, accidentals }): [number, string][] => {
      const words = [
        shifts >= WORTH.shifts ? counted(shifts, 'shift') : '',
        reaches >= WORTH.reaches ? counted(reaches, 'reach', 'reaches') : '',
        crossings >= WORTH.crossings ? counted(crossings, 'crossing') : '',
        accidentals >= WORTH.accidentals ? counted(accidentals, 'accidental') : '',
      ].filter((one) => one !== '');
      return words.length > 0 ? [[at, words.join(', ')]] : [];
    }),
  );
}
