import { describe, expect, it } from 'vitest';
import { bowedSound, RATE } from '../listening/bowed-sound.ts';
import { InventedPupil } from '../listening/invented-pupil.ts';
import { listen } from '../listening/listen.ts';
import { performanceOf } from '../listening/performance.ts';
import { Attempt } from './attempt.ts';
import { arrivalOf, EarNote, earNoteOf, shiftsOverTime, tempoHeard, worstShift } from './ear-note.ts';
import { planned, rung, studyFrom } from './invented.fixture.ts';
import { USUAL_LADDER } from './ladder.ts';
import { planToday } from './plan.ts';
import { rungsOf } from './rungs-here.ts';

const study = studyFrom({ instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3' });
const [first, second] = study.way.shifts;
const ear = (arrival: string, cents: number): EarNote => ({
  cents: 5,
  shifts: [{ arrival, cents, millimetres: cents / 8 }],
});

describe('what the ear writes down', () => {
  it('is where each shift landed, known again in its drill', () => {
    const pupil = InventedPupil.parse({ seed: 2, bpm: 100, faults: [{ at: first!.to, cents: -40 }] });
    const sound = { samples: bowedSound(performanceOf(study, pupil), pupil), rate: RATE };
    const note = earNoteOf(study, listen(study, sound));
    expect(EarNote.safeParse(note).success).toBe(true);
    expect(note.shifts).toHaveLength(study.way.shifts.length);
    expect(note.shifts[0]!.arrival).toBe('A5 E 1 up');
    expect(note.shifts[0]!.cents).toBeCloseTo(-40, -1);
    expect(note.cents).toBeLessThan(4);
    const drills = rungsOf(study, USUAL_LADDER).filter(({ id }) => id.startsWith('shift-'));
    expect(drills.map(({ arrival }) => arrival)).toEqual(study.way.shifts.map((shift) => arrivalOf(study, shift)));
    // The drill goes there too, under the same name.
    const { exercise, arrival } = drills[0]!;
    expect(exercise.way.shifts.map((shift) => arrivalOf(exercise, shift))).toContain(arrival);
  });

  it('is followed over the days, each day by the middle of its landings', () => {
    const tries = [
      { date: '2026-03-04', ear: ear('A5 E 1 up', -30) },
      { date: '2026-03-02', ear: ear('A5 E 1 up', -50) },
      { date: '2026-03-04', ear: ear('A5 E 1 up', -10) },
      { date: '2026-03-04', ear: ear('A5 E 1 up', -12) },
      { date: '2026-03-03' },
      { date: '2026-03-04', ear: ear('E6 E 1 up', 24) },
    ];
    expect(shiftsOverTime(tries)[0]).toEqual({
      arrival: 'A5 E 1 up',
      days: [
        { date: '2026-03-02', cents: -50, millimetres: -6.2 },
        { date: '2026-03-04', cents: -12, millimetres: -1.5 },
      ],
    });
    // The one that was worse is better now: the other is the worst.
    expect(worstShift(tries)).toEqual({ arrival: 'E6 E 1 up', cents: 24, date: '2026-03-04' });
    expect(worstShift(tries.slice(2, 5))).toBeUndefined();
  });

  it('is at the tempo asked where that was kept to, else at the one that was heard', () => {
    expect(tempoHeard({ bpm: 63 }, 60)).toBe(60);
    expect(tempoHeard({ bpm: 55.4 }, 60)).toBe(60);
    expect(tempoHeard({ bpm: 66.4 }, 60)).toBe(66);
    expect(tempoHeard({ bpm: 48.6 }, 60)).toBe(49);
    expect(tempoHeard({ bpm: null }, 60)).toBe(60);
  });

  it('brings the worst shift up first in the plan, until its drill is clean', () => {
    const arrivals = [arrivalOf(study, first!), arrivalOf(study, second!)];
    const rungs = [
      rung('plucked'),
      rung('shift-1', { strains: true, arrival: arrivals[0]! }),
      rung('shift-2', { strains: true, arrival: arrivals[1]! }),
      rung('whole'),
      rung('tempo', { climbs: true, bpm: 72 }),
    ];
    const tried = (one: Partial<Attempt>): Attempt =>
      Attempt.parse({ study: 's', rung: 'whole', date: '2026-03-08', bpm: 60, result: 'shaky', ...one });
    const plan = (tries: Attempt[]) =>
      planToday([planned('s', { rungs, tries })], { minutes: 20, restDays: [] }, '2026-03-09', undefined).items;
    const heard = tried({
      ear: { cents: 9, shifts: [...ear(arrivals[0]!, 8).shifts, ...ear(arrivals[1]!, 33).shifts] },
    });
    expect(plan([tried({})]).filter(({ why }) => why.startsWith('Heard'))).toEqual([]);
    const line = plan([heard]).find(({ rung: id }) => id === 'shift-2')!;
    expect(line.why).toBe('Heard 33 cents sharp: the worst shift comes first');
    const drilled = tried({ rung: 'shift-2', result: 'clean', date: '2026-03-09' });
    expect(plan([heard, drilled]).filter(({ why }) => why.startsWith('Heard'))).toEqual([]);
    // Clean before it was heard so is no answer.
    expect(plan([{ ...drilled, date: '2026-03-07' }, heard]).some(({ why }) => why.startsWith('Heard'))).toBe(true);
    // The shift missed after a clean drill of the same day, or before it: the day alone does not say, so it comes again.
    expect(plan([{ ...drilled, date: heard.date }, heard]).some(({ why }) => why.startsWith('Heard'))).toBe(true);
    expect(plan([heard, { ...drilled, result: 'missed' }]).some(({ why }) => why.startsWith('Heard'))).toBe(true);
  });
});
