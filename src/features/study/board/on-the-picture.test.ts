import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { pauseInEdits } from '../pause-in-edits.ts';
import { apart, LABEL_LINE } from './labels.ts';
import { isSelected, rangeOf, selectTo } from '../selection.ts';

describe('labels that are kept apart', () => {
  const LETTER = 6;
  const labels = fc.array(
    fc.record({
      words: fc.string({ minLength: 1, maxLength: 12 }),
      x: fc.integer({ min: 0, max: 300 }),
      y: fc.constantFrom(20, 26, 40),
    }),
    { maxLength: 12 },
  );

  it('never stand in one another, and only move the way they are told', () => {
    fc.assert(
      fc.property(labels, fc.constantFrom(-LABEL_LINE, LABEL_LINE, -4), (given, away) => {
        const placed = apart(given, LETTER, away);
        expect(placed).toHaveLength(given.length);
        for (const [k, one] of placed.entries()) {
          const before = given.filter(({ words, x }) => words === one.words && x === one.x).map(({ y }) => y);
          expect(before.some((y) => (one.y - y) * Math.sign(away) >= 0 && (one.y - y) % away === 0)).toBe(true);
          for (const other of placed.slice(k + 1)) {
            const beside =
              one.x + one.words.length * LETTER <= other.x || other.x + other.words.length * LETTER <= one.x;
            expect(beside || Math.abs(one.y - other.y) >= LABEL_LINE).toBe(true);
          }
        }
      }),
    );
  });

  it('stay where they are when nothing is in their way', () => {
    const given = [
      { words: '1st', x: 0, y: 20 },
      { words: '3rd', x: 40, y: 20 },
      { words: '5th', x: 45, y: 40 },
    ];
    expect(apart(given, LETTER, -LABEL_LINE)).toEqual(given);
    expect(apart([given[0]!, { ...given[1]!, x: 10 }], LETTER, -LABEL_LINE)[1]).toMatchObject({ y: 20 - LABEL_LINE });
  });
});

describe('the notes chosen on the score', () => {
  it('are a run from where the choosing began to where it has come', () => {
    const moves = fc.array(fc.record({ to: fc.integer({ min: -5, max: 60 }), extend: fc.boolean() }), { minLength: 1 });
    fc.assert(
      fc.property(moves, fc.integer({ min: 1, max: 43 }), (steps, count) => {
        let chosen = undefined as ReturnType<typeof selectTo> | undefined;
        for (const { to, extend } of steps) {
          const before = chosen;
          chosen = selectTo(chosen, to, extend, count);
          expect(chosen.head).toBe(Math.max(0, Math.min(count - 1, to)));
          expect(chosen.anchor).toBe(extend && before ? before.anchor : chosen.head);
        }
        const [from, to] = rangeOf(chosen!);
        const all = Array.from({ length: count }, (_, at) => at);
        expect(all.filter((at) => isSelected(chosen, at))).toEqual(all.slice(from, to + 1));
      }),
    );
    expect(isSelected(undefined, 0)).toBe(false);
  });
});

describe('a calm moment', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('comes when a choice has stood for a while', async () => {
    let come = false;
    void pauseInEdits(new AbortController().signal).then(() => (come = true));
    await vi.advanceTimersByTimeAsync(149);
    expect(come).toBe(false);
    await vi.advanceTimersByTimeAsync(1);
    expect(come).toBe(true);
  });

  it('does not come when it has been left for another', async () => {
    const left = new AbortController();
    const waiting = pauseInEdits(left.signal);
    const told = expect(waiting).rejects.toThrow('Left for another choice.');
    left.abort();
    await vi.advanceTimersByTimeAsync(1000);
    await told;
    expect(vi.getTimerCount()).toBe(0);
  });
});
