import { describe, expect, it } from 'vitest';
import type { ScoredStudy } from '../score/scored-study.ts';
import { playable } from '../study/playable.ts';
import { titleOf } from '../recipe/title.ts';
import { soundPlan, USUAL_PLAYING } from './sound-plan.ts';

function study(input: object): ScoredStudy {
  const { recipe, passage, ways } = playable(input);
  return { title: titleOf(recipe), recipe, passage, way: ways[0]! };
}

const QUIET = { ...USUAL_PLAYING, countIn: 0, clicks: 0 };

describe('the plan of what sounds', () => {
  const scale = study({
    instrument: 'violin',
    tonic: 'A',
    octaves: 1,
    start: 'A4',
    bowing: { perBeat: 2, slur: 4, bpm: 60 },
  });

  it('plays two notes to a second at 60 beats, faster and slower as asked', () => {
    expect(
      soundPlan(scale, QUIET)
        .notes.slice(0, 4)
        .map(({ time }) => time),
    ).toEqual([0, 0.5, 1, 1.5]);
    expect(soundPlan(scale, { ...QUIET, speed: 2 }).notes[3]!.time).toBeCloseTo(0.75, 9);
    expect(soundPlan(scale, { ...QUIET, speed: 0.25 }).notes[3]!.time).toBeCloseTo(6, 9);
    expect(soundPlan(scale, QUIET).notes[0]!.hz).toBeCloseTo(440, 9);
  });

  it('counts a bar in, clicks on beats and between them', () => {
    const plan = soundPlan(scale, { ...QUIET, countIn: 1, clicks: 2 });
    const bar = plan.clicks.filter(({ time }) => time < plan.begins - 1e-9);
    expect(bar.map(({ kind }) => kind)[0]).toBe('bar');
    expect(plan.notes[0]!.time).toBeCloseTo(plan.begins, 9);
    const gaps = plan.clicks.filter(({ time }) => time >= plan.begins - 1e-9).map(({ time }) => time - plan.begins);
    expect(gaps.slice(0, 5).map((time) => Number(time.toFixed(6)))).toEqual([0, 0.5, 1, 1.5, 2]);
  });

  it('joins the notes of one bow and no others', () => {
    expect(
      soundPlan(scale, QUIET)
        .notes.slice(0, 6)
        .map(({ joined }) => joined),
    ).toEqual([false, true, true, true, false, true]);
  });

  it('parts the notes of a hooked bow, and plays a repeated note once for each stroke', () => {
    const base = { instrument: 'violin', tonic: 'A', octaves: 1, start: 'A4' };
    const hooked = study({ ...base, bowing: { perBeat: 2, slur: 4, bpm: 60, hooked: true } });
    expect(soundPlan(hooked, QUIET).notes.some(({ joined }) => joined)).toBe(false);
    const repeated = study({ ...base, bowing: { perBeat: 1, repeats: 2, bpm: 60 } });
    const { notes } = soundPlan(repeated, QUIET);
    expect(notes.slice(0, 4).map(({ at, time, joined }) => [at, time, joined])).toEqual([
      [0, 0, false],
      [0, 0.5, false],
      [1, 1, false],
      [1, 1.5, false],
    ]);
    expect(notes[0]!.length).toBeCloseTo(0.5, 9);
    expect(notes).toHaveLength(2 * repeated.passage.notes.length);
  });

  it('waits before every shift, and plays a selection alone', () => {
    const shifting = study({ instrument: 'violin', tonic: 'G', octaves: 3, start: 'G3' });
    const plain = soundPlan(shifting, QUIET);
    const paused = soundPlan(shifting, { ...QUIET, pause: 1 });
    expect(paused.seconds - plain.seconds).toBeCloseTo(shifting.way.shifts.length, 9);
    const run = soundPlan(shifting, { ...QUIET, from: 5, to: 8 });
    expect(run.notes.map(({ at }) => at)).toEqual([5, 6, 7, 8]);
    expect(run.notes[0]!.time).toBe(0);
  });
});
