import { describe, expect, it } from 'vitest';
import { pageAfter, pageWith } from './stand-pages.ts';

describe('the music stand', () => {
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
