import { describe, expect, it } from 'vitest';
import { pageAfter, pageWith, standStaff } from './stand-pages.ts';

describe('the music stand', () => {
  it('is large, larger for fewer notes, never higher than a line has room', () => {
    expect(standStaff(43, 1280, 740, 1)).toBeGreaterThanOrEqual(60);
    expect(standStaff(8, 1280, 740, 1)).toBeGreaterThan(standStaff(43, 1280, 740, 1));
    expect(standStaff(8, 1280, 740, 9) * 5).toBeLessThanOrEqual(740);
    expect(standStaff(43, 390, 780, 1)).toBeLessThanOrEqual(Math.round(780 / 5));
    expect(standStaff(43, 1280, 740, 0.01)).toBe(30);
  });

  it('turns between its first and its last page', () => {
    expect([pageAfter(0, -1, 3), pageAfter(0, 1, 3), pageAfter(2, 1, 3)]).toEqual([0, 1, 2]);
  });

  it('finds the page a note stands on, and no note whose name only begins alike', () => {
    const pages = ['<g id="n0"/><g id="n1"/>', '<g id="n12"/>'];
    expect(pageWith(pages, 'n12')).toBe(1);
    expect(pageWith(pages, 'n1')).toBe(0);
    expect(pageWith(pages, 'n2')).toBeUndefined();
  });
});
