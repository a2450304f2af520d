import { describe, expect, it } from 'vitest';
import {
  daysToTarget,
  loweredFrom,
  raisedFrom,
  stepsTo,
  tempoAfter,
  TempoRule,
  USUAL_TEMPO_RULE,
} from './tempo-steps.ts';

const rule = USUAL_TEMPO_RULE;
const tries = (...said: string[]) =>
  said.map((one) => {
    const [result, bpm] = one.split(' ');
    return { result: result as 'clean' | 'shaky' | 'missed', bpm: Number(bpm), date: '2026-03-02' };
  });

describe('tempo steps', () => {
  it('begins at sixty per cent, and goes up by five after three clean times in a row', () => {
    expect(tempoAfter(80, [], rule)).toEqual({ bpm: 48, clean: 0, missed: 0, raised: 0, reached: false });
    expect(tempoAfter(80, tries('clean 48', 'clean 48'), rule)).toMatchObject({ bpm: 48, clean: 2 });
    expect(tempoAfter(80, tries('clean 48', 'clean 48', 'clean 48'), rule)).toMatchObject({
      bpm: 50,
      clean: 0,
      raised: 1,
    });
    expect(tempoAfter(80, tries('clean 48', 'shaky 48', 'clean 48', 'clean 48'), rule)).toMatchObject({
      bpm: 48,
      clean: 2,
    });
  });

  it('goes down by eight per cent after a miss, and a slower try counts for nothing', () => {
    expect(tempoAfter(100, tries('missed 60'), rule)).toMatchObject({ bpm: 55, clean: 0 });
    expect(tempoAfter(100, tries('clean 59', 'clean 59', 'clean 59'), rule)).toMatchObject({ bpm: 60, clean: 0 });
  });

  it('waits for as many misses as are asked, with no clean time between, and never falls far under where it began', () => {
    const two = TempoRule.parse({ afterMissed: 2 });
    expect(tempoAfter(100, tries('missed 60', 'clean 60', 'missed 60'), two).bpm).toBe(60);
    expect(tempoAfter(100, tries('missed 60', 'missed 60'), two).bpm).toBe(55);
    expect(tempoAfter(100, tries(...Array.from({ length: 9 }, () => 'missed 60')), rule).bpm).toBe(51);
  });

  it('reaches the tempo by clean times at it, and loses it by a miss', () => {
    const at = TempoRule.parse({ begin: 100 });
    expect(tempoAfter(80, tries('clean 80', 'clean 80'), at).reached).toBe(false);
    expect(tempoAfter(80, tries('clean 80', 'clean 82', 'clean 80'), at).reached).toBe(true);
    expect(tempoAfter(80, tries('clean 80', 'clean 80', 'clean 80', 'missed 80'), at).reached).toBe(false);
  });

  it('never steps past the tempo to reach, nor stands still at slow tempi', () => {
    expect(raisedFrom(78, 80, rule)).toBe(80);
    expect(raisedFrom(8, 80, rule)).toBe(9);
    expect(loweredFrom(8, rule)).toBe(8);
    expect(loweredFrom(40, rule)).toBe(37);
    // 76 → 80, then the clean times at 80 itself.
    expect(stepsTo(76, 80, rule)).toBe(2);
  });

  it('tells the days that are left from the pace of the log, with a range', () => {
    const plain = daysToTarget(80, [], '2026-03-02', rule);
    expect(plain.least).toBeLessThan(plain.likely);
    expect(plain.likely).toBeLessThan(plain.most);
    // Twelve steps at two in three days: eighteen days.
    expect([stepsTo(48, 80, rule), plain.likely]).toEqual([12, 18]);
    const quick = daysToTarget(
      80,
      tries(...Array.from({ length: 9 }, (_, k) => `clean ${[48, 50, 53][Math.floor(k / 3)]}`)),
      '2026-03-02',
      rule,
    );
    expect(quick.likely).toBeLessThan(plain.likely);
    expect(
      daysToTarget(80, tries('clean 80', 'clean 80', 'clean 80'), '2026-03-02', TempoRule.parse({ begin: 100 })).most,
    ).toBe(0);
  });
});
