import { describe, expect, it } from 'vitest';
import { studyFrom } from './invented.fixture.ts';
import { homeworkOf, logOf, mergeHomework, mergeLog, readPupilFile, type Here } from './pupil-file.ts';
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

const LATER = '2026-03-03T10:00:00.000Z';
const AFTER = '2026-03-04T10:00:00.000Z';

/** A library that has this pupil, on 4 March. */
function hereOf(whole: PupilWhole | undefined): Here {
  const owners = new Map([...(whole?.assignments ?? []), ...(whole?.attempts ?? [])].map((one) => [one.id, one.pupil]));
  return { library: 'another', whole, ownerOf: (_, id) => owners.get(id), today: '2026-03-04' };
}

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
    const merge = mergeLog(log, WHOLE, hereOf(WHOLE));
    expect(merge).toEqual({ fresh: [tried('n', 'study-1')], known: 2, strange: 1, future: 0 });
    const after = { ...WHOLE, attempts: [...WHOLE.attempts, ...merge.fresh] };
    expect(mergeLog(log, after, hereOf(after)).fresh).toEqual([]);
    const strange = (attempts: LoggedAttempt[], here = hereOf(WHOLE)) => mergeLog({ ...log, attempts }, WHOLE, here);
    expect(strange([tried('n', 'study-1', { pupil: 'ada' })]).strange).toBe(1);
    // An id that is another pupil's here: theirs is left alone.
    expect(strange([tried('n', 'study-1')], { ...hereOf(WHOLE), ownerOf: () => 'ada' })).toMatchObject({
      fresh: [],
      strange: 1,
    });
    // A clock a day ahead is a clock; the year 2199 is a fault.
    const dated = [tried('p', 'study-1', { date: '2026-03-05' }), tried('q', 'study-1', { date: '2026-03-06' })];
    expect(strange(dated)).toMatchObject({ fresh: [dated[0]], future: 1 });
  });

  describe('a homework that is opened', () => {
    const file = homeworkOf(WHOLE, [saved('study-1')], [], LATER, 'library-1');

    it('is recognised in the library it was made in', () => {
      expect(mergeHomework(file, { ...hereOf(WHOLE), library: 'library-1' }).own).toBe(true);
      expect(mergeHomework(file, hereOf(WHOLE)).own).toBe(false);
    });

    it('adds a pupil who is not here with all that is theirs', () => {
      const merge = mergeHomework(file, hereOf(undefined));
      expect(merge.newPupil).toEqual({ ...WHOLE.pupil, notes: '' });
      expect(merge.set.map(({ id }) => id)).toEqual(['one']);
      expect(merge.tries.fresh.map(({ id }) => id)).toEqual(['a', 'b']);
    });

    it('changes nothing that is newer here, keeps the notes, and ends only what was set before it was made', () => {
      const newer = { ...WHOLE.assignments[0]!, words: 'mine', updated: AFTER };
      const late = set('late', 'study-3', { updated: AFTER });
      const old = set('old', 'study-4');
      const here: PupilWhole = { ...WHOLE, assignments: [newer, late, old, WHOLE.assignments[1]!] };
      const merge = mergeHomework(
        { ...file, pupil: { ...file.pupil, exam: '2026-06-01', updated: LATER } },
        hereOf(here),
      );
      expect(merge.changed).toEqual([]);
      expect(merge.set).toEqual([]);
      expect(merge.ended.map(({ base }) => base.id)).toEqual(['old']);
      expect(merge.ended[0]!.next.put).toBe('2026-03-03');
      expect(merge.pupil!.next).toMatchObject({ notes: 'shy', exam: '2026-06-01' });
      const words = { ...file, assignments: [{ ...file.assignments[0]!, words: 'theirs', updated: LATER }] };
      expect(mergeHomework(words, hereOf(WHOLE)).changed[0]!.next.words).toBe('theirs');
      expect(
        mergeHomework(file, hereOf({ ...WHOLE, pupil: { ...WHOLE.pupil, updated: AFTER } })).pupil,
      ).toBeUndefined();
    });

    it('leaves alone what is another pupil’s here', () => {
      const merge = mergeHomework(file, { ...hereOf(undefined), ownerOf: () => 'ada' });
      expect([merge.set, merge.changed, merge.foreign]).toEqual([[], [], 1]);
      expect(merge.tries.fresh).toEqual([]);
    });
  });

  it.each([
    ['no json', 'x', /not JSON.*Choose a file/],
    ['another file', '{"format":"step-ladder-library","version":1}', /not a homework or a log/],
    ['another version', '{"format":"step-ladder-log","version":2}', /version 2; this Step Ladder reads version 1/],
    ['a version in words', '{"format":"step-ladder-log","version":"1"}', /version “1”, which is no number; this/],
    [
      'a day no calendar of a pupil has',
      JSON.stringify({ ...logOf(WHOLE, NOW), attempts: [{ ...tried('a', 'study-1'), date: '9999-12-31' }] }),
      /A day lies between the years 1900 and 2199\./,
    ],
    ['what lies too deep in itself', '['.repeat(100_000), /not JSON/],
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
