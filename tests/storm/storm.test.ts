import { describe, expect, it } from 'vitest';
import { storm } from './storm.ts';

describe('a short storm', () => {
  it('breaks nothing: whatever is thrown at it is taken, or refused in words', async () => {
    const weather = await storm(1_200, 5);
    for (const { name, broke } of weather)
      expect(
        broke.map(({ why, input }) => `${why}\n${input}`),
        name,
      ).toEqual([]);
    expect(weather.reduce((sum, { refused }) => sum + refused, 0)).toBeGreaterThan(300);
    for (const { tried, refused } of weather) expect(refused).toBeLessThan(tried);
  });
});
