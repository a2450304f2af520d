import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { School } from '../core/schools/school.ts';
import { SCHOOLS } from '../core/schools/schools.ts';
import { Syllabus } from '../core/grading/syllabus.ts';
import { mergeWords } from '../core/library/backup-merge.ts';
import { SHIPPED } from '../core/grading/shipped/shipped.ts';
import { playable } from '../core/study/playable.ts';
import type { SavedStudy } from '../core/study/saved-study.ts';
import { freshBrowser, freshPage } from './browser.fixture.ts';

type Keeping = typeof import('./library.ts') &
  typeof import('./backup.ts') &
  typeof import('./syllabuses.ts') &
  typeof import('./change.ts') &
  typeof import('./storage-trouble.ts') &
  typeof import('./records.ts') &
  typeof import('./read-records.ts') &
  typeof import('./database.ts');

const STUDY = playable({ instrument: 'viola', tonic: 'D', octaves: 2, ways: 2 });

/** A page of its own: the modules as a browser tab loads them, over the databases of the browser. */
async function page(studio: 'own' | 'demo' = 'own'): Promise<Keeping> {
  const parts = () => [
    import('./library.ts'),
    import('./backup.ts'),
    import('./syllabuses.ts'),
    import('./change.ts'),
    import('./storage-trouble.ts'),
    import('./records.ts'),
    import('./read-records.ts'),
    import('./database.ts'),
  ];
  return (await freshPage(parts, studio)) as Keeping;
}

describe('keeping', () => {
  let own: Keeping;
  beforeEach(async () => {
    freshBrowser();
    own = await page();
  });
  afterEach(() => {
    vi.restoreAllMocks();
    vi.unstubAllGlobals();
  });

  const study = (minute: number, name?: string): SavedStudy =>
    own.toSaved(STUDY, 0, `2026-03-02T10:${String(minute).padStart(2, '0')}:00.000Z`, name);
  /** Keeps new studies: all of them or none. */
  const add = (studies: readonly SavedStudy[], to = own) => to.write(studies.map((one) => to.added('studies', one)));
  const addSchool = (id: string, name: string, to = own) =>
    to.write([to.added('schools', { ...SCHOOLS[0]!, id, name })]);
  const schools = async (from = own) => (await from.readRecords('schools', School)).map(({ name }) => name);
  const imported = async (text: string, to: Keeping) => mergeWords((await to.importLibrary(text)).merge);
  const names = async (from = own): Promise<(string | undefined)[]> =>
    (await from.readLibrary()).studies.map(({ name }) => name);

  it('gives back what was kept, the newest change first', async () => {
    await add([study(1, 'first'), study(3, 'third'), study(2, 'second')]);
    expect(await names()).toEqual(['third', 'second', 'first']);
    const [third] = (await own.readLibrary()).studies;
    expect(await own.readStudy(third!.id)).toEqual({ kind: 'study', study: third });
    expect((await own.readList()).studies.map(({ name, title }) => `${name}: ${title}`)).toEqual([
      'third: D major, two octaves',
      'second: D major, two octaves',
      'first: D major, two octaves',
    ]);
    expect(third!.fingering).toEqual(STUDY.ways[0]!.fingers.map(({ string, finger }) => ({ string, finger })));
    const gone = await own.write([own.removed('studies', third!.id)]);
    expect(gone).toMatchObject({ kind: 'kept', steps: [{ before: third }] });
    expect(await own.write([own.removed('studies', third!.id)])).toMatchObject({ kind: 'kept', steps: [] });
    expect(await own.readStudy(third!.id)).toEqual({ kind: 'none' });
    expect(await names()).toEqual(['second', 'first']);
    expect(await own.takeBack(gone.kind === 'kept' ? gone.steps : [])).toBe(0);
    await own.write([own.changed('studies', third!, { ...third!, name: 'third, renamed' })]);
    expect(await own.takeBack(gone.kind === 'kept' ? gone.steps : [])).toBe(1);
    await own.write([own.changed('studies', { ...third!, name: 'third, renamed' }, third!)]);
    expect(await names()).toEqual(['third', 'second', 'first']);
    expect((await own.readList()).studies).toHaveLength(3);
  });

  it('keeps the two studios apart', async () => {
    await add([study(1, 'mine')]);
    const demo = await page('demo');
    expect(await names(demo)).toEqual([]);
    await add([study(2, 'invented')], demo);
    expect(await names(demo)).toEqual(['invented']);
    expect(await names(await page())).toEqual(['mine']);
  });

  it('leaves a record it cannot read as it is, says why, takes it along and deletes it by hand alone', async () => {
    const whole = study(1, 'whole');
    await add([whole]);
    const damaged = { ...study(2), recipe: { instrument: 'serpent', tonic: 'C' } };
    await (await own.database()).put('studies', damaged, damaged.id);
    expect((await own.readList()).damaged).toEqual([damaged.id]);
    const [record] = await own.readDamaged([damaged.id, whole.id]);
    expect(record).toMatchObject({ key: damaged.id, record: damaged });
    expect(record!.reason).toMatch(/^Choose the instrument from: violin/);
    expect(await own.readLibrary()).toEqual({ studies: [whole], damaged: [record] });
    const base = { ...whole, id: damaged.id };
    expect(await own.changeRecord('studies', base, { ...base, name: 'x' })).toEqual({ kind: 'damaged' });
    expect(await (await own.database()).get('studies', damaged.id)).toEqual(damaged);

    const file = await (await own.exportLibrary(study(4).updated)).text();
    freshBrowser();
    const there = await page();
    expect(await imported(file, there)).toBe('1 study and 1 record that cannot be read added.');
    expect((await there.readLibrary()).damaged.map((one) => one.record)).toEqual([damaged]);
    for (const { id } of [whole, damaged]) {
      await there.write([{ op: 'remove', kind: 'studies', key: id, onlyUnreadable: true }]);
    }
    expect(await there.readLibrary()).toEqual({ studies: [whole], damaged: [] });
  });

  it('joins changes of different parts, asks about changes of the same, and brings nothing back from the dead', async () => {
    const first = study(1, 'as opened');
    await add([first]);
    const other = own.toSaved(STUDY, 1, first.created);
    const change = (part: Partial<SavedStudy>, minute: number) =>
      own.changeRecord('studies', first, { ...first, ...part, updated: study(minute).updated });
    expect(await change({ name: 'renamed' }, 2)).toMatchObject({
      kind: 'kept',
      record: { name: 'renamed', updated: study(2).updated },
    });
    const met = await change({ fingering: other.fingering }, 3);
    expect(met).toMatchObject({ kind: 'kept', record: { name: 'renamed', fingering: other.fingering } });
    expect((await own.readList()).studies[0]).toMatchObject({ name: 'renamed', updated: study(3).updated });
    expect(await change({ name: 'else' }, 4)).toMatchObject({
      kind: 'differs',
      there: { name: 'renamed' },
      part: 'name',
    });
    // Notes and fingers are one: another recipe does not go with another’s fingers.
    const recipe = { ...first.recipe, openStrings: 'never' as const };
    expect(await change({ recipe }, 4)).toMatchObject({ kind: 'differs', part: 'recipe' });
    expect(await names()).toEqual(['renamed']);
    await own.write([own.removed('studies', first.id)]);
    expect(await change({ name: 'else' }, 5)).toEqual({ kind: 'gone' });
    expect(await names()).toEqual([]);
  });

  it('lays out what lists need of a library kept before there were lists', async () => {
    await new Promise<void>((resolve) => {
      const request = indexedDB.open('step-ladder', 1);
      request.onupgradeneeded = () => {
        const studies = request.result.createObjectStore('studies');
        request.result.createObjectStore('facts');
        for (const one of [study(1, 'old'), study(2, 'older')]) studies.put(one, one.id);
        studies.put('torn', 'torn-1');
      };
      request.onsuccess = () => {
        request.result.close();
        resolve();
      };
    });
    const { studies, damaged } = await own.readList();
    expect(studies.map(({ name }) => name)).toEqual(['older', 'old']);
    expect(damaged).toEqual(['torn-1']);
  });

  it('keeps several studies all or none, and never over one that is there', async () => {
    const unkeepable = { ...study(2, 'bad'), recipe: () => 0 } as unknown as SavedStudy;
    await expect(add([study(1, 'good'), unkeepable])).rejects.toThrow();
    expect(await names()).toEqual([]);
    const one = study(1, 'one');
    await add([one, study(2, 'two')]);
    expect(await names()).toEqual(['two', 'one']);
    expect(await add([study(3, 'three'), { ...one, name: 'over' }])).toMatchObject({ kind: 'differs', there: one });
    expect(await names()).toEqual(['two', 'one']);
  });

  it('copies a study of the longest name into one that can be kept', async () => {
    const long = { ...study(1), name: 'n'.repeat(200) };
    const copy = own.copyOf(long, 'D major', study(2).updated);
    expect(copy.name).toHaveLength(200);
    expect(copy.name).toMatch(/n \(copy\)$/);
    await add([long, copy]);
    expect(await names()).toEqual([copy.name, long.name]);
  });

  it('brings everything a teacher has made into another browser', async () => {
    await add([study(1, 'one'), study(2, 'two')]);
    await addSchool('mine', 'Mine');
    await own.write([own.added('syllabuses', own.ownCopyOf(SHIPPED[0]!))]);
    const text = await (await own.exportLibrary('2026-03-02T12:00:00.000Z')).text();

    freshBrowser();
    const there = await page();
    await addSchool('theirs', 'Theirs', there);
    expect(await imported(text, there)).toBe('2 studies, 1 school and 1 syllabus added.');
    expect(await names(there)).toEqual(['two', 'one']);
    expect((await schools(there)).sort()).toEqual(['Mine', 'Theirs']);
    expect((await there.readRecords('syllabuses', Syllabus)).map(({ name }) => name)).toEqual([
      `${SHIPPED[0]!.name}, own copy`,
    ]);
    expect(await imported(text, there)).toBe('Nothing added; 4 already here.');
    expect(await names(there)).toEqual(['two', 'one']);
  });

  it('imports nothing of a backup when a part of it cannot be written', async () => {
    await add([study(1, 'one')]);
    await addSchool('mine', 'Mine');
    const text = await (await own.exportLibrary('2026-03-02T12:00:00.000Z')).text();

    freshBrowser();
    const there = await page();
    const put = IDBObjectStore.prototype.put;
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, value, key) {
      if (this.name === 'schools') throw new DOMException('full', 'QuotaExceededError');
      return put.call(this, value, key);
    });
    await expect(there.importLibrary(text)).rejects.toThrow('storage is full');
    vi.restoreAllMocks();
    expect(await names(there)).toEqual([]);
  });

  it.each([
    ['QuotaExceededError', 'storage is full: the last change is not saved'],
    ['VersionError', 'written by a newer Step Ladder'],
    ['UnknownError', 'disk of this computer is full'],
    ['SecurityError', 'does not let Step Ladder keep anything here'],
    ['ConstraintError', 'a fault of its own and kept nothing of this change'],
  ])('says what a %s means for the teacher', (name, words) => {
    const trouble = own.troubleFrom(new DOMException('', name));
    expect(trouble).toBeInstanceOf(own.StorageTrouble);
    expect(trouble.message).toContain(words);
    expect(own.troubleFrom(trouble)).toBe(trouble);
  });

  it('opens again after a browser that refused lets it', async () => {
    vi.stubGlobal('indexedDB', {
      open: () => {
        throw new DOMException('blocked', 'SecurityError');
      },
    });
    await expect(own.readLibrary()).rejects.toThrow('does not let Step Ladder keep anything here');
    freshBrowser();
    expect(await own.readLibrary()).toEqual({ studies: [], damaged: [] });
  });

  it('does not touch a library written by a newer Step Ladder', async () => {
    await new Promise<void>((resolve) => {
      const request = indexedDB.open('step-ladder', 99);
      request.onsuccess = () => {
        request.result.close();
        resolve();
      };
    });
    await expect(own.readLibrary()).rejects.toThrow('Reload the page to get it; nothing has been changed.');
  });
});
