import { describe, expect, it } from 'vitest';
import { groupWords, slurWords } from './group-words.ts';

describe('the words for notes in one bow', () => {
  it.each([
    [1, 'separate bows', 'separate bows'],
    [4, 'fours', 'slurs in fours'],
    [21, 'bows of 21', 'slurs of 21'],
  ])('%i: %s, %s', (count, group, slur) => {
    expect(groupWords(count)).toBe(group);
    expect(slurWords(count)).toBe(slur);
  });
});
