import { describe, expect, it } from 'vitest';
import type { FingeredNote } from '../fingering/fingering.ts';
import { VIOLIN_FRAMES } from '../instruments/violin.ts';
import { guideOf, replacementOf } from './guide.ts';

function note(string: string, finger: FingeredNote['finger'], stop: number, hand: number): FingeredNote {
  return { at: 0, string, finger, stop, hand, position: '', reach: 'none', thumb: false };
}

// Common practice, no source: the lower of the two fingers lies on the string before and after, and leads.
describe('what leads a shift', () => {
  it('is the lower finger, wherever it goes: up from the third onto the first, down from the first onto the third', () => {
    const up = guideOf(VIOLIN_FRAMES, note('A', 3, 5, 2), note('A', 1, 5, 5));
    expect(up).toEqual({ finger: 1, from: 2, to: 5 });
    const down = guideOf(VIOLIN_FRAMES, note('A', 1, 5, 5), note('A', 3, 5, 2));
    expect(down).toEqual({ finger: 1, from: 5, to: 2 });
  });

  it('is the finger itself where one slides, and none where the bow crosses or a string is open', () => {
    expect(guideOf(VIOLIN_FRAMES, note('E', 2, 4, 2), note('E', 2, 5, 3))).toEqual({ finger: 2, from: 4, to: 5 });
    expect(guideOf(VIOLIN_FRAMES, note('D', 3, 5, 2), note('A', 1, 5, 5))).toBeUndefined();
    expect(guideOf(VIOLIN_FRAMES, note('A', 0, 0, 2), note('A', 1, 5, 5))).toBeUndefined();
  });

  it('takes the place of the finger that stood there', () => {
    expect(replacementOf(VIOLIN_FRAMES, note('A', 2, 3, 2), note('A', 1, 5, 5))).toEqual({
      finger: 1,
      replaces: 3,
      arrives: true,
    });
    expect(replacementOf(VIOLIN_FRAMES, note('E', 1, 5, 5), note('E', 2, 4, 2))).toEqual({
      finger: 3,
      replaces: 1,
      arrives: false,
    });
  });
});
