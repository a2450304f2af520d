import { describe, expect, it } from 'vitest';
import { DEMO_PASSAGES } from '../../../demo/passages.ts';
import type { Choices } from './choices.ts';
import { keyOf } from './kept-ways.ts';

const SCALE: Choices = { instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3' };

describe('what a first way is kept under', () => {
  it('is the address of a study that has one, whatever the order of its choices', () => {
    expect(keyOf(SCALE)).toBe('instrument=violin&tonic=A&start=A3&octaves=3');
    expect(keyOf({ start: 'A3', octaves: 3, tonic: 'A', instrument: 'violin' })).toBe(keyOf(SCALE));
  });

  it('differs for whatever makes another study: choices an address lacks, a line of the book, kept fingers, music', () => {
    const passages: readonly Choices[] = DEMO_PASSAGES;
    const keys = [
      keyOf(SCALE),
      keyOf({ ...SCALE, ways: 3 }),
      keyOf(SCALE, 'G 0123'),
      keyOf(SCALE, undefined, [{ string: 'G', finger: 1 }]),
      ...passages.map((one) => keyOf(one)),
      // The scale in whose words a passage is described is another study than the passage.
      ...passages.map(({ music: _, ...scale }) => keyOf(scale)),
    ];
    expect(new Set(keys).size).toBe(keys.length);
  });
});
