import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';

function plan(input: string): { status: number; answer: any; stderr: string } {
  const done = spawnSync(process.execPath, ['scripts/plan.mjs'], { input, encoding: 'utf8' });
  return { status: done.status ?? -1, answer: done.stdout ? JSON.parse(done.stdout) : undefined, stderr: done.stderr };
}

const ASKED = {
  today: '2026-03-09',
  exam: '2026-04-20',
  days: 14,
  minutes: 30,
  restDays: [0],
  studies: [
    {
      id: 'a',
      recipe: { instrument: 'violin', tonic: 'A', octaves: 3 },
      target: { bpm: 80, perBeat: 2 },
      set: '2026-03-02',
    },
    {
      id: 'b',
      recipe: { instrument: 'cello', tonic: 'C', octaves: 2 },
      target: { bpm: 60, perBeat: 2 },
      set: '2026-03-02',
    },
  ],
  attempts: [
    { study: 'a', rung: 'names', date: '2026-03-03', bpm: 60, result: 'clean' },
    { study: 'b', rung: 'names', date: '2026-03-03', bpm: 60, result: 'missed' },
  ],
};

describe('the plan from the command line', () => {
  it('lays fourteen days out, each line with its rung, tempo, minutes and reason', () => {
    const { status, answer } = plan(`\uFEFF${JSON.stringify(ASKED)}`);
    expect(status).toBe(0);
    expect(answer.days).toHaveLength(14);
    expect(answer.days[0].date).toBe('2026-03-09');
    // Sunday was given for rest.
    expect(answer.days.find(({ date }: { date: string }) => date === '2026-03-15').items).toEqual([]);
    for (const { items } of answer.days) {
      for (const item of items) {
        expect(item).toMatchObject({ study: expect.stringMatching(/^[ab]$/), why: expect.stringMatching(/./) });
        expect(item.minutes).toBeGreaterThan(0);
        expect(item.bpm).toBeGreaterThan(0);
      }
    }
    // What was clean once is not set again; what was missed is.
    const first = answer.days[0].items.map(({ study, rung }: { study: string; rung: string }) => `${study} ${rung}`);
    expect(first).toContain('b names');
    expect(first).not.toContain('a names');
    expect(answer.readiness.map(({ study }: { study: string }) => study)).toEqual(['a', 'b']);
    for (const { by, chance } of answer.readiness) {
      expect(by < '2026-04-20').toBe(true);
      expect(chance).toBeGreaterThan(0.5);
    }
    expect(plan(JSON.stringify(ASKED)).answer).toEqual(answer);
  });

  it('refuses with the place of the fault, and what is no question at all with status 2', () => {
    const refused = (more: object): unknown => {
      const { status, answer } = plan(JSON.stringify({ ...ASKED, ...more }));
      expect(status).toBe(1);
      return answer.error;
    };
    expect(refused({ today: '9 March' })).toEqual({ path: 'today', message: 'A day is written as 2026-03-09.' });
    expect(
      refused({
        studies: [{ ...ASKED.studies[0], recipe: { instrument: 'violin', tonic: 'A', octaves: 9 } }],
        attempts: [],
      }),
    ).toMatchObject({
      path: 'studies.0.recipe.octaves',
    });
    expect(refused({ attempts: [{ ...ASKED.attempts[0], study: 'z' }] })).toEqual({
      path: 'attempts.0.study',
      message: 'No study is called “z”. A try belongs to one of the studies of the plan.',
    });
    for (const nothing of ['', 'plan please', '[1]']) expect(plan(nothing).status).toBe(2);
  });
});
