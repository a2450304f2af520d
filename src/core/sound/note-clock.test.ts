import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { momentAt, noteAt, secondsTo } from './note-clock.ts';
import type { SoundPlan } from './sound-plan.ts';

/** A plan of strokes of given lengths after a count-in, in seconds. */
function planOf(begins: number, lengths: readonly number[]): SoundPlan {
  let time = begins;
  const notes = lengths.map((length, at) => {
    const note = { at, time, length, hz: 440, loud: 1, joined: false };
    time += length;
    return note;
  });
  return { instrument: 'violin' as const, notes, clicks: [], begins, seconds: time };
}

const plans = fc
  .tuple(
    fc.double({ min: 0, max: 4, noNaN: true }),
    fc.array(fc.double({ min: 0.05, max: 3, noNaN: true }), { minLength: 1 }),
  )
  .map(([begins, lengths]) => planOf(begins, lengths));

describe('the clock of the notes', () => {
  it('tells the note that sounds, none in the count-in, none at the end', () => {
    const plan = planOf(2, [1, 0.5, 0.5]);
    const told = [0, 1.99, 2, 2.99, 3, 3.49, 3.5, 3.99, 4].map((second) => noteAt(plan, second)?.at);
    expect(told).toEqual([undefined, undefined, 0, 0, 1, 1, 2, 2, undefined]);
  });

  it('begins again after the count-in, as often as asked', () => {
    const plan = planOf(2, [1, 0.5, 0.5]);
    expect(momentAt(plan, 3.9, true)).toEqual({ pass: 0, within: 3.9 });
    expect(momentAt(plan, 4, true)).toEqual({ pass: 1, within: 2 });
    expect(momentAt(plan, 9.25, true)).toEqual({ pass: 3, within: 3.25 });
    expect(momentAt(plan, 9.25, false)).toEqual({ pass: 0, within: 9.25 });
  });

  it('agrees with walking the notes one by one', () => {
    fc.assert(
      fc.property(plans, fc.double({ min: -1, max: 300, noNaN: true }), (plan, second) => {
        const walked = plan.notes.filter(({ time }) => time <= second && second < plan.seconds).at(-1);
        expect(noteAt(plan, second)).toBe(walked);
      }),
    );
  });

  it('comes back to the second it was asked about', () => {
    fc.assert(
      fc.property(plans, fc.double({ min: 0, max: 300, noNaN: true }), (plan, second) => {
        const moment = momentAt(plan, second, true);
        expect(secondsTo(plan, moment)).toBeCloseTo(second, 6);
        expect(moment.within).toBeLessThan(plan.seconds + 1e-6);
      }),
    );
  });
});
