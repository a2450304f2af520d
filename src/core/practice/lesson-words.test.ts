import { describe, expect, it } from 'vitest';
import type { Attempt } from './attempt.ts';
import { asSpoken, callsOf } from './caller.ts';
import { rung, studyFrom } from './invented.fixture.ts';
import { proposalFor } from './proposal.ts';
import { standingOf } from './standing.ts';
import { dayHead, weekSheetOf } from './week-sheet.ts';

const tried = (rungId: string, result: Attempt['result'], bpm: number, heard = true): Attempt => ({
  study: 'a',
  rung: rungId,
  date: '2026-03-02',
  bpm,
  result,
  ...(heard ? { heard: true } : {}),
});

describe('what is proposed after a study was heard', () => {
  const rungs = [rung('plucked'), rung('tempo', { climbs: true, bpm: 80 })];
  const target = { bpm: 80, perBeat: 2 };
  const after = (...tries: Attempt[]) =>
    proposalFor(standingOf(rungs, tries.slice(0, -1)), standingOf(rungs, tries), target);

  it('goes on where the teacher heard it clean, and repeats where not', () => {
    expect(after(tried('plucked', 'clean', 60))).toMatchObject({ kind: 'next', words: 'On to: tempo, 48 a minute.' });
    expect(after(tried('plucked', 'clean', 60, false)).kind).toBe('repeat');
    expect(after(tried('plucked', 'shaky', 60)).words).toBe('Repeat: plucked, 60 a minute, 2 clean times in a row.');
  });

  it('raises a tempo by a step, and lowers it after a miss', () => {
    const known = tried('plucked', 'clean', 60);
    expect(after(known, tried('tempo', 'clean', 48))).toMatchObject({
      kind: 'raise',
      words: 'Raise to 50; 80 is to be reached.',
    });
    expect(after(known, tried('tempo', 'missed', 48))).toMatchObject({ kind: 'slower' });
  });

  it('says by when to hear again what stands', () => {
    const one = [rung('plucked')];
    const stands = proposalFor(standingOf(one, []), standingOf(one, [tried('plucked', 'clean', 60)]), target);
    expect(stands).toMatchObject({ kind: 'kept', words: 'It stands.' });
    expect(stands.hearBy! > '2026-03-02').toBe(true);
  });
});

describe('the caller', () => {
  it('says names, shifts, crossings and low fingers before their notes', () => {
    const calls = callsOf(studyFrom({ instrument: 'violin', tonic: 'G', octaves: 2, start: 'G3' }));
    expect(calls.slice(0, 5).map(({ words }) => words)).toEqual(['G', 'A', 'B', 'C', 'cross, D']);
    expect(calls.map(({ words }) => words)).toContain('low 2, C');
    const far = callsOf(studyFrom({ instrument: 'violin', tonic: 'A', octaves: 3 }));
    expect(far.some(({ words }) => words.startsWith('shift, '))).toBe(true);
    expect(asSpoken('cross, F♯')).toBe('cross, F sharp');
  });
});

describe('the sheet of a week', () => {
  const rungs = [
    rung('names'),
    rung('plucked'),
    rung('shift-1'),
    rung('way-down'),
    rung('ones'),
    rung('tempo', { climbs: true, bpm: 80 }),
  ].map((one) => ({ ...one, says: `${one.id}.` }));
  const one = {
    study: 'a',
    title: 'A major',
    saved: {} as never,
    target: { bpm: 80, perBeat: 2 },
    words: '',
    rungs,
    standing: standingOf(rungs, []),
  };
  const line = (study: string, id: string) => ({
    study,
    rung: id,
    bpm: 60,
    minutes: 3,
    why: '',
    strains: false,
    kind: 'new' as const,
  });

  it('names the rungs of the plan in the order of the ladder, four at most, on the days there is practice', () => {
    const plan = [
      { date: '2026-03-08', minutes: 0, items: [], breaks: [] },
      {
        date: '2026-03-09',
        minutes: 6,
        items: ['tempo', 'names', 'ones', 'plucked', 'shift-1'].map((id) => line('a', id)),
        breaks: [],
      },
    ];
    const sheet = weekSheetOf('Nele', [one], plan, 20);
    expect(sheet.days.map(dayHead)).toEqual(['Mo 9']);
    expect(sheet.studies[0]!.rungs.map(({ name }) => name)).toEqual(['names', 'plucked', 'shift-1', 'ones']);
  });

  it('names the next rung of a study the week has no time for', () => {
    expect(weekSheetOf('Nele', [one], [], 20).studies[0]!.rungs.map(({ name }) => name)).toEqual(['names']);
  });
});
