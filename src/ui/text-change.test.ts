import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changeOf } from './text-change.ts';

describe('the change from one text to another', () => {
  it('makes the one of the other, and touches nothing before or after it', () => {
    const text = fc.string({ unit: fc.constantFrom('a', 'b', '\n'), maxLength: 12 });
    fc.assert(
      fc.property(text, text, (before, after) => {
        const { from, to, insert } = changeOf(before, after);
        expect(before.slice(0, from) + insert + before.slice(to)).toBe(after);
        expect(from).toBeLessThanOrEqual(to);
        // What is left out of it could not be left out more.
        if (from < to && insert !== '') {
          expect(before[from]).not.toBe(insert[0]);
          expect(before[to - 1]).not.toBe(insert.at(-1));
        }
      }),
    );
    expect(changeOf('one two', 'one more two')).toEqual({ from: 4, to: 4, insert: 'more ' });
    expect(changeOf('same', 'same')).toEqual({ from: 4, to: 4, insert: '' });
  });
});
