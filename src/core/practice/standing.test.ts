import { describe, expect, it } from 'vitest';
import type { Attempt } from './attempt.ts';
import { rung } from './invented.fixture.ts';
import { review, sureOn } from './review.ts';
import { standingOf } from './standing.ts';

const rungs = [rung('plucked'), rung('whole', { clean: 3 })];
const tried = (rungId: string, results: string, date = '2026-03-02', bpm = 60): Attempt[] =>
  [...results].map((one) => ({
    study: 'a',
    rung: rungId,
    date,
    bpm,
    result: one === 'c' ? 'clean' : one === 's' ? 'shaky' : 'missed',
  }));

describe('where a study stands', () => {
  it('passes a rung by clean times in a row', () => {
    expect(standingOf(rungs, []).next?.id).toBe('plucked');
    expect(standingOf(rungs, tried('plucked', 'csc')).next?.id).toBe('plucked');
    expect(standingOf(rungs, tried('plucked', 'cscc')).next?.id).toBe('whole');
    expect(standingOf(rungs, tried('whole', 'cc')).clean).toBe(0);
    expect(standingOf(rungs, [...tried('plucked', 'cc'), ...tried('whole', 'cc')]).clean).toBe(2);
  });

  it('takes tries in the order of their days, whatever order they come in', () => {
    const late = tried('plucked', 'm', '2026-03-01');
    expect(standingOf(rungs, [...tried('plucked', 'cc', '2026-03-02'), ...late]).passed.has('plucked')).toBe(true);
  });

  it('passes nothing at much less than the tempo that was set', () => {
    expect(standingOf(rungs, tried('plucked', 'cc', '2026-03-02', 47)).passed.size).toBe(0);
    expect(standingOf(rungs, tried('plucked', 'cc', '2026-03-02', 48)).passed.size).toBe(1);
  });

  it('is kept once every rung is passed, and reviewed the sooner the worse it went', () => {
    const climbed = [...tried('plucked', 'cc'), ...tried('whole', 'ccc')];
    const stands = standingOf(rungs, climbed);
    expect(stands.stands).toBe(true);
    expect(stands.next).toBeUndefined();
    const [clean, missed] = ['c', 'm'].map(
      (result) => standingOf(rungs, [...climbed, ...tried('whole', result, '2026-03-06')]).review,
    );
    expect(clean!.due > missed!.due).toBe(true);
    expect(missed!.due > '2026-03-06').toBe(true);
    // Heard nine times in ten when it falls due, by what the scheduler promises.
    expect(sureOn(clean!, clean!.due)).toBeGreaterThan(0.87);
    expect(sureOn(clean!, clean!.due)).toBeLessThan(0.93);
  });

  it('takes no try of the day it was passed for a review', () => {
    const again = [{ date: '2026-03-02', result: 'missed' as const }];
    expect(review('2026-03-02', again)).toEqual(review('2026-03-02', []));
  });

  it('lets a rung that climbs be the last to pass', () => {
    const climbing = [rung('tempo', { climbs: true, bpm: 60 })];
    const steps = [36, 38, 40, 42, 44, 46, 48, 50, 53, 56, 59, 60];
    const tries = steps.flatMap((bpm) => tried('tempo', 'ccc', '2026-03-02', bpm));
    expect(standingOf(climbing, tries).stands).toBe(true);
    expect(standingOf(climbing, tries.slice(0, -1))).toMatchObject({ stands: false, bpm: 60, clean: 2 });
  });
});
