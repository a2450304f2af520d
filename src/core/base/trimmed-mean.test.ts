import { describe, expect, it } from 'vitest';
import { trimmedMean } from './trimmed-mean.ts';

describe('a trimmed mean', () => {
  it('leaves out as many of the lowest as of the highest', () => {
    expect(trimmedMean([100, 2, 0, 4, 3], 0.2)).toBe(3);
    expect(trimmedMean([-50, 1, 2, 3, 4, 5, 6, 7, 8, 90], 0.2)).toBe(4.5);
  });

  it('is the mean where there is too little to leave out, and 0 of nothing', () => {
    expect(trimmedMean([1, 2, 6], 0.2)).toBe(3);
    expect(trimmedMean([], 0.2)).toBe(0);
  });
});
