import { describe, expect, it } from 'vitest';
import { AS_RATIOS, IN_CENTS, withRatios } from './engraver-scale.ts';

/** The tones of a scale file, cents: after its name and their number a line each, with a point a number of cents, else a ratio. */
function tones(text: string): number[] {
  const [, many, ...lines] = text.split('\n').filter((line) => !line.startsWith('!'));
  return lines.slice(0, Number(many)).map((line) => {
    if (line.includes('.')) return Number(line);
    const [above = NaN, below = NaN] = line.split('/').map(Number);
    return 1200 * Math.log2(above / below);
  });
}

describe('the scale the engraver reads', () => {
  it('is that of twelve equal steps in both its texts', () => {
    const equal = Array.from({ length: 12 }, (_, step) => 100 * (step + 1));
    expect(tones(IN_CENTS)).toEqual(equal);
    tones(AS_RATIOS).forEach((cents, step) => expect(Math.abs(cents - equal[step]!)).toBeLessThan(1e-9));
    expect(tones(AS_RATIOS)).toHaveLength(12);
  });

  it('has no point in its ratios, and numbers that fit 32 bits', () => {
    expect(AS_RATIOS).not.toContain('.');
    for (const [whole] of AS_RATIOS.matchAll(/\d+/g)) expect(Number(whole)).toBeLessThan(2 ** 31);
  });

  it('is put in the place of the other, and nothing else is moved', () => {
    const before = Buffer.from(`\0asm before\0${IN_CENTS}\0after`);
    const after = Buffer.from(withRatios(before) ?? []);
    expect(after.toString()).toBe(`\0asm before\0${AS_RATIOS}\0after`);
    expect(before.toString()).toContain(IN_CENTS);
  });

  it('is left alone where it is not found, or found twice', () => {
    expect(withRatios(Buffer.from('another program'))).toBeUndefined();
    expect(withRatios(Buffer.from(`${IN_CENTS}${IN_CENTS}`))).toBeUndefined();
  });
});
