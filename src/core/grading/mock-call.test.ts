import { describe, expect, it } from 'vitest';
import { drawCalls, drawSlur, type Went } from './mock-call.ts';
import { EIGHT_GRADES } from './shipped/eight-grades.ts';
import { asksOf } from './syllabus.ts';

const asks = asksOf(EIGHT_GRADES.sections[0]!).filter(({ grade }) => grade === 2);

/** Numbers from 0 up to 1 in a fixed row: the minimal standard generator of Park and Miller (1988). */
function row(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 48_271) % 2_147_483_647;
    return (state - 1) / 2_147_483_646;
  };
}

describe('a mock call', () => {
  it('draws what is there, none twice', () => {
    const drawn = drawCalls(asks, 6, () => undefined, row(1));
    expect(new Set(drawn).size).toBe(6);
    expect(drawCalls(asks, 99, () => undefined, row(2))).toHaveLength(asks.length);
    for (const ask of asks) expect(ask.item.slurs).toContain(drawSlur(ask, row(3)));
  });

  it('draws what went wrong about five times as often as what went right', () => {
    const weak = asks[3]!;
    const firm = asks[4]!;
    const went = (ask: (typeof asks)[number]): Went => (ask === weak ? 'missed' : 'right');
    const chance = row(4);
    let weakDrawn = 0;
    let firmDrawn = 0;
    for (let k = 0; k < 3000; k += 1) {
      const [first] = drawCalls(asks, 1, went, chance);
      if (first === weak) weakDrawn += 1;
      if (first === firm) firmDrawn += 1;
    }
    expect(weakDrawn / firmDrawn).toBeGreaterThan(4);
    expect(weakDrawn / firmDrawn).toBeLessThan(6.5);
  });
});
