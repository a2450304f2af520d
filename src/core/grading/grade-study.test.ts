import { beforeAll, describe, expect, it } from 'vitest';
import { playable } from '../study/playable.ts';
import { recipeFor } from './asked-study.ts';
import { coverageOf } from './coverage.ts';
import { fitSection, standingOf, type Fitted } from './grade-study.ts';
import { readRule, ruleText } from './rule.ts';
import { CLASS_PLAN } from './shipped/class-plan.ts';
import { EIGHT_GRADES } from './shipped/eight-grades.ts';
import { asksOf, Syllabus, type Section } from './syllabus.ts';
import { syllabusDifferences } from './syllabus-difference.ts';

const [SECTION] = EIGHT_GRADES.sections as [Section];

describe('a study graded by a section', () => {
  const progress: number[] = [];
  let fitted: Fitted;
  beforeAll(() => {
    const work = fitSection(SECTION);
    for (let step = work.next(); ; step = work.next()) {
      if (step.done) {
        fitted = step.value;
        return;
      }
      progress.push(step.value);
    }
  });

  it('works every ask out and tells how far it is', () => {
    const asks = asksOf(SECTION);
    expect(fitted.points.length + fitted.unplayable.length).toBe(asks.length);
    expect(progress).toHaveLength(asks.length);
    expect(progress[0]).toBe(0);
    expect(progress).toEqual(progress.toSorted((a, b) => a - b));
    expect(progress.at(-1)).toBeLessThan(1);
  });

  it('satisfies the ask it was made for, and stands near its grade', () => {
    const asks = asksOf(SECTION).filter((_, k) => k % 9 === 4);
    const off = asks.map((ask) => {
      const study = playable(recipeFor(ask));
      const { satisfied, near, estimate } = standingOf(study, study.ways[0]!, SECTION, fitted.model);
      expect(satisfied).toContainEqual(ask);
      expect(near.map((one) => one.ask)).not.toContainEqual(ask);
      return 'value' in estimate ? Math.abs(estimate.value - ask.grade) : Infinity;
    });
    expect(off.filter((grades) => grades > 1.5)).toEqual([]);
  });

  it('names an ask no hand can play, with the reason, and goes on', () => {
    const [grade] = SECTION.grades;
    const [group] = grade!.groups;
    const [item] = group!.items;
    // A double bass has no room for four octaves of anything.
    const section: Section = {
      instrument: 'bass',
      grades: [{ ...grade!, groups: [{ ...group!, items: [{ ...item!, tonics: ['E'], octaves: 4 }] }] }],
    };
    const work = fitSection(section);
    let step = work.next();
    while (!step.done) step = work.next();
    expect(step.value.points).toEqual([]);
    expect(step.value.unplayable).toHaveLength(1);
    expect(step.value.unplayable[0]!.reason).toMatch(/octaves/);
    expect(step.value.model.kind).toBe('too-small');
  });

  it('covers a section by the studies made for it, and no other', () => {
    const grade = { ...SECTION, grades: [SECTION.grades[0]!] };
    const studies = asksOf(grade).map((ask) => {
      const { recipe, passage } = playable(recipeFor(ask));
      return { recipe, lowest: passage.tonic.name };
    });
    const all = coverageOf(grade, studies);
    expect(all.map(({ status }) => status)).not.toContain('missing');
    for (const [k, left] of studies.entries()) {
      const without = coverageOf(grade, studies.toSpliced(k, 1));
      // What only this study met is missing or short without it; the rest is as it was, or met once less.
      without.forEach(({ status }, at) => {
        if (all[at]!.studies.includes(left)) expect(status).not.toBe('several');
        else expect(status).toBe(all[at]!.status);
      });
    }
    expect(coverageOf(grade, []).every(({ status }) => status === 'missing')).toBe(true);
  });
});

describe('what differs between two syllabuses', () => {
  it('is nothing between one and itself', () => {
    for (const section of [...EIGHT_GRADES.sections, ...CLASS_PLAN.sections])
      expect(syllabusDifferences(section, section)).toEqual([]);
  });

  it('is the one thing that was changed, told from both sides', () => {
    const other = structuredClone(SECTION);
    const [item] = other.grades[2]!.groups[0]!.items;
    const asked = asksOf(SECTION).filter((ask) => ask.item.id === item!.id && ask.gradeName === other.grades[2]!.name);
    item!.tempo = { bpm: 399, perBeat: 2 };
    const here = syllabusDifferences(SECTION, other);
    expect(here).toHaveLength(asked.length);
    for (const { here: was, there: is } of here) {
      expect(is).toContain('399 bpm with 2 to a beat');
      expect(was).not.toContain('399');
    }
    expect(
      syllabusDifferences(other, SECTION).map(({ name, here: is, there: was }) => ({ name, here: was, there: is })),
    ).toEqual(here);
  });

  it('tells what only one of them asks', () => {
    const fewer: Section = { ...SECTION, grades: SECTION.grades.slice(0, -1) };
    const only = syllabusDifferences(SECTION, fewer);
    expect(only.length).toBeGreaterThan(0);
    const last = SECTION.grades.at(-1)!.name;
    expect(only.filter(({ there }) => there === undefined).every(({ here }) => here?.startsWith(`${last}: `))).toBe(
      true,
    );
    expect(syllabusDifferences({ ...SECTION, grades: [] }, fewer).every(({ here }) => here === undefined)).toBe(true);
  });
});

describe('a rule as it is written', () => {
  it('is read as what it says, and nothing else is one', () => {
    for (const rule of [
      { kind: 'all' },
      { kind: 'choice' },
      { kind: 'any', count: 1 },
      { kind: 'any', count: 50 },
    ] as const)
      expect(readRule(ruleText(rule))).toEqual(rule);
    expect(readRule('  ANY 2 ')).toEqual({ kind: 'any', count: 2 });
    expect(readRule('')).toEqual({ kind: 'all' });
    for (const text of ['any', 'any 0', 'any 51', 'any two', 'some', 'all 3']) expect(readRule(text)).toBeUndefined();
  });

  it('keeps the shipped syllabuses what their own schema reads', () => {
    expect(Syllabus.parse(structuredClone(EIGHT_GRADES))).toEqual(EIGHT_GRADES);
  });
});
