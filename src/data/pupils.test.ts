import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { homeworkOf, logOf, type Homework, type PracticeLog } from '../core/practice/pupil-file.ts';
import { Assignment, Lesson, LoggedAttempt, Pupil } from '../core/practice/pupil.ts';
import { playable } from '../core/study/playable.ts';
import { freshBrowser, freshPage } from './browser.fixture.ts';

type Page = typeof import('./pupils.ts') &
  typeof import('./backup.ts') &
  typeof import('./library.ts') &
  typeof import('./recordings.ts') &
  typeof import('./change.ts') &
  typeof import('./records.ts') &
  typeof import('./pupil-files.ts') &
  typeof import('./database.ts');

/** A page of its own: the modules as a browser tab loads them, over the databases of the browser. */
async function page(): Promise<Page> {
  const parts = () => [
    import('./pupils.ts'),
    import('./backup.ts'),
    import('./library.ts'),
    import('./recordings.ts'),
    import('./change.ts'),
    import('./records.ts'),
    import('./pupil-files.ts'),
    import('./database.ts'),
  ];
  return (await freshPage(parts)) as Page;
}

const NOW = '2026-03-02T10:00:00.000Z';
const NELE = Pupil.parse({ id: 'nele', name: 'Nele', instrument: 'violin', created: NOW, updated: NOW });
const set = (id: string, study: string) =>
  Assignment.parse({ id, pupil: 'nele', study, set: '2026-03-02', target: { bpm: 60, perBeat: 2 }, updated: NOW });
const tried = (id: string, study: string) =>
  LoggedAttempt.parse({ id, pupil: 'nele', study, rung: 'names', date: '2026-03-03', bpm: 60, result: 'clean' });

describe('pupils that are kept', () => {
  let own: Page;
  beforeEach(async () => {
    freshBrowser();
    own = await page();
  });
  afterEach(() => {
    vi.restoreAllMocks();
    vi.unstubAllGlobals();
  });

  const fill = async (from: Page): Promise<void> => {
    const lesson = Lesson.parse({ id: 'l', pupil: 'nele', date: '2026-03-02', updated: NOW });
    const written = await from.write([
      from.added('pupils', NELE),
      from.added('pupils', { ...NELE, id: 'ada', name: 'Ada' }),
      from.added('assignments', set('one', 'study-1')),
      from.added('attempts', tried('a', 'study-1')),
      from.added('attempts', { ...tried('b', 'study-1'), pupil: 'ada' }),
      from.added('lessons', lesson),
    ]);
    expect(written.kind).toBe('kept');
  };
  const deletePupil = async (from: Page) => {
    const gone = await from.write([from.removed('pupils', 'nele')]);
    return gone.kind === 'kept' ? gone.steps : [];
  };

  it('deletes everything of a pupil and of nobody else, and brings it back as it was, damaged records too', async () => {
    await fill(own);
    const damaged = { id: 'odd', pupil: 'nele', rung: 7 };
    await own.inOneGo(['attempts'], (transaction) => transaction.objectStore('attempts').put(damaged, 'odd'));
    const before = await own.readPupil('nele');
    const gone = await deletePupil(own);
    expect(await own.readPupil('nele')).toBeUndefined();
    expect((await own.readPupil('ada'))!.attempts).toHaveLength(1);
    const db = await own.database();
    expect([await db.count('assignments'), await db.count('lessons'), await db.count('attempts')]).toEqual([0, 0, 1]);
    expect(await own.takeBack(gone)).toBe(0);
    expect(await own.readPupil('nele')).toEqual(before);
    expect(await db.get('attempts', 'odd')).toEqual(damaged);
  });

  it('keeps nothing of a pupil who is not here, and nothing over another pupil’s', async () => {
    await fill(own);
    const stray = own.added('attempts', { ...tried('s', 'study-1'), pupil: 'otto' });
    expect((await own.write([stray])).kind).toBe('gone');
    const taken = own.added('attempts', { ...tried('a', 'study-1'), pupil: 'ada' });
    expect((await own.write([taken])).kind).toBe('differs');
    const moved = own.applied('assignments', 'one', (now) => now && { ...now, pupil: 'ada' });
    expect((await own.write([moved])).kind).toBe('gone');
    await deletePupil(own);
    expect((await own.write([own.added('attempts', tried('late', 'study-1'))])).kind).toBe('gone');
    expect(await (await own.database()).getAllKeys('attempts')).toEqual(['b']);
  });

  it('keeps a recording with a pupil, gives it back as it was, and lets it go with the pupil', async () => {
    await fill(own);
    const recording = (id: string, pupil: string, date: string) => ({
      ...{ id, pupil, date, study: 'study-1', title: 'A major', seconds: 1.5 },
      sound: new Blob([new Uint8Array([82, 73, 70, 70])], { type: 'audio/wav' }),
    });
    const keep = (one: ReturnType<typeof recording>) => own.write([own.added('recordings', one)]);
    await keep(recording('early', 'nele', '2026-03-02'));
    await keep(recording('late', 'nele', '2026-03-09'));
    await keep(recording('hers', 'ada', '2026-03-09'));
    const ids = async (pupil: string): Promise<string[]> => (await own.readRecordings(pupil)).map(({ id }) => id);
    expect(await ids('nele')).toEqual(['late', 'early']);
    const [late] = await own.readRecordings('nele');
    expect(new Uint8Array(await late!.sound.arrayBuffer())).toEqual(new Uint8Array([82, 73, 70, 70]));
    // No file that is written holds sound.
    expect(await (await own.exportLibrary(NOW)).text()).not.toContain('late');
    await own.write([own.removed('recordings', 'early')]);
    const gone = await deletePupil(own);
    expect([await ids('nele'), await ids('ada')]).toEqual([[], ['hers']]);
    await own.takeBack(gone);
    expect(await ids('nele')).toEqual(['late']);
    await expect(keep({ ...recording('bad', 'nele', 'today') })).rejects.toThrow();
  });

  it('keeps all of what belongs together or none of it', async () => {
    const bad = { ...tried('x', 'study-1'), bpm: -1 };
    await expect(own.write([own.added('pupils', NELE), own.added('attempts', bad)])).rejects.toThrow();
    expect((await own.readRoll()).pupils).toEqual([]);
  });

  it('takes homework to another browser and the log back, once however often, and leaves what was practised', async () => {
    const { recipe, ways } = playable({ instrument: 'violin', tonic: 'D', ways: 1 });
    const study = { ...own.toSaved({ recipe, ways, passage: undefined as never }, 0, NOW), id: 'study-1' };
    await own.write([own.added('studies', study)]);
    await fill(own);
    const whole = (await own.readPupil('nele'))!;
    const homework = homeworkOf(whole, [study], [], NOW);
    const teacher = indexedDB;
    freshBrowser();
    const pupil = await page();
    const open = async (at: Page, file: Homework | PracticeLog) => {
      const preview = await at.previewFile(file);
      const changes = preview.kind === 'stranger' ? [] : preview.changes;
      const written = await at.write(changes);
      return written.kind === 'kept' ? written.steps : [];
    };
    const opened = await open(pupil, homework);
    await pupil.write([pupil.added('attempts', tried('mine', 'study-1'))]);
    expect(await open(pupil, homework)).toEqual([]);
    expect((await pupil.readPupil('nele'))!.attempts.map(({ id }) => id).sort()).toEqual(['a', 'mine']);
    expect((await pupil.readStudy('study-1')).kind).toBe('study');
    const log = logOf((await pupil.readPupil('nele'))!, NOW);
    // Taken back, all that came with it goes; what was practised since stays in the browser.
    expect(await pupil.takeBack(opened)).toBe(0);
    expect(await pupil.readPupil('nele')).toBeUndefined();
    expect(await (await pupil.database()).getAllKeys('attempts')).toEqual(['mine']);

    vi.stubGlobal('indexedDB', teacher);
    const back = await page();
    expect((await open(back, log)).map(({ key }) => key)).toEqual(['mine']);
    expect(await open(back, log)).toEqual([]);
    expect((await back.readPupil('nele'))!.attempts).toHaveLength(2);
    expect((await back.previewFile({ ...log, pupil: { id: 'otto', name: 'Otto' } })).kind).toBe('stranger');
    // Opened by the teacher, the homework of old takes nothing from what is newer here.
    const now = (await back.readPupil('nele'))!;
    const [base] = now.assignments;
    await back.changeRecord('assignments', base!, { ...base!, words: 'thumb', updated: '2026-03-05T10:00:00.000Z' });
    await back.changeRecord('pupils', now.pupil, { ...now.pupil, notes: 'sings' });
    await open(back, homework);
    const kept = (await back.readPupil('nele'))!;
    expect([kept.assignments[0]!.words, kept.pupil.notes]).toEqual(['thumb', 'sings']);
  });

  it('writes everything of a pupil but sound into a file that a library takes in', async () => {
    await fill(own);
    const whole = (await own.readPupil('nele'))!;
    const text = await own.pupilBackup({ ...whole, pupil: { ...whole.pupil, notes: 'shy' } });
    freshBrowser();
    const other = await page();
    await other.importLibrary(text);
    expect(await other.readPupil('nele')).toEqual({ ...whole, pupil: { ...whole.pupil, notes: 'shy' } });
  });

  it('leaves a record it cannot read as it is, and takes it along in a backup', async () => {
    await fill(own);
    const odd = { id: 'odd', name: 7 };
    await own.inOneGo(['pupils'], (transaction) => transaction.objectStore('pupils').put(odd, 'odd'));
    expect((await own.readRoll()).damaged).toBe(1);
    await expect(own.readPupil('odd')).rejects.toThrow(/damaged.*left as it is/);
    const text = await (await own.exportLibrary(NOW)).text();
    freshBrowser();
    const other = await page();
    await other.importLibrary(text);
    expect((await other.readPupil('nele'))!.pupil).toEqual(NELE);
    const db = await other.database();
    const counts = () =>
      Promise.all((['pupils', 'assignments', 'attempts', 'lessons'] as const).map((one) => db.count(one)));
    expect(await counts()).toEqual([3, 1, 2, 1]);
    expect(await db.get('pupils', 'odd')).toEqual(odd);
    // Read once more, nothing comes in twice.
    await other.importLibrary(text);
    expect(await counts()).toEqual([3, 1, 2, 1]);
  });
});
