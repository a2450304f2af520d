import { describe, expect, it } from 'vitest';
import { growth, scatter } from './chart-options.ts';

describe('the words a chart shows over a mark', () => {
  // A name is a teacher's: drawn as text, never handed to the page as markup.
  it('are drawn, not written into the page', () => {
    const named = scatter(
      ['Grade 1'],
      [{ name: 'x', symbol: 'pin', points: [[1, 1, '<img src=x onerror=alert(1)>']] }],
      '',
    );
    const fitted = { model: { kind: 'too-small', words: '' }, points: [], unplayable: [] } as never;
    for (const { tooltip } of [named, growth(['Grade 1'], fitted)]) {
      expect(tooltip).toMatchObject({ renderMode: 'richText' });
    }
  });
});
