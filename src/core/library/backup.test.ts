import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SCHOOLS } from '../schools/schools.ts';
import { Assignment, Lesson, Pupil } from '../practice/pupil.ts';
import { SHIPPED } from '../grading/shipped/shipped.ts';
import { arbitraryRecipe } from '../recipe/arbitrary-recipe.ts';
import { playable, tried } from '../study/playable.ts';
import type { SavedStudy } from '../study/saved-study.ts';
import { NOTHING_KEPT, readBackup, writeBackup, type Kept } from './backup.ts';
import { mergeBackup, mergeWords } from './backup-merge.ts';

const NOW = '2026-03-02T10:00:00.000Z';
const NOTHING = NOTHING_KEPT;

function saved(id: string, recipe: object, name?: string): SavedStudy {
  const { recipe: whole, ways } = playable({ ways: 1, ...recipe });
  return {
    id,
    ...(name ? { name } : {}),
    recipe: whole,
    fingering: ways[0]!.fingers.map(({ string, finger }) => ({ string, finger })),
    engine: 1,
    highestPosition: '1st position',
    created: NOW,
    updated: NOW,
  };
}

const KEPT: Kept = {
  ...NOTHING_KEPT,
  studies: [
    saved('study-1', { instrument: 'violin', tonic: 'G', octaves: 2 }, 'Ivo, Thursday'),
    saved('study-2', { instrument: 'cello', tonic: 'Eb', form: 'melodic-minor', octaves: 2 }),
    saved('study-3', { instrument: 'bass', tonic: 'F#', form: 'harmonic-minor' }),
  ],
  books: [{ id: 'own-book', text: 'Violin\nG major, one octave: G 0123 D 0123' }],
  schools: [SCHOOLS[1]!],
  syllabuses: [SHIPPED[0]!],
  examinations: [
    {
      date: NOW,
      syllabus: 'eight-grades',
      instrument: 'viola',
      grade: 'Grade 3',
      calls: [{ item: 'a', tonic: 'D', went: 'shaky' }],
    },
  ],
  pupils: [Pupil.parse({ id: 'pupil-1', name: 'Pella', instrument: 'violin', created: NOW, updated: NOW })],
  assignments: [
    Assignment.parse({
      id: 'set-1',
      pupil: 'pupil-1',
      study: 'study-1',
      set: '2026-03-02',
      target: { bpm: 60, perBeat: 2 },
      updated: NOW,
    }),
  ],
  attempts: [
    { id: 'try-1', pupil: 'pupil-1', study: 'study-1', rung: 'whole', date: '2026-03-02', bpm: 60, result: 'clean' },
  ],
  lessons: [Lesson.parse({ id: 'lesson-1', pupil: 'pupil-1', date: '2026-03-02', updated: NOW })],
  ladders: [{ id: 'my-ladder', name: 'My ladder', rungs: ['names', 'shift'] }],
  unreadable: [{ kind: 'studies', key: 'study-9', record: { id: 'study-9', recipe: { instrument: 'serpent' } } }],
};

/** Ids one after another. */
function counter(): () => string {
  let count = 0;
  return () => `fresh-${(count += 1)}`;
}

describe('the backup of a library', () => {
  it('gives back all that was kept', () => {
    const read = readBackup(writeBackup(KEPT, NOW));
    if (!read.ok) throw new Error(read.refusal.message);
    expect(read.value).toEqual(KEPT);
    expect(JSON.parse(writeBackup(KEPT, NOW))).toMatchObject({ exported: NOW, version: 1 });
  });

  it('gives back the recipe and the fingers of any study that can be played', () => {
    fc.assert(
      fc.property(arbitraryRecipe, (input) => {
        const built = tried({ ...input, ways: 1 });
        if (!built.ok) return;
        const study = saved('study-1', built.value.recipe);
        const read = readBackup(writeBackup({ ...NOTHING, studies: [study] }, NOW));
        expect(read.ok && read.value.studies).toEqual([study]);
      }),
      { numRuns: 150 },
    );
  });

  it('reads a backup of the days when studies alone were kept in it', () => {
    const { studies } = KEPT;
    const text = JSON.stringify({ format: 'step-ladder-library', version: 1, exported: NOW, studies });
    const read = readBackup(text);
    expect(read.ok && read.value).toMatchObject({ studies, schools: [], syllabuses: [], books: [], examinations: [] });
  });

  it.each([
    ['', '', 'it is not JSON'],
    ['[1, 2', '', 'it is not JSON'],
    ['null', 'format', 'This JSON file is not a backup of Step Ladder'],
    ['{"format":"step-ladder-syllabus","version":1}', 'format', 'Choose a file made by “Export the library”'],
    ['{"format":"step-ladder-library","version":7}', 'version', 'version 7; this Step Ladder reads version 1'],
    ['{"format":"step-ladder-library","version":1,"exported":"yesterday","studies":[]}', 'exported', 'At exported: '],
    ['{"format":"step-ladder-library","version":1}', 'exported', 'At exported: '],
  ])('refuses %s', (text, path, words) => {
    const read = readBackup(text);
    if (read.ok) throw new Error('read');
    expect(read.refusal.path).toBe(path);
    expect(read.refusal.message).toContain(words);
  });

  it.each([
    ['studies', 2, { recipe: { instrument: 'kazoo' } }, 'Study 3 in the file is damaged'],
    ['studies', 0, { fingering: [{ string: 'G', finger: 7 }] }, 'Study 1 in the file is damaged'],
    ['studies', 1, { id: '../x' }, 'A study is known by 6 to 64 small letters'],
    ['schools', 0, { name: '' }, 'School 1 in the file is damaged (at schools.0.name: Give the school a name.)'],
    ['syllabuses', 0, { sections: [] }, 'Syllabus 1 in the file is damaged'],
    ['examinations', 0, { date: 'today' }, 'Mock examination 1 in the file is damaged'],
  ] as const)('refuses the whole file for one bad entry of its %s', (part, place, harm, words) => {
    const file = JSON.parse(writeBackup(KEPT, NOW));
    Object.assign(file[part][place], harm);
    const read = readBackup(JSON.stringify(file));
    if (read.ok) throw new Error('read');
    expect(read.refusal.message).toContain(words);
    expect(read.refusal.message).toContain('Nothing was imported.');
  });
});

describe('a backup read into a library', () => {
  it('fills an empty one', () => {
    const merge = mergeBackup(NOTHING, KEPT, counter());
    expect(merge.fresh).toEqual(KEPT);
    expect(mergeWords(merge)).toBe(
      '3 studies, 1 school, 1 syllabus, 1 book, 1 mock examination, 1 pupil, 1 study set, 1 try, 1 lesson, 1 ladder and 1 record that cannot be read added.',
    );
  });

  it('adds nothing to the one it came from', () => {
    const merge = mergeBackup(KEPT, KEPT, counter());
    expect(merge.fresh).toEqual(NOTHING);
    expect(mergeWords(merge)).toBe('Nothing added; 12 already here.');
  });

  it('stands beside what has changed since, and does so once', () => {
    const changed: Kept = {
      ...KEPT,
      studies: KEPT.studies.map((study, k) => (k === 0 ? { ...study, name: 'Ivo, recital', updated: NOW } : study)),
    };
    const first = mergeBackup(changed, KEPT, counter());
    expect(first.fresh.studies).toEqual([{ ...KEPT.studies[0], id: 'fresh-1' }]);
    expect(mergeWords(first)).toBe('1 study added; 11 already here; 1 added beside your own, which differs.');
    const after: Kept = { ...changed, studies: [...changed.studies, ...first.fresh.studies] };
    expect(mergeBackup(after, KEPT, counter()).fresh).toEqual(NOTHING);
  });

  it('keeps both of two studies that a file holds under one id', () => {
    const [study] = KEPT.studies;
    const file = { ...NOTHING, studies: [study!, { ...study!, name: 'another' }, study!] };
    const { fresh, known, beside } = mergeBackup(NOTHING, file, counter());
    expect(fresh.studies.map(({ id, name }) => `${id} ${name}`)).toEqual(['study-1 Ivo, Thursday', 'fresh-1 another']);
    expect([known, beside]).toEqual([1, 1]);
  });

  it('leaves a record that cannot be read where it is, whatever the file has under its id', () => {
    const here: Kept = { ...NOTHING, unreadable: [{ kind: 'studies', key: 'study-1', record: 'torn' }] };
    const { fresh } = mergeBackup(here, KEPT, counter());
    expect(fresh.studies.map(({ id }) => id)).toEqual(['fresh-1', 'study-2', 'study-3']);
    const torn = { ...NOTHING, unreadable: [{ kind: 'studies', key: 'study-2', record: 'torn too' }] };
    expect(mergeBackup(KEPT, torn, counter()).fresh.unreadable).toEqual([]);
    expect(mergeBackup(NOTHING, torn, counter()).fresh.unreadable).toEqual(torn.unreadable);
  });

  it('brings a record that cannot be read once, whatever it is stored under', () => {
    const here: Kept = { ...NOTHING, unreadable: [{ kind: 'studies', key: 'study-8', record: { torn: 1 } }] };
    const file = (record: unknown): Kept => ({ ...NOTHING, unreadable: [{ kind: 'studies', key: 'study-9', record }] });
    expect(mergeBackup(here, file({ torn: 1 }), counter()).fresh.unreadable).toEqual([]);
    expect(mergeBackup(here, file({ torn: 2 }), counter()).fresh.unreadable).toHaveLength(1);
  });

  it('leaves out what belongs to an unknown pupil, and takes what can be read after all', () => {
    const { fresh, ownerless } = mergeBackup(NOTHING, { ...KEPT, pupils: [] }, counter());
    expect([fresh.assignments, fresh.attempts, fresh.lessons, ownerless]).toEqual([[], [], [], 3]);
    expect(mergeWords({ fresh, known: 0, beside: 0, ownerless })).toContain(
      '3 left out: their pupil is not in the file',
    );
    expect(mergeBackup({ ...NOTHING, pupils: KEPT.pupils }, { ...KEPT, pupils: [] }, counter()).ownerless).toBe(0);
    const text = writeBackup(
      { ...NOTHING, unreadable: [{ kind: 'studies', key: 'study-1', record: KEPT.studies[0] }] },
      NOW,
    );
    const read = readBackup(text);
    expect(read.ok && [read.value.studies, read.value.unreadable]).toEqual([[KEPT.studies[0]], []]);
  });

  it('keeps what is here and brings all of the file, whatever the two hold', () => {
    const [study] = KEPT.studies;
    const some = fc.uniqueArray(
      fc.record({ id: fc.integer({ min: 1, max: 6 }), name: fc.constantFrom('one', 'two', 'three') }),
      { selector: ({ id }) => id, maxLength: 6 },
    );
    const library = some.map((list): Kept => ({
      ...NOTHING,
      studies: list.map(({ id, name }) => ({ ...study!, id: `study-${id}`, name })),
    }));
    fc.assert(
      fc.property(library, library, (here, file) => {
        const { fresh, known } = mergeBackup(here, file, counter());
        const after = [...here.studies, ...fresh.studies];
        expect(new Set(after.map(({ id }) => id)).size).toBe(after.length);
        // What is here stays as it is, and each state of the file is there too.
        expect(after.slice(0, here.studies.length)).toEqual(here.studies);
        for (const { name } of file.studies) expect(after.map((study) => study.name)).toContain(name);
        expect(fresh.studies.length + known).toBe(file.studies.length);
        const again = mergeBackup({ ...NOTHING, studies: after }, file, counter());
        expect(again.fresh).toEqual(NOTHING);
      }),
    );
  });
});
