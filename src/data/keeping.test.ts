import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { SCHOOLS } from '../core/schools/schools.ts';
import { mergeWords } from '../core/library/backup-merge.ts';
import { SHIPPED } from '../core/grading/shipped/shipped.ts';
import { playable } from '../core/study/playable.ts';
import type { SavedStudy } from '../core/study/saved-study.ts';
import { freshBrowser, freshPage } from './browser.fixture.ts';

type Keeping = typeof import('./library.ts') &
  typeof import('./backup.ts') &
  typeof import('./schools.ts') &
  typeof import('./syllabuses.ts') &
  typeof import('./facts.ts') &
  typeof import('./database.ts');

const STUDY = playable({ instrument: 'viola', tonic: 'D', octaves: 2, ways: 2 });

/** A page of its own: the modules as a browser tab loads them, over the databases of the browser. */
async function page(studio: 'own' | 'demo' = 'own'): Promise<Keeping> {
  const parts = () => [
    import('./library.ts'),
    import('./backup.ts'),
    import('./schools.ts'),
    import('./syllabuses.ts'),
    import('./facts.ts'),
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
  const names = async (from = own): Promise<(string | undefined)[]> =>
    (await from.readLibrary()).studies.map(({ name }) => name);

  it('gives back what was kept, the newest change first', async () => {
    await own.addStudies([study(1, 'first'), study(3, 'third'), study(2, 'second')]);
    expect(await names()).toEqual(['third', 'second', 'first']);
    const [third] = (await own.readLibrary()).studies;
    expect(await own.readStudy(third!.id)).toEqual({ kind: 'study', study: third });
    expect((await own.readList()).studies.map(({ name, title }) => `${name}: ${title}`)).toEqual([
      'third: D major, two octaves',
      'second: D major, two octaves',
      'first: D major, two octaves',
    ]);
    expect(third!.fingering).toEqual(STUDY.ways[0]!.fingers.map(({ string, finger }) => ({ string, finger })));
    expect(await own.deleteStudy(third!.id)).toEqual(third);
    expect(await own.deleteStudy(third!.id)).toBeUndefined();
    expect(await own.readStudy(third!.id)).toEqual({ kind: 'none' });
    expect(await names()).toEqual(['second', 'first']);
    await own.restoreStudy(third!);
    await own.restoreStudy({ ...third!, name: 'not again' });
    expect(await names()).toEqual(['third', 'second', 'first']);
    expect((await own.readList()).studies).toHaveLength(3);
  });

  it('keeps the two studios apart', async () => {
    await own.addStudies([study(1, 'mine')]);
    const demo = await page('demo');
    expect(await names(demo)).toEqual([]);
    await demo.addStudies([study(2, 'invented')]);
    expect(await names(demo)).toEqual(['invented']);
    expect(await names(await page())).toEqual(['mine']);
  });

  it('leaves a record it cannot read as it is, says why, takes it along and deletes it by hand alone', async () => {
    const whole = study(1, 'whole');
    await own.addStudies([whole]);
    const damaged = { ...study(2), recipe: { instrument: 'serpent', tonic: 'C' } };
    await (await own.database()).put('studies', damaged, damaged.id);
    expect((await own.readList()).damaged).toEqual([damaged.id]);
    const [record] = await own.readDamaged([damaged.id, whole.id]);
    expect(record).toMatchObject({ key: damaged.id, record: damaged });
    expect(record!.reason).toMatch(/^Choose the instrument from: violin/);
    expect(await own.readLibrary()).toEqual({ studies: [whole], damaged: [record] });
    const change = await own.changeStudy({ ...whole, id: damaged.id }, { part: 'name', name: 'x' }, study(3).updated);
    expect(change).toEqual({ kind: 'damaged' });
    expect(await (await own.database()).get('studies', damaged.id)).toEqual(damaged);

    const file = await (await own.exportLibrary(study(4).updated)).text();
    freshBrowser();
    const there = await page();
    expect(mergeWords(await there.importLibrary(file))).toBe('1 study and 1 record that cannot be read added.');
    expect((await there.readLibrary()).damaged.map((one) => one.record)).toEqual([damaged]);
    await there.deleteDamaged(whole.id);
    await there.deleteDamaged(damaged.id);
    expect(await there.readLibrary()).toEqual({ studies: [whole], damaged: [] });
  });

  it('joins changes of different parts, asks about changes of the same, and brings nothing back from the dead', async () => {
    const first = study(1, 'as opened');
    await own.addStudies([first]);
    const other = own.toSaved(STUDY, 1, first.created);
    const work = { ...first, fingering: other.fingering };
    expect(await own.changeStudy(first, { part: 'name', name: 'renamed' }, study(2).updated)).toMatchObject({
      kind: 'kept',
      study: { name: 'renamed', updated: study(2).updated },
    });
    const met = await own.changeStudy(first, { part: 'work', work }, study(3).updated);
    expect(met).toMatchObject({ kind: 'kept', study: { name: 'renamed', fingering: other.fingering } });
    expect((await own.readList()).studies[0]).toMatchObject({ name: 'renamed', updated: study(3).updated });
    expect(await own.changeStudy(first, { part: 'name', name: 'else' }, study(4).updated)).toMatchObject({
      kind: 'differs',
      there: { name: 'renamed' },
    });
    expect(await names()).toEqual(['renamed']);
    await own.deleteStudy(first.id);
    expect(await own.changeStudy(first, { part: 'name', name: 'else' }, study(5).updated)).toEqual({ kind: 'gone' });
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
    await expect(own.addStudies([study(1, 'good'), unkeepable])).rejects.toThrow();
    expect(await names()).toEqual([]);
    const one = study(1, 'one');
    await own.addStudies([one, study(2, 'two')]);
    expect(await names()).toEqual(['two', 'one']);
    await expect(own.addStudies([study(3, 'three'), { ...one, name: 'over' }])).rejects.toThrow();
    expect(await names()).toEqual(['two', 'one']);
  });

  it('copies a study of the longest name into one that can be kept', async () => {
    const long = { ...study(1), name: 'n'.repeat(200) };
    const copy = own.copyOf(long, 'D major', study(2).updated);
    expect(copy.name).toHaveLength(200);
    expect(copy.name).toMatch(/n \(copy\)$/);
    await own.addStudies([long, copy]);
    expect(await names()).toEqual([copy.name, long.name]);
  });

  it('keeps a school in place of the one of its id, and leaves what it cannot read', async () => {
    const [school] = SCHOOLS;
    await own.changeFacts(own.SCHOOLS_KEPT, () => [{ id: 'x', odd: true }]);
    await own.writeSchool({ ...school!, id: 'mine', name: 'Mine' });
    await own.writeSchool({ ...school!, id: 'other', name: 'Another' });
    await own.writeSchool({ ...school!, id: 'mine', name: 'Mine, with late shifts' });
    expect((await own.readSchools()).map(({ name }) => name)).toEqual(['Another', 'Mine, with late shifts']);
    expect(await own.readFacts(own.SCHOOLS_KEPT)).toContainEqual({ id: 'x', odd: true });
  });

  it('loses nothing of a list that is changed in many places at once', async () => {
    await Promise.all(Array.from({ length: 25 }, (_, k) => own.changeFacts('list', (list) => [...list, k])));
    expect((await own.readFacts('list')).toSorted((a, b) => Number(a) - Number(b))).toEqual(
      Array.from({ length: 25 }, (_, k) => k),
    );
  });

  it('brings everything a teacher has made into another browser', async () => {
    await own.addStudies([study(1, 'one'), study(2, 'two')]);
    await own.writeSchool({ ...SCHOOLS[0]!, id: 'mine', name: 'Mine' });
    await own.writeSyllabus(own.ownCopyOf(SHIPPED[0]!));
    const text = await (await own.exportLibrary('2026-03-02T12:00:00.000Z')).text();

    freshBrowser();
    const there = await page();
    await there.writeSchool({ ...SCHOOLS[0]!, id: 'theirs', name: 'Theirs' });
    expect(mergeWords(await there.importLibrary(text))).toBe('2 studies, 1 school and 1 syllabus added.');
    expect(await names(there)).toEqual(['two', 'one']);
    expect((await there.readSchools()).map(({ name }) => name)).toEqual(['Theirs', 'Mine']);
    expect((await there.readSyllabuses()).map(({ name }) => name)).toEqual([`${SHIPPED[0]!.name}, own copy`]);
    expect(mergeWords(await there.importLibrary(text))).toBe('Nothing added, 4 already here.');
    expect(await names(there)).toEqual(['two', 'one']);
  });

  it('imports nothing of a backup when a part of it cannot be written', async () => {
    await own.addStudies([study(1, 'one')]);
    await own.writeSchool({ ...SCHOOLS[0]!, id: 'mine', name: 'Mine' });
    const text = await (await own.exportLibrary('2026-03-02T12:00:00.000Z')).text();

    freshBrowser();
    const there = await page();
    const put = IDBObjectStore.prototype.put;
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, value, key) {
      if (this.name === 'facts') throw new DOMException('full', 'QuotaExceededError');
      return put.call(this, value, key);
    });
    await expect(there.importLibrary(text)).rejects.toThrow('storage is full');
    vi.restoreAllMocks();
    expect(await names(there)).toEqual([]);
  });

  it.each([
    ['QuotaExceededError', 'storage is full: the last change is not saved'],
    ['VersionError', 'written by a newer Step Ladder'],
    ['UnknownError', 'disk of this computer took nothing more'],
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
