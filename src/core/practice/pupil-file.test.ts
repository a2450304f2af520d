import { describe, expect, it } from 'vitest';
import { studyFrom } from './invented.fixture.ts';
import { homeworkOf, logOf, mergeLog, readPupilFile } from './pupil-file.ts';
import { Assignment, Lesson, LoggedAttempt, Pupil, type PupilWhole } from './pupil.ts';
import type { SavedStudy } from '../study/saved-study.ts';

const NOW = '2026-03-02T10:00:00.000Z';
const { recipe, way } = studyFrom({ instrument: 'violin', tonic: 'D' });
const saved = (id: string): SavedStudy => ({
  id,
  recipe,
  fingering: way.fingers.map(({ string, finger }) => ({ string, finger })),
  engine: 1,
  highestPosition: '1st',
  created: NOW,
  updated: NOW,
});
const set = (id: string, study: string, more: object = {}) =>
  Assignment.parse({
    id,
    pupil: 'nele',
    study,
    set: '2026-03-02',
    target: { bpm: 60, perBeat: 2 },
    updated: NOW,
    ...more,
  });
const tried = (id: string, study: string, more: object = {}) =>
  LoggedAttempt.parse({
    id,
    pupil: 'nele',
    study,
    rung: 'names',
    date: '2026-03-03',
    bpm: 60,
    result: 'clean',
    ...more,
  });
const WHOLE: PupilWhole = {
  pupil: Pupil.parse({ id: 'nele', name: 'Nele', instrument: 'violin', notes: 'shy', created: NOW, updated: NOW }),
  assignments: [set('one', 'study-1'), set('two', 'study-2', { put: '2026-03-03' })],
  attempts: [tried('a', 'study-1'), tried('b', 'study-1', { heard: true }), tried('c', 'study-2')],
  lessons: [Lesson.parse({ id: 'l', pupil: 'nele', date: '2026-03-02', updated: NOW })],
};

describe('files between teacher and pupil', () => {
  it('takes home what is set, with fingers and the log, and leaves the teacher’s notes', () => {
    const homework = homeworkOf(WHOLE, [saved('study-1'), saved('study-2')], [], NOW);
    expect(homework.studies.map(({ id }) => id)).toEqual(['study-1']);
    expect(homework.assignments.map(({ id }) => id)).toEqual(['one']);
    expect(homework.attempts.map(({ id }) => id)).toEqual(['a', 'b']);
    expect(JSON.stringify(homework)).not.toContain('shy');
    expect(readPupilFile(JSON.stringify(homework))).toEqual({ ok: true, value: homework });
  });

  it('brings back what was practised, not what the teacher heard', () => {
    const log = logOf(WHOLE, NOW);
    expect(log.attempts.map(({ id }) => id)).toEqual(['a', 'c']);
    expect(readPupilFile(`\uFEFF${JSON.stringify(log)}`)).toEqual({ ok: true, value: log });
  });

  it('adds each try once, none to studies that are not set, none in the teacher’s name', () => {
    const log = {
      ...logOf(WHOLE, NOW),
      attempts: [
        tried('a', 'study-1'),
        tried('n', 'study-1', { heard: true }),
        tried('n', 'study-1'),
        tried('x', 'study-9'),
      ],
    };
    const merge = mergeLog(WHOLE, log);
    expect(merge).toEqual({ fresh: [tried('n', 'study-1')], known: 2, strange: 1 });
    const after = { ...WHOLE, attempts: [...WHOLE.attempts, ...merge.fresh] };
    expect(mergeLog(after, log).fresh).toEqual([]);
    expect(mergeLog(WHOLE, { ...log, attempts: [tried('n', 'study-1', { pupil: 'ada' })] }).strange).toBe(1);
  });

  it.each([
    ['no json', 'x', /not JSON.*Choose a file/],
    ['another file', '{"format":"step-ladder-library","version":1}', /not a homework or a log/],
    ['another version', '{"format":"step-ladder-log","version":2}', /version 2; this Step Ladder reads version 1/],
    [
      'a bad try',
      JSON.stringify({ ...logOf(WHOLE, NOW), attempts: [{ ...tried('a', 'study-1'), result: 'fine' }] }),
      /At attempts\.0\.result: A try is clean, shaky or missed\. Nothing was read in\./,
    ],
  ])('refuses %s with a sentence', (_, text, words) => {
    const read = readPupilFile(text);
    expect(read.ok ? '' : read.refusal.message).toMatch(words);
  });
});
