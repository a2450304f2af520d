import {
  IDBCursor,
  IDBDatabase,
  IDBFactory,
  IDBIndex,
  IDBObjectStore,
  IDBRequest,
  IDBTransaction,
} from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { SCHOOLS } from '../core/schools/schools.ts';
import { mergeWords } from '../core/library/backup-merge.ts';
import { SHIPPED } from '../core/grading/shipped/shipped.ts';
import { playable } from '../core/study/playable.ts';
import type { SavedStudy } from '../core/study/saved-study.ts';

// The database behind the tests is fake-indexeddb, an implementation of the W3C's Indexed Database API 3.0.
const KINDS = { IDBCursor, IDBDatabase, IDBIndex, IDBObjectStore, IDBRequest, IDBTransaction };

type Keeping = typeof import('./library.ts') &
  typeof import('./backup.ts') &
  typeof import('./schools.ts') &
  typeof import('./syllabuses.ts') &
  typeof import('./facts.ts') &
  typeof import('./database.ts');

const STUDY = playable({ instrument: 'viola', tonic: 'D', octaves: 2, ways: 2 });

/** A page of its own: the modules as a browser tab loads them, over the databases of the browser. */
async function page(studio: 'own' | 'demo' = 'own'): Promise<Keeping> {
  vi.resetModules();
  vi.stubGlobal('document', { cookie: `other=1; studio=${studio}` });
  const parts = await Promise.all([
    import('./library.ts'),
    import('./backup.ts'),
    import('./schools.ts'),
    import('./syllabuses.ts'),
    import('./facts.ts'),
    import('./database.ts'),
  ]);
  return Object.assign({}, ...parts) as Keeping;
}

describe('keeping', () => {
  let own: Keeping;
  beforeEach(async () => {
    for (const [name, kind] of Object.entries(KINDS)) vi.stubGlobal(name, kind);
    vi.stubGlobal('indexedDB', new IDBFactory());
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
    await own.writeStudy(study(1, 'first'));
    await own.writeStudy(study(3, 'third'));
    await own.writeStudy(study(2, 'second'));
    expect(await names()).toEqual(['third', 'second', 'first']);
    const [third] = (await own.readLibrary()).studies;
    expect(await own.readStudy(third!.id)).toEqual(third);
    expect(third!.fingering).toEqual(STUDY.ways[0]!.fingers.map(({ string, finger }) => ({ string, finger })));
    await own.deleteStudy(third!.id);
    expect(await own.readStudy(third!.id)).toBeUndefined();
    expect(await names()).toEqual(['second', 'first']);
  });

  it('keeps the two studios apart', async () => {
    await own.writeStudy(study(1, 'mine'));
    const demo = await page('demo');
    expect(await names(demo)).toEqual([]);
    await demo.writeStudy(study(2, 'invented'));
    expect(await names(demo)).toEqual(['invented']);
    expect(await names(await page())).toEqual(['mine']);
  });

  it('leaves a record it cannot read as it is, and counts it', async () => {
    const whole = study(1, 'whole');
    await own.writeStudy(whole);
    const damaged = { ...study(2), recipe: { instrument: 'serpent' } };
    await (await own.database()).put('studies', damaged, damaged.id);
    expect(await own.readLibrary()).toEqual({ studies: [whole], unreadable: 1 });
    expect(await own.readStudy(damaged.id)).toBeUndefined();
    expect(await (await own.database()).get('studies', damaged.id)).toEqual(damaged);
  });

  it('does not let a tab write over what another has kept since', async () => {
    const first = study(1, 'as opened');
    await own.writeStudy(first);
    await own.rewriteStudy({ ...first, name: 'here', updated: study(2).updated }, first.updated);
    const late = own.rewriteStudy({ ...first, name: 'there', updated: study(3).updated }, first.updated);
    await expect(late).rejects.toThrow('changed in another tab');
    await expect(late).rejects.toBeInstanceOf(own.ChangedElsewhere);
    expect(await names()).toEqual(['here']);
  });

  it('keeps several studies all or none', async () => {
    const unkeepable = { ...study(2, 'bad'), recipe: () => 0 } as unknown as SavedStudy;
    await expect(own.writeStudies([study(1, 'good'), unkeepable])).rejects.toThrow();
    expect(await names()).toEqual([]);
    await own.writeStudies([study(1, 'one'), study(2, 'two')]);
    expect(await names()).toEqual(['two', 'one']);
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
    await own.writeStudies([study(1, 'one'), study(2, 'two')]);
    await own.writeSchool({ ...SCHOOLS[0]!, id: 'mine', name: 'Mine' });
    await own.writeSyllabus(own.ownCopyOf(SHIPPED[0]!));
    const text = await own.exportLibrary('2026-03-02T12:00:00.000Z');

    vi.stubGlobal('indexedDB', new IDBFactory());
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
    await own.writeStudies([study(1, 'one')]);
    await own.writeSchool({ ...SCHOOLS[0]!, id: 'mine', name: 'Mine' });
    const text = await own.exportLibrary('2026-03-02T12:00:00.000Z');

    vi.stubGlobal('indexedDB', new IDBFactory());
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
    ['SecurityError', 'does not let Step Ladder keep anything here'],
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
    vi.stubGlobal('indexedDB', new IDBFactory());
    expect(await own.readLibrary()).toEqual({ studies: [], unreadable: 0 });
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
