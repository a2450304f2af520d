import { describe, expect, it } from 'vitest';
import type { LoggedAttempt } from '../../../core/practice/pupil.ts';
import { progress, weeksOf } from './progress-options.ts';

const tried = (date: string, bpm: number, result: LoggedAttempt['result'], seconds = 60): LoggedAttempt => ({
  id: `${date}-${bpm}-${result}`,
  pupil: 'nele',
  study: 'a',
  rung: 'tempo',
  date,
  bpm,
  result,
  seconds,
});

describe('practice over the weeks', () => {
  // 2 March 2026 is a Monday.
  const tries = [
    tried('2026-03-01', 40, 'clean'),
    tried('2026-03-02', 50, 'clean'),
    tried('2026-03-08', 60, 'missed', 180),
  ];

  it('counts from Monday to Sunday: minutes, clean tries, the quickest clean tempo', () => {
    expect(weeksOf(tries, ['a', 'b'], '2026-03-10')).toEqual([
      { monday: '2026-02-23', minutes: 1, tries: 1, clean: 1, bpm: [40, undefined] },
      { monday: '2026-03-02', minutes: 4, tries: 2, clean: 1, bpm: [50, undefined] },
      { monday: '2026-03-09', minutes: 0, tries: 0, clean: 0, bpm: [undefined, undefined] },
    ]);
    expect(weeksOf(tries, [], '2026-03-10', 2)).toHaveLength(2);
  });

  it('tells lines apart without colour', () => {
    const { series } = progress(weeksOf(tries, ['a', 'b'], '2026-03-10'), ['A', 'B']) as {
      series: { type: string; symbol?: string; lineStyle?: { type: string; color: string } }[];
    };
    const lines = series.filter(({ type }) => type === 'line');
    expect(new Set(lines.map(({ symbol, lineStyle }) => `${symbol} ${lineStyle?.type}`)).size).toBe(2);
    expect(new Set(lines.map(({ lineStyle }) => lineStyle?.color)).size).toBe(1);
  });
});
