import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenStarts } from './even-lines.ts';

/** Every way to cut bars into lines: the numbers of the bars that begin one after the first. */
function everyCut(bars: number): number[][] {
  return Array.from({ length: 2 ** Math.max(0, bars - 1) }, (_, cuts) =>
    Array.from({ length: bars - 1 }, (__, k) => k + 1).filter((bar) => cuts & (1 << (bar - 1))),
  );
}

function linesOf(widths: readonly number[], starts: readonly number[]): number[][] {
  return [0, ...starts].map((from, k) => widths.slice(from, starts[k]));
}

const sum = (line: readonly number[]): number => line.reduce((total, width) => total + width, 0);
const fits = (line: readonly number[], room: number): boolean => line.length === 1 || sum(line) <= room;
const unevenness = (lines: readonly number[][]): number => lines.reduce((total, line) => total + sum(line) ** 2, 0);

describe('even lines', () => {
  it('are the best of all there are: as few as may be, none too full, the most even', () => {
    const bars = fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 10 });
    fc.assert(
      fc.property(bars, fc.integer({ min: 3, max: 20 }), fc.integer({ min: 1, max: 4 }), (widths, room, atLeast) => {
        const possible = everyCut(widths.length)
          .map((starts) => linesOf(widths, starts))
          .filter((lines) => lines.every((line) => fits(line, room)))
          .filter((lines) => lines.length >= Math.min(atLeast, widths.length));
        const fewest = Math.min(...possible.map((lines) => lines.length));
        const best = Math.min(...possible.filter((lines) => lines.length === fewest).map(unevenness));
        const ours = linesOf(widths, evenStarts(widths, room, atLeast));
        expect(ours.flat()).toEqual(widths);
        expect(ours.filter((line) => !fits(line, room))).toEqual([]);
        expect(ours.length).toBe(fewest);
        expect(unevenness(ours)).toBe(best);
      }),
      { numRuns: 2000 },
    );
  });

  it('leave no bar over: seven bars where four fit are three and four', () => {
    const alike = (bars: number): number[] => Array.from({ length: bars }, () => 1);
    expect(evenStarts(alike(7), 4)).toEqual([3]);
    expect(evenStarts(alike(9), 4)).toEqual([3, 6]);
    expect(evenStarts(alike(3), 9)).toEqual([]);
    expect(evenStarts([], 9)).toEqual([]);
  });

  it('give a bar wider than the page a line of its own', () => {
    expect(evenStarts([1, 12, 1], 5)).toEqual([1, 2]);
  });
});
