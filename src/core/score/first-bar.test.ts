import { describe, expect, it } from 'vitest';
import type { RecipeInput } from '../recipe/recipe.ts';
import { playable } from '../study/playable.ts';
import { printed } from '../theory/pitch.ts';
import { firstBarOf } from './first-bar.ts';
import type { ScoreBar } from './score.ts';

function first(input: RecipeInput): readonly ScoreBar[] {
  const { ways, ...study } = playable({ ...input, ways: 1 });
  return firstBarOf({ title: '', ...study, way: ways[0]! }).parts[0]!.bars;
}

const names = (bars: readonly ScoreBar[]): string[] =>
  bars.map((bar) => bar.notes.map(({ pitch }) => printed(pitch.name)).join(' '));

describe('the first bar of a study', () => {
  const G = { instrument: 'violin', tonic: 'G', start: 'G3', octaves: 2 } as const;

  it('holds the notes of one bar and nothing but notes', () => {
    const bars = first({ ...G, bowing: { slur: 2, perBeat: 2 } });
    expect(names(bars)).toEqual(['G3 A3 B3 C4 D4 E4 F♯4 G4']);
    expect(bars[0]!.opening).toBeUndefined();
    expect(bars[0]!.ends).toBe(false);
    for (const note of bars[0]!.notes) {
      expect([note.finger, note.bow, note.under, note.directions]).toEqual([undefined, undefined, [], []]);
    }
  });

  it('takes the bar after a pick-up along', () => {
    expect(names(first({ ...G, bowing: { perBeat: 1, pickup: 1 } }))).toEqual(['G3', 'A3 B3 C4 D4']);
  });

  it('leaves no slur hanging over its end', () => {
    const slurs = (slur: number): string =>
      first({ ...G, bowing: { slur, perBeat: 2 } })
        .flatMap((bar) => bar.notes)
        .map((note) => `${note.slur.stops ? ')' : ''}${note.slur.starts ? '(' : ''}`)
        .join('.');
    expect(slurs(4)).toBe('(...).(...)');
    expect(slurs(3)).toBe('(..).(..)..');
    expect(slurs(7)).toBe('(......).');
  });

  it('leaves no tie hanging over its end', () => {
    const bar = (number: string, onset: number) => ({
      number,
      onset,
      length: 4,
      metre: { beats: 4, unit: 4 },
      fifths: 0,
    });
    const bars = first({
      instrument: 'violin',
      tonic: 'C',
      music: {
        title: 'Over the bar',
        bars: [bar('1', 0), bar('2', 4)],
        notes: [
          { pitch: 'C4', onset: 0, length: 1.5, bar: 0 },
          { pitch: 'D4', onset: 1.5, length: 4.5, bar: 0 },
        ],
      },
    });
    const notes = bars.flatMap((bar) => bar.notes);
    expect(notes.slice(0, -1).some(({ tiedTo }) => tiedTo)).toBe(true);
    expect(notes.at(-1)!.tiedTo).toBe(false);
  });
});
