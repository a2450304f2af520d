import { describe, expect, it } from 'vitest';
import { studyFrom } from './invented.fixture.ts';
import { LADDERS } from './ladder.ts';
import { rungsOf } from './rungs-here.ts';
import { TempoRule } from './tempo-steps.ts';

const whole = LADDERS.find(({ id }) => id === 'whole')!;
const idsOf = (recipe: object): string[] => rungsOf(studyFrom(recipe), whole).map(({ id }) => id);

describe('the rungs of a study', () => {
  it('leaves out what does not apply', () => {
    const first = idsOf({ instrument: 'violin', tonic: 'D', start: 'D4' });
    for (const absent of ['before-shift', 'shift-1', 'second-octave', 'third-octave', 'joined', 'first-octave']) {
      expect(first).not.toContain(absent);
    }
    expect(first).toContain('crossing-1');
    const far = idsOf({ instrument: 'violin', tonic: 'A', octaves: 3 });
    expect(far).toEqual(
      expect.arrayContaining(['before-shift', 'shift-1', 'second-octave', 'third-octave', 'joined', 'turn']),
    );
    expect(idsOf({ instrument: 'violin', tonic: 'A', octaves: 2, direction: 'up' })).not.toContain('way-down');
    expect(idsOf({ instrument: 'violin', tonic: 'A', figure: 'arpeggio', octaves: 2 })).not.toContain('arpeggio');
  });

  it('sounds the notes each asks for', () => {
    const study = studyFrom({ instrument: 'cello', tonic: 'C', start: 'C2', octaves: 2 });
    const rungs = new Map(rungsOf(study, whole).map((one) => [one.id, one]));
    const names = (id: string): string =>
      rungs
        .get(id)!
        .exercise.passage.notes.map(({ pitch }) => pitch.name)
        .join(' ');
    expect(names('first-octave')).toBe('C2 D2 E2 F2 G2 A2 B2 C3 B2 A2 G2 F2 E2 D2 C2');
    expect(names('second-octave')).toBe('C3 D3 E3 F3 G3 A3 B3 C4 B3 A3 G3 F3 E3 D3 C3');
    expect(names('way-down').startsWith('C4 B3 A3')).toBe(true);
    expect(names('turn')).toBe('G3 A3 B3 C4 B3 A3 G3 F3');
    expect(
      names('joined')
        .split(' ')
        .filter((name) => name === 'C3'),
    ).toHaveLength(4);
    expect(rungs.get('joined')!.exercise.passage.notes.filter(({ repeats }) => repeats)).toHaveLength(2);
    expect(names('arpeggio').split(' ').slice(0, 7)).toEqual(['C2', 'E2', 'G2', 'C3', 'E3', 'G3', 'C4']);
  });

  it('of a passage somebody else wrote are those that leave its rhythm and its bows', () => {
    const pitches = [
      'D4',
      'E4',
      'F#4',
      'G4',
      'A4',
      'B4',
      'C#5',
      'D5',
      'E5',
      'F#5',
      'G5',
      'A5',
      'B5',
      'C#6',
      'D6',
      'A5',
    ];
    const notes = pitches.map((pitch, at) => ({
      pitch,
      onset: at,
      length: 1,
      bar: Math.floor(at / 4),
      bow: 'down' as const,
    }));
    const bars = [0, 1, 2, 3].map((bar) => ({ number: `${bar + 1}`, onset: 4 * bar, length: 4 }));
    const study = studyFrom({ instrument: 'violin', tonic: 'D', music: { title: 'Climb', bars, notes } });
    const rungs = rungsOf(study, whole);
    const shifts = study.way.shifts.map((_, k) => `shift-${k + 1}`);
    expect(shifts.length).toBeGreaterThan(0);
    expect(rungs.map(({ id }) => id).filter((id) => !id.startsWith('crossing'))).toEqual([
      'names',
      'silent',
      'plucked',
      'before-shift',
      ...shifts,
      'tempo',
      'memory',
    ]);
    for (const { id, exercise } of rungs.filter(({ rung }) => rung.notes === 'whole')) {
      expect(
        exercise.passage.notes.map(({ pitch }) => pitch.name),
        id,
      ).toEqual(pitches);
    }
  });

  it('keeps the study’s fingers under every note it takes', () => {
    const study = studyFrom({ instrument: 'viola', tonic: 'Eb', octaves: 2 });
    for (const { id, exercise, rung } of rungsOf(study, whole)) {
      if (rung.notes === 'each shift' || rung.notes === 'the arpeggio of the key') continue;
      exercise.passage.notes.forEach(({ pitch }, at) => {
        const finger = exercise.way.fingers[at]!;
        const own = study.way.fingers.filter((_, k) => study.passage.notes[k]!.pitch.midi === pitch.midi);
        expect(
          own.some((one) => one.string === finger.string && one.finger === finger.finger),
          `${id} note ${at}`,
        ).toBe(true);
      });
    }
  });

  it('says what to do by the facts of the study, with no brace left', () => {
    for (const recipe of [
      { instrument: 'violin', tonic: 'F#', octaves: 2 },
      { instrument: 'bass', tonic: 'E', octaves: 2, form: 'melodic-minor' },
      { instrument: 'viola', tonic: 'C', octaves: 1 },
    ]) {
      for (const { says, id, seconds } of rungsOf(studyFrom(recipe), whole)) {
        expect(says, id).toMatch(/^[A-Z][^{}]+\.$/);
        expect(seconds).toBeGreaterThan(0);
      }
    }
    const [names] = rungsOf(studyFrom({ instrument: 'violin', tonic: 'D' }), whole);
    expect(names!.says).toBe('Say the names of the notes, two sharps, without the instrument.');
  });

  it('says and counts the clean times that this pupil’s tempo asks', () => {
    const study = studyFrom({ instrument: 'violin', tonic: 'D' });
    const five = rungsOf(study, whole, undefined, undefined, TempoRule.parse({ afterClean: 5 }));
    const tempo = five.find(({ id }) => id === 'tempo')!;
    expect([tempo.clean, tempo.says]).toEqual([5, expect.stringContaining('after 5 clean times in a row')]);
    expect(five.find(({ id }) => id === 'ones')!.clean).toBe(3);
  });

  it('takes the fingers from over the notes whose names are said', () => {
    const [names, silent] = rungsOf(studyFrom({ instrument: 'violin', tonic: 'D' }), whole);
    expect([names!.exercise.look?.fingers, silent!.exercise.look?.fingers]).toEqual(['blank', undefined]);
  });

  it('plays at the tempo to reach, or at the rung’s share of it', () => {
    const study = studyFrom({ instrument: 'violin', tonic: 'D', octaves: 2 });
    const rungs = new Map(rungsOf(study, whole, { bpm: 100, perBeat: 2 }).map((one) => [one.id, one.bpm]));
    expect([rungs.get('tempo'), rungs.get('ones'), rungs.get('whole-drone')]).toEqual([100, 70, 60]);
  });
});
