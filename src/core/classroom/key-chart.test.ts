import { describe, expect, it } from 'vitest';
import { EngineMemory } from '../fingering/fingering.ts';
import { ClassAsk } from './class-ask.ts';
import { courseOf } from './course.ts';
import { keyChart } from './key-chart.ts';

const memory = new EngineMemory();
const ask = ClassAsk.parse({
  tonic: 'C',
  octaves: 1,
  sections: [
    { instrument: 'violin', level: 'first' },
    { instrument: 'viola', level: 'first' },
    { instrument: 'cello', level: 'first' },
    { instrument: 'bass', level: 'third' },
  ],
});

describe('keys against the sections', () => {
  const chart = [...keyChart(ask, memory)];

  it('counts the open strings of each key by the fifths the instruments are tuned in', () => {
    expect(chart).toHaveLength(12);
    const open = (tonic: string): number[] =>
      chart.find((row) => row.tonic === tonic)!.sections.map((one) => one.openStrings);
    // G D A E, C G D A and E A D G against the seven letters of each key.
    expect(open('G')).toEqual([4, 4, 4, 4]);
    expect(open('E')).toEqual([2, 1, 1, 2]);
    expect(open('F#')).toEqual([0, 0, 0, 0]);
    expect(open('Bb')).toEqual([3, 4, 4, 3]);
    expect(open('Ab')).toEqual([1, 2, 2, 1]);
  });

  it('says which keys suit all, and what stands against the others', () => {
    expect(chart.find(({ tonic }) => tonic === 'G')!.suits).toBe(true);
    const sharp = chart.find(({ tonic }) => tonic === 'F#')!;
    expect(sharp.suits).toBe(false);
    for (const { suits, sections } of chart) expect(suits).toBe(sections.every(({ against }) => against === undefined));
  });

  it('orders a course so that each week brings the least that is new, and says what', () => {
    const course = courseOf(ask, 5, memory);
    expect(course.map(({ week }) => week)).toEqual([1, 2, 3, 4, 5]);
    expect(new Set(course.map(({ tonic }) => tonic)).size).toBe(5);
    // By hand: no key asks a first position hand for less than its first.
    const news = (week: number): number => course[week]!.news.flatMap(({ clauses }) => clauses).length;
    const first = courseOf({ ...ask, tonic: 'A' }, 12, memory)[0]!;
    expect(course[0]!.tonic).toBe(first.tonic);
    const facts = new Map(chart.map((row) => [row.tonic, row.sections.reduce((sum, one) => sum + one.facts, 0)]));
    expect(facts.get(course[0]!.tonic)).toBe(Math.min(...facts.values()));
    // Of keys that ask equally little, the first in the order of the chart.
    expect(course[0]!.tonic).toBe(chart.find(({ tonic }) => facts.get(tonic) === facts.get(course[0]!.tonic))!.tonic);
    expect(news(1)).toBeGreaterThan(0);
    // What was told once is not told again.
    const told = course.flatMap(({ news: all }) =>
      all.flatMap(({ name, clauses }) => clauses.map((clause) => `${name}: ${clause}`)),
    );
    expect(new Set(told).size).toBe(told.length);
  });
});
