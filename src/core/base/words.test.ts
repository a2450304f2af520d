import { describe, expect, it } from 'vitest';
import { capital, counted, listed, plural, sentence, sizeWords, spelled, spelledCount } from './words.ts';

describe('words', () => {
  it('lists as a sentence does', () => {
    expect(listed([])).toBe('');
    expect(listed(['G'])).toBe('G');
    expect(listed(['G', 'D'])).toBe('G and D');
    expect(listed(['G', 'D', 'A'])).toBe('G, D and A');
    expect(listed([1, 2, 4], 'or')).toBe('1, 2 or 4');
  });

  it('counts one and more apart; nothing counts as more', () => {
    expect([0, 1, 2].map((count) => counted(count, 'study', 'studies'))).toEqual(['0 studies', '1 study', '2 studies']);
    expect(plural(1, 'is', 'are')).toBe('is');
    expect([0, 1, 12, 13].map(spelled)).toEqual(['no', 'one', 'twelve', '13']);
    expect([1, 5].map((count) => spelledCount(count, 'half step'))).toEqual(['one half step', 'five half steps']);
  });

  it('lists and counts by the rules of English (Unicode CLDR, as Intl has them)', () => {
    const notes = ['G', 'D', 'A', 'E', 'C'];
    for (const [joined, type] of [
      ['and', 'conjunction'],
      ['or', 'disjunction'],
    ] as const) {
      const list = new Intl.ListFormat('en-GB', { type });
      for (let length = 0; length <= notes.length; length += 1)
        expect(listed(notes.slice(0, length), joined)).toBe(list.format(notes.slice(0, length)));
    }
    const rules = new Intl.PluralRules('en-GB');
    for (const count of [0, 0.5, 1, 1.5, 2, 3, 11, 21, 101])
      expect(plural(count, 'one', 'other')).toBe(rules.select(count));
  });

  it('says how large a file is', () => {
    expect([2_640_000, 26_400_000, 800, 0].map(sizeWords)).toEqual(['2.6 MB', '26.4 MB', '0.1 MB', '0.1 MB']);
  });

  it('begins sentences with a large letter', () => {
    expect(capital('')).toBe('');
    expect(sentence('the thumb travels')).toBe('The thumb travels.');
  });
});
