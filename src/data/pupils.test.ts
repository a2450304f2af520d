import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { homeworkOf, logOf } from '../core/practice/pupil-file.ts';
import { Assignment, Lesson, LoggedAttempt, Pupil } from '../core/practice/pupil.ts';
import { playable } from '../core/study/playable.ts';
import { freshBrowser, freshPage } from './browser.fixture.ts';

type Page = typeof import('./pupils.ts') &
  typeof import('./backup.ts') &
  typeof import('./library.ts') &
  typeof import('./recordings.ts') &
  typeof import('./database.ts');

/** A page of its own: the modules as a browser tab loads them, over the databases of the browser. */
async function page(): Promise<Page> {
  const parts = () => [
    import('./pupils.ts'),
    import('./backup.ts'),
    import('./library.ts'),
    import('./recordings.ts'),
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

  const fill = async (from: Page): Promise<void> =>
    from.keepPupilRecords({
      pupils: [NELE, { ...NELE, id: 'ada', name: 'Ada' }],
      assignments: [set('one', 'study-1')],
      attempts: [tried('a', 'study-1'), { ...tried('b', 'study-1'), pupil: 'ada' }],
      lessons: [Lesson.parse({ id: 'l', pupil: 'nele', date: '2026-03-02', updated: NOW })],
    });

  it('joins what two tabs change of different parts, and changes nothing of a pupil who is gone', async () => {
    await fill(own);
    const other = await page();
    await own.changePupil('nele', { notes: 'sings' });
    await other.changePupil('nele', { exam: '2026-05-01' });
    expect((await own.readPupil('nele'))!.pupil).toMatchObject({ notes: 'sings', exam: '2026-05-01' });
    await own.changePupil('nele', { exam: undefined });
    expect((await own.readPupil('nele'))!.pupil).not.toHaveProperty('exam');
    await other.deletePupil('nele');
    await expect(own.changePupil('nele', { notes: 'x' })).rejects.toThrow(/deleted in another tab/);
    expect(await own.readPupil('nele')).toBeUndefined();
  });

  it('deletes everything of a pupil and of nobody else, and brings it back as it was', async () => {
    await fill(own);
    const before = await own.readPupil('nele');
    const gone = await own.deletePupil('nele');
    expect(await own.readPupil('nele')).toBeUndefined();
    expect((await own.readPupil('ada'))!.attempts).toHaveLength(1);
    const { kept } = await own.readAllPupils();
    expect([kept.assignments, kept.lessons].flat()).toEqual([]);
    await own.keepPupilRecords(gone);
    expect(await own.readPupil('nele')).toEqual(before);
  });

  it('keeps a recording with a pupil, gives it back as it was, and lets it go with the pupil', async () => {
    await fill(own);
    const recording = (id: string, pupil: string, date: string) => ({
      ...{ id, pupil, date, study: 'study-1', title: 'A major', seconds: 1.5 },
      sound: new Blob([new Uint8Array([82, 73, 70, 70])], { type: 'audio/wav' }),
    });
    await own.keepRecording(recording('early', 'nele', '2026-03-02'));
    await own.keepRecording(recording('late', 'nele', '2026-03-09'));
    await own.keepRecording(recording('hers', 'ada', '2026-03-09'));
    const ids = async (pupil: string): Promise<string[]> => (await own.readRecordings(pupil)).map(({ id }) => id);
    expect(await ids('nele')).toEqual(['late', 'early']);
    const [late] = await own.readRecordings('nele');
    expect(new Uint8Array(await late!.sound.arrayBuffer())).toEqual(new Uint8Array([82, 73, 70, 70]));
    // No file that is written holds sound.
    expect(JSON.stringify(await own.readAllPupils())).not.toContain('late');
    await own.deleteRecording('early');
    const gone = await own.deletePupil('nele');
    expect([await ids('nele'), await ids('ada')]).toEqual([[], ['hers']]);
    await own.keepPupilRecords(gone);
    expect(await ids('nele')).toEqual(['late']);
    await expect(own.keepRecording({ ...recording('bad', 'nele', 'today') })).rejects.toThrow();
  });

  it('keeps all of what belongs together or none of it', async () => {
    const bad = { ...tried('x', 'study-1'), bpm: -1 };
    await expect(own.keepPupilRecords({ pupils: [NELE], attempts: [bad] })).rejects.toThrow();
    expect((await own.readRoll()).pupils).toEqual([]);
  });

  it('takes homework to another browser and the log back, once however often, and leaves what was practised', async () => {
    const { recipe, ways } = playable({ instrument: 'violin', tonic: 'D', ways: 1 });
    const study = { ...own.toSaved({ recipe, ways, passage: undefined as never }, 0, NOW), id: 'study-1' };
    await own.addStudies([study]);
    await fill(own);
    const homework = homeworkOf((await own.readPupil('nele'))!, [study], [], NOW);
    const teacher = indexedDB;
    freshBrowser();
    const pupil = await page();
    await pupil.takeHomework(homework);
    await pupil.keepPupilRecords({ attempts: [tried('mine', 'study-1')] });
    await pupil.takeHomework(homework);
    expect((await pupil.readPupil('nele'))!.attempts.map(({ id }) => id).sort()).toEqual(['a', 'mine']);
    expect((await pupil.readStudy('study-1')).kind).toBe('study');
    const log = logOf((await pupil.readPupil('nele'))!, NOW);
    vi.stubGlobal('indexedDB', teacher);
    const back = await page();
    expect((await back.takeLog(log)).fresh.map(({ id }) => id)).toEqual(['mine']);
    expect((await back.takeLog(log)).fresh).toEqual([]);
    expect((await back.readPupil('nele'))!.attempts).toHaveLength(2);
    await expect(back.takeLog({ ...log, pupil: { id: 'otto', name: 'Otto' } })).rejects.toThrow(
      'Otto, who is no pupil here',
    );
  });

  it('leaves a record it cannot read as it is, and takes it along in a backup', async () => {
    await fill(own);
    await own.inOneGo(['pupils'], (transaction) =>
      transaction.objectStore('pupils').put({ id: 'odd', name: 7 }, 'odd'),
    );
    expect((await own.readRoll()).damaged).toBe(1);
    await expect(own.readPupil('odd')).rejects.toThrow(/damaged.*left as it is/);
    const text = await (await own.exportLibrary(NOW)).text();
    freshBrowser();
    const other = await page();
    await other.importLibrary(text);
    expect((await other.readPupil('nele'))!.pupil).toEqual(NELE);
    const { kept, damaged } = await other.readAllPupils();
    expect([kept.pupils.length, kept.assignments.length, kept.attempts.length, kept.lessons.length]).toEqual([
      2, 1, 2, 1,
    ]);
    expect(damaged).toEqual([{ kind: 'pupils', key: 'odd', record: { id: 'odd', name: 7 } }]);
    // Read once more, nothing comes in twice.
    await other.importLibrary(text);
    expect((await other.readAllPupils()).kept.attempts).toHaveLength(2);
  });
});
