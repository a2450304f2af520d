import { describe, expect, it } from 'vitest';
import type { FingeredNote } from '../fingering/fingering.ts';
import { CELLO } from '../instruments/cello.ts';
import { VIOLIN } from '../instruments/violin.ts';
import { thumbSentence } from './thumb.ts';

function at(hand: number, thumb = false): FingeredNote {
  return { at: 0, string: 'A', finger: 1, stop: hand, hand, position: '', reach: 'none', thumb };
}

// Common practice, no source: the thumb comes round where the neck ends, not before and not after.
describe('the thumb in a shift', () => {
  it('comes round exactly at the end of the neck, and goes back there', () => {
    const end = VIOLIN.neckEnd;
    expect(thumbSentence(VIOLIN, at(end - 1), at(end))).toBe(VIOLIN.thumbAtNeckEnd.rising);
    expect(thumbSentence(VIOLIN, at(end), at(end - 1))).toBe(VIOLIN.thumbAtNeckEnd.falling);
    for (const [from, to] of [
      [2, end - 1],
      [end - 1, 2],
      [end, end + 3],
      [end + 3, end],
    ] as const)
      expect(thumbSentence(VIOLIN, at(from), at(to))).toBeUndefined();
  });

  it('lies across the strings in thumb position alone', () => {
    expect(thumbSentence(CELLO, at(8), at(12, true))).toMatch(/comes out from behind the neck/);
    expect(thumbSentence(CELLO, at(12, true), at(14, true))).toMatch(/stays across the strings/);
    expect(thumbSentence(CELLO, at(12, true), at(8))).toMatch(/goes back behind the neck/);
  });
});
