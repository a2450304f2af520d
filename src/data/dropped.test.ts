import { QueryClient } from '@tanstack/react-query';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { readBackup } from '../core/library/backup.ts';
import { Pupil } from '../core/practice/pupil.ts';
import { freshBrowser, freshPage } from './browser.fixture.ts';

type Page = typeof import('./change.ts') &
  typeof import('./records.ts') &
  typeof import('./database.ts') &
  typeof import('./storage-state.ts') &
  typeof import('./in-memory.ts');

const page = async (): Promise<Page> =>
  (await freshPage(() => [
    import('./change.ts'),
    import('./records.ts'),
    import('./database.ts'),
    import('./storage-state.ts'),
    import('./in-memory.ts'),
  ])) as Page;

const NOW = '2026-03-02T10:00:00.000Z';
const NELE = Pupil.parse({ id: 'nele', name: 'Nele', instrument: 'violin', created: NOW, updated: NOW });

/** As much of the page's other store as is used here. */
function otherStore(): Storage {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  } as Storage;
}

describe('a library that the browser drops', () => {
  beforeEach(() => {
    freshBrowser();
    vi.stubGlobal('localStorage', otherStore());
  });
  afterEach(() => {
    vi.unstubAllGlobals();
  });

  it('is noticed by the next page: said as such, nothing created in its place until the teacher says so', async () => {
    const first = await page();
    await first.write([first.added('pupils', NELE)]);
    freshBrowser();
    const next = await page();
    const read = () => next.attempt((db) => db.getAll('pupils'));
    await expect(read()).rejects.toMatchObject({ kind: 'emptied' });
    expect(next.storageTrouble()?.kind).toBe('emptied');
    await expect(next.write([next.added('pupils', NELE)])).rejects.toMatchObject({ kind: 'emptied' });
    // Asked once more it says the same: the refusal has not made a new database.
    await expect(read()).rejects.toMatchObject({ kind: 'emptied' });
    await next.startEmpty();
    expect(await read()).toEqual([]);
    expect(next.storageTrouble()).toBeUndefined();
  });

  it('is noticed by a page that had it open, also where nothing else is kept', async () => {
    vi.stubGlobal('localStorage', undefined);
    const own = await page();
    await own.write([own.added('pupils', NELE)]);
    (await own.database()).close();
    freshBrowser();
    await expect(own.write([own.removed('pupils', 'nele')])).rejects.toMatchObject({ kind: 'emptied' });
  });

  it('is not claimed of a browser in which nothing was ever kept', async () => {
    const own = await page();
    expect(await own.attempt((db) => db.getAll('pupils'))).toEqual([]);
    freshBrowser();
    expect(await (await page()).attempt((db) => db.getAll('pupils'))).toEqual([]);
  });

  it('can be saved from what the page still has in memory, what is being worked on as it is there', async () => {
    const own = await page();
    const client = new QueryClient();
    client.setQueryData(['pupils', 'roll'], { pupils: [NELE, { ...NELE, id: 'ada', name: 'Ada' }], assignments: [] });
    client.setQueryData(['pupils', 'one', 'nele'], { pupil: { ...NELE, notes: 'newer' }, assignments: [] });
    client.setQueryData(['books'], [{ id: 'own-book', text: 'G 123' }]);
    client.setQueryData(['unrelated'], { svg: '<svg/>', list: [1, 2, null] });
    const { text, records } = own.memoryBackup(client, NOW);
    expect(records).toBe(3);
    const read = readBackup(text);
    expect(read.ok && read.value.pupils.map(({ name }) => name).sort()).toEqual(['Ada', 'Nele']);
    expect(read.ok && read.value.books).toEqual([{ id: 'own-book', text: 'G 123' }]);
  });
});
