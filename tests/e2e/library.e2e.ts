import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { DEMO_PASSAGES } from '../../demo/passages.ts';
import { DEMO_STUDIO } from '../../demo/studio.ts';
import { Stage } from './stage.ts';

/** Everything the demonstration's library shows. */
const IN_DEMO = DEMO_STUDIO.length + DEMO_PASSAGES.length;

describe('the library', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open({ demo: true });
  });
  // Laid out once, which takes seconds: each test leaves as many studies as it found, the last renames one.
  beforeEach(async () => {
    await stage.go('/?studio=demo');
    await stage.until('the demonstration studio', async () => (await rows()).length === IN_DEMO);
  });
  afterAll(() => stage.close());

  const rows = async (): Promise<string[]> =>
    stage.driver.executeScript<string[]>(
      `return [...document.querySelectorAll('tbody tr:has(a)')].map((row) => row.innerText.replaceAll('\\t', ' '));`,
    );

  const importFile = async (text: string): Promise<void> => {
    const file = join(mkdtempSync(join(tmpdir(), 'step-ladder-')), 'backup.json');
    writeFileSync(file, text);
    await (await stage.find(By.css('input[type="file"]'))).sendKeys(file);
  };

  it('opens with the demonstration, apart from the teacher’s own library, and can be reset', async () => {
    await stage.click('Actions for Pella, first scale');
    await stage.click('Delete');
    await stage.until('one study fewer', async () => (await rows()).length === IN_DEMO - 1);
    await stage.click('Reset the demonstration');
    await stage.until('the demonstration as it was', async () => (await rows()).length === IN_DEMO);
    await stage.click('Go to your own library');
    await stage.sees('Nothing here yet.');
    await stage.driver.navigate().refresh();
    await stage.sees('Nothing here yet.');
    await stage.go('/?studio=demo');
    await stage.until('the demonstration again', async () => (await rows()).length === IN_DEMO);
  });

  it('shows the first bar of each study, and its line string by string', async () => {
    // Four beats of two notes, and a closed slur over each pair.
    await stage.until('eight notes under four slurs', () =>
      stage.driver.executeScript<boolean>(`
        const bar = [...document.querySelectorAll('tr')].find((row) => row.innerText.includes('Ivo, Thursday')).querySelector('.first-bar');
        return bar.querySelectorAll('.note').length === 8 && bar.querySelectorAll('.slur').length === 4;`),
    );
    // Up G, D, A, E and down again: seven runs on four strings.
    await stage.until('seven runs', async () => {
      const runs = '//tr[contains(., "Ivo, Thursday")]//*[local-name()="polyline"]';
      return (await stage.driver.findElements(By.xpath(runs))).length === 7;
    });
  });

  it('finds by name, key and instrument', async () => {
    const search = await stage.find(By.css('input[type="search"]'));
    await search.sendKeys('bass chromatic');
    await stage.until('one study', async () => (await rows()).length === 1);
    expect((await rows())[0]).toContain('Half steps');
    await search.sendKeys(Key.chord(Key.CONTROL, 'a'), 'bb minor');
    await stage.sees('No study matches “bb minor”');
  });

  it('refuses a broken backup and loses nothing, then takes its own backup back', async () => {
    await stage.click('Export the library');
    const backup = readFileSync(await stage.downloaded('.json'), 'utf8');
    const before = await rows();

    await importFile('{"format": "something else"}');
    await stage.sees('is not a backup of Step Ladder');
    const damaged = JSON.parse(backup);
    damaged.studies[3].recipe.tonic = 'H';
    await importFile(JSON.stringify(damaged));
    await stage.sees('Study 4 in the file is damaged');
    await importFile(backup.slice(0, 400));
    await stage.sees('it is not JSON');
    expect(await rows()).toEqual(before);
    await stage.driver.navigate().refresh();
    await stage.until('the same studies', async () => (await rows()).length === before.length);

    await stage.click('Actions for Noor, closed hand');
    await stage.click('Delete');
    await stage.until('one fewer', async () => (await rows()).length === before.length - 1);
    await importFile(backup);
    // All but the one study is here: the others, the studio's book of fingerings, its pupils and their logs.
    await stage.until('what was brought in', async () =>
      /1 study added; \d{3,} already here\./.test(await stage.text(By.css('body'))),
    );
    await stage.until('all of them', async () => (await rows()).length === before.length);
  });

  it('deletes with undo, duplicates and renames', async () => {
    await stage.click('Actions for Ivo, Thursday');
    await stage.click('Delete');
    await stage.until('the study gone', async () => !(await rows()).some((row) => row.includes('Ivo')));
    await stage.click('Undo');
    await stage.until('the study back', async () => (await rows()).some((row) => row.includes('Ivo')));

    await stage.click('Actions for Ivo, Thursday');
    await stage.click('Duplicate');
    await stage.until('the copy', async () => (await rows()).some((row) => row.includes('Ivo, Thursday (copy)')));
    await stage.click('Actions for Ivo, Thursday (copy)');
    await stage.click('Rename …');
    const field = await stage.find(By.css('[role="dialog"] input[name="name"]'));
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Ivo, recital', Key.ENTER);
    await stage.until('the new name', async () => (await rows()).some((row) => row.includes('Ivo, recital')));
    expect((await rows()).filter((row) => row.includes('(copy)'))).toEqual([]);
    await stage.driver.navigate().refresh();
    await stage.until('the new name after a reload', async () =>
      (await rows()).some((row) => row.includes('Ivo, recital')),
    );
  });
});

describe('where the browser keeps nothing', () => {
  const withStorage = async (script: string, check: (stage: Stage) => Promise<void>): Promise<void> => {
    const stage = await Stage.open();
    try {
      await stage.devTools('Page.addScriptToEvaluateOnNewDocument', { source: script });
      await check(stage);
    } finally {
      await stage.close();
    }
  };

  it('says so when storage is blocked, and still builds', async () => {
    await withStorage(
      `Object.defineProperty(window, 'indexedDB', { get() { throw new DOMException('blocked', 'SecurityError'); } });`,
      async (stage) => {
        await stage.go('/');
        await stage.sees('does not let Step Ladder keep anything here');
        await stage.go('/studies/new?instrument=bass&tonic=F&start=F1');
        expect(await stage.score()).toContain('E 14  A 014  D 024');
        await stage.click('Keep in the library');
        await stage.sees('does not let Step Ladder keep anything here');
      },
    );
  });

  it('says so when storage is full, and what to do', async () => {
    await withStorage(
      `IDBObjectStore.prototype.put = IDBObjectStore.prototype.add = () => { throw new DOMException('full', 'QuotaExceededError'); };`,
      async (stage) => {
        await stage.go('/studies/new?instrument=bass&tonic=F&start=F1');
        await stage.score();
        await stage.click('Keep in the library');
        await stage.sees('storage is full: the last change is not saved');
      },
    );
  });
});
