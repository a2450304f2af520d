import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { newClass } from '../core/classroom/class-record.ts';
import { freshBrowser, freshPage } from './browser.fixture.ts';

type Page = typeof import('./classes.ts');

describe('a class that is kept', () => {
  const page = async (): Promise<Page> => (await freshPage(() => [import('./classes.ts')])) as Page;
  beforeEach(() => freshBrowser());
  afterEach(() => vi.unstubAllGlobals());

  it('keeps what two tabs change of it where they change different things', async () => {
    const [one, other] = [await page(), await page()];
    await one.writeClass(newClass('strings-1', 'Strings'));
    await Promise.all([
      one.changeClass('strings-1', { tonic: 'G' }),
      other.changeClass('strings-1', { name: 'Thursday strings' }),
      one.changeClass('strings-1', { octaves: 1 }),
    ]);
    const [kept] = await other.readClasses();
    expect(kept).toMatchObject({ tonic: 'G', name: 'Thursday strings', octaves: 1 });
    expect(await one.readClasses()).toHaveLength(1);
  });

  it('does not come back from the dead, and is not kept where it makes no sense', async () => {
    const [one, other] = [await page(), await page()];
    await one.writeClass(newClass('strings-1', 'Strings'));
    await expect(one.changeClass('strings-1', { name: '' })).rejects.toThrow();
    expect((await one.readClasses())[0]!.name).toBe('Strings');
    await other.deleteClass('strings-1');
    await expect(one.changeClass('strings-1', { tonic: 'G' })).rejects.toThrow(/deleted in another tab/);
    expect(await one.readClasses()).toEqual([]);
  });
});
