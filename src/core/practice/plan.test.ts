import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RESULTS, type Attempt } from './attempt.ts';
import { atLeast } from './chance.ts';
import { dayAfter, daysBetween, weekdayOf } from './day.ts';
import { minutesInTime } from './minutes-in-time.ts';
import { USUAL_TEMPO_RULE } from './tempo-steps.ts';
import { planned, rung } from './invented.fixture.ts';
import { planDays, type PlannedStudy } from './plan.ts';

const TODAY = '2026-03-09';

const drawnStudies: fc.Arbitrary<PlannedStudy[]> = fc
  .array(
    fc.record({
      seconds: fc.integer({ min: 5, max: 120 }),
      drills: fc.integer({ min: 0, max: 6 }),
      ago: fc.integer({ min: -5, max: 60 }),
      tries: fc.array(
        fc.record({
          rung: fc.constantFrom('plucked', 'shift-1', 'shift-2', 'whole', 'tempo'),
          ago: fc.integer({ min: 0, max: 50 }),
          bpm: fc.integer({ min: 30, max: 90 }),
          result: fc.constantFrom(...RESULTS),
        }),
        { maxLength: 40 },
      ),
    }),
    { minLength: 1, maxLength: 12 },
  )
  .map((list) =>
    list.map(({ seconds, drills, ago, tries }, k) =>
      planned(`s${k}`, {
        seconds,
        set: dayAfter(TODAY, -ago),
        rungs: [
          rung('plucked', { seconds }),
          ...Array.from({ length: drills }, (_, drill) => rung(`shift-${drill + 1}`, { strains: true, seconds: 30 })),
          rung('whole', { seconds }),
          rung('tempo', { climbs: true, bpm: 72, seconds }),
        ],
        tries: tries.map(({ ago: days, ...one }): Attempt => ({
          ...one,
          study: `s${k}`,
          date: dayAfter(TODAY, -days),
        })),
      }),
    ),
  );

const asked = fc.record({
  studies: drawnStudies,
  minutes: fc.integer({ min: 5, max: 90 }),
  restDays: fc.subarray([0, 1, 2, 3], { maxLength: 3 }),
  exam: fc.option(fc.integer({ min: 1, max: 60 }), { nil: undefined }),
});

describe('the plan', () => {
  it('keeps to its minutes, rests, and never strains the hand twice in a row', () => {
    fc.assert(
      fc.property(asked, ({ studies, minutes, restDays, exam }) => {
        const plan = planDays(
          studies,
          { minutes, restDays },
          TODAY,
          14,
          exam === undefined ? undefined : dayAfter(TODAY, exam),
        );
        expect(plan.days).toHaveLength(14);
        plan.days.forEach((day, k) => {
          expect(day.date).toBe(dayAfter(TODAY, k));
          const all = day.items.reduce((sum, one) => sum + one.minutes, 0);
          expect(day.minutes).toBe(all);
          expect(all - (day.items.at(-1)?.minutes ?? 0)).toBeLessThanOrEqual(minutes);
          if (restDays.includes(weekdayOf(day.date))) expect(day.items).toEqual([]);
          day.items.forEach((line, place) => {
            expect(line.strains && day.items[place - 1]?.strains).toBeFalsy();
            expect(line.why).not.toBe('');
            expect(studies.find(({ id }) => id === line.study)!.set <= day.date || line.kind === 'kept').toBe(true);
          });
          // The same rung of the same study stands once in a day.
          expect(new Set(day.items.map((line) => `${line.study} ${line.rung}`)).size).toBe(day.items.length);
          let since = 0;
          let now = 0;
          for (const line of day.items) {
            if (day.breaks.includes(now)) since = 0;
            now += line.minutes;
            since += line.minutes;
            expect(since).toBeLessThanOrEqual(25);
          }
        });
      }),
      { numRuns: 150 },
    );
  });

  it('meets what is due before an exam, or says what cannot be', () => {
    fc.assert(
      fc.property(asked, ({ studies, minutes, restDays, exam }) => {
        const day = dayAfter(TODAY, exam ?? 20);
        const plan = planDays(studies, { minutes, restDays }, TODAY, 7, day);
        const short = plan.readiness.filter(({ by }) => by === null || by >= day);
        expect(plan.cannot).toHaveLength(short.length);
        for (const { study } of short) expect(plan.cannot.some((words) => words.startsWith(study))).toBe(true);
        for (const { chance } of plan.readiness) {
          expect(chance).toBeGreaterThanOrEqual(0);
          expect(chance).toBeLessThanOrEqual(1);
        }
      }),
      { numRuns: 100 },
    );
  });

  it('gives the same plan for the same input', () => {
    fc.assert(
      fc.property(asked, ({ studies, minutes, restDays, exam }) => {
        const ask = (): unknown =>
          planDays(studies, { minutes, restDays }, TODAY, 10, exam === undefined ? undefined : dayAfter(TODAY, exam));
        expect(ask()).toEqual(ask());
      }),
      { numRuns: 30 },
    );
  });

  it('hears what stands once more in the last days before the exam', () => {
    const rungs = [rung('whole', { clean: 1 })];
    const tries: Attempt[] = [{ study: 'a', rung: 'whole', date: '2026-03-02', bpm: 60, result: 'clean' }];
    const studies = [planned('a', { rungs, tries }), ...Array.from({ length: 4 }, (_, k) => planned(`b${k}`))];
    const exam = dayAfter(TODAY, 20);
    const { days } = planDays(studies, { minutes: 20, restDays: [] }, TODAY, 20, exam);
    const heard = days.filter(({ items }) => items.some(({ study }) => study === 'a')).map(({ date }) => date);
    expect(daysBetween(heard.at(-1)!, exam)).toBeLessThanOrEqual(4);
  });

  it('takes one drill alone where nothing else is left', () => {
    const drills = Array.from({ length: 3 }, (_, k) => rung(`shift-${k + 1}`, { strains: true }));
    const today = (studies: PlannedStudy[]): string[] => {
      const { days } = planDays(studies, { minutes: 60, restDays: [] }, TODAY, 1, undefined);
      return days[0]!.items.map(({ rung: id }) => id);
    };
    expect(today([planned('a', { rungs: drills })])).toEqual(['shift-1']);
  });

  it('makes no heap of a missed week: the same minutes, the least sure first', () => {
    const rungs = [rung('whole', { clean: 1 })];
    const studies = Array.from({ length: 30 }, (_, k) =>
      planned(`s${k}`, {
        rungs,
        tries: [{ study: `s${k}`, rung: 'whole', date: dayAfter('2026-01-01', k), bpm: 60, result: 'clean' }],
      }),
    );
    const { days } = planDays(studies, { minutes: 20, restDays: [] }, TODAY, 3, undefined);
    for (const { minutes } of days) expect(minutes).toBeLessThanOrEqual(20);
    expect(days[0]!.items.map(({ study }) => study).slice(0, 3)).toEqual(['s0', 's1', 's2']);
  });

  it('uses the minutes there are where drills come first: what lies between them is found', () => {
    const drills = Array.from({ length: 6 }, (_, k) => rung(`shift-${k + 1}`, { strains: true }));
    const easy = Array.from({ length: 5 }, (_, k) => rung(`easy-${k + 1}`));
    const studies = [planned('a', { rungs: [...drills, ...easy] }), planned('b', { rungs: [...drills, ...easy] })];
    const [day] = planDays(studies, { minutes: 30, restDays: [] }, TODAY, 1, undefined).days;
    expect(day!.minutes).toBeGreaterThanOrEqual(27);
    expect(day!.items.filter(({ strains }) => strains).length).toBeGreaterThan(2);
  });

  it('finds the minutes that bring all of it in time, and no fewer', () => {
    const studies = Array.from({ length: 6 }, (_, k) => planned(`s${k}`));
    const exam = dayAfter(TODAY, 40);
    const late = (minutes: number): number =>
      planDays(studies, { minutes, restDays: [] }, TODAY, 1, exam).cannot.length;
    const found = minutesInTime(studies, { minutes: 5, restDays: [] }, TODAY, exam, USUAL_TEMPO_RULE)!;
    expect(late(5)).toBeGreaterThan(0);
    expect(late(found)).toBe(0);
    expect(late(found - 5)).toBeGreaterThan(0);
    expect(
      minutesInTime(studies, { minutes: 5, restDays: [] }, TODAY, dayAfter(TODAY, 2), USUAL_TEMPO_RULE),
    ).toBeUndefined();
  });

  it('knows the chance of enough passes: checked by adding every row of tries up', () => {
    const byHand = (needed: number, trials: number, p: number): number => {
      let sum = 0;
      for (let row = 0; row < 2 ** trials; row += 1) {
        const passes = row.toString(2).split('1').length - 1;
        if (passes >= needed) sum += p ** passes * (1 - p) ** (trials - passes);
      }
      return sum;
    };
    for (const [needed, trials, p] of [
      [0, 3, 0.5],
      [2, 5, 0.4],
      [5, 5, 0.9],
      [6, 5, 0.9],
      [3, 10, 2 / 3],
    ] as const) {
      expect(atLeast(needed, trials, p)).toBeCloseTo(byHand(needed, trials, p), 12);
    }
  });
});
