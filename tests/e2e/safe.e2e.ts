import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { getDocumentProxy } from 'unpdf';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

/** All records of a store, as they are stored. */
const stored = <One>(stage: Stage, store: string): Promise<One[]> =>
  stage.driver.executeAsyncScript(
    `const [store, done] = arguments;
     indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
       db.transaction(store).objectStore(store).getAll().onsuccess = ({ target }) => { db.close(); done(target.result); };
     };`,
    store,
  );

const press = (stage: Stage, ...keys: string[]): Promise<void> =>
  stage.driver
    .actions()
    .sendKeys(...keys)
    .perform();

/** Adds a pupil by the form; gives the path of their page. */
async function addPupil(stage: Stage, name: string): Promise<string> {
  await stage.go('/pupils');
  await stage.click('Add a pupil');
  await (await stage.find(By.css('[role="dialog"] input[name="name"]'))).sendKeys(name);
  await stage.click('Add the pupil');
  await stage.until('the pupil’s page', async () => (await stage.text(By.css('h1'))) === name);
  return new URL(await stage.driver.getCurrentUrl()).pathname;
}

const NOTES = By.css('textarea[aria-label="Your notes on this pupil"]');
const BOOK = By.css('[role="textbox"][aria-label="The lines"]');

async function setStudy(stage: Stage, path: string): Promise<void> {
  await stage.go('/studies/new?instrument=violin&tonic=D&start=D4');
  await stage.score();
  await stage.click('Keep');
  await stage.until('the kept study', async () => !(await stage.driver.getCurrentUrl()).includes('/new'));
  await stage.go(path);
  const list = await stage.find(By.css('select[aria-label="A study to set"]'));
  const option = await stage.option(list, 'D major, one octave');
  await option?.click();
  await stage.click('Set it');
  await stage.sees('Tempo to reach');
}

describe('what is typed', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
  });
  beforeEach(() => stage.fresh());
  afterAll(() => stage.close());

  it('is saved as it is typed, and asked about where two tabs type into one field', async () => {
    const path = await addPupil(stage, 'Nele');
    await (await stage.find(NOTES)).sendKeys('sings well');
    await stage.until(
      'the notes stored',
      async () => (await stored<{ notes: string }>(stage, 'pupils'))[0]?.notes === 'sings well',
    );
    // Left without a word, and reloaded: all of it is there.
    await stage.go('/book');
    await stage.go(path);
    expect(await (await stage.find(NOTES)).getAttribute('value')).toBe('sings well');

    const { first, second } = await stage.secondTab(path);
    await stage.find(NOTES);
    await first();
    // This tab tells the other nothing of what it writes.
    await stage.driver.executeScript(`BroadcastChannel.prototype.postMessage = () => undefined;`);
    await (await stage.find(NOTES)).sendKeys(', thumb');
    await stage.until(
      'stored',
      async () => (await stored<{ notes: string }>(stage, 'pupils'))[0]?.notes === 'sings well, thumb',
    );
    await second();
    await (await stage.find(NOTES)).sendKeys('!');
    await stage.sees('Another tab has changed the notes of Nele.');
    await stage.sees('sings well, thumb');
    // The page is reloaded with the question open: it is asked again, and what was typed is not lost.
    await stage.driver.navigate().refresh();
    await stage.sees('Another tab has changed the notes of Nele.');
    await stage.click('Keep mine');
    await stage.until(
      'mine stored',
      async () => (await stored<{ notes: string }>(stage, 'pupils'))[0]?.notes === 'sings well!',
    );
    expect(await stored(stage, 'drafts')).toEqual([]);
    await stage.driver.close();
    await first();
  });

  it('into the book survives leaving the page at once, and a second tab is asked', async () => {
    await stage.go('/book');
    await (await stage.find(BOOK)).sendKeys('Violin', Key.ENTER, 'D major, one octave: D 0123 A 0123');
    await stage.go('/');
    await stage.go('/book');
    await stage.until('the lines', async () => (await (await stage.find(BOOK)).getText()).endsWith('A 0123'));
    await stage.sees('1 fingering can be played');
  });

  it('in a form survives leaving and another tab, until it is sent or let go', async () => {
    const name = By.css('[role="dialog"] input[name="name"]');
    const typed = async (): Promise<string | null> => {
      await stage.click('Add a pupil');
      return (await stage.find(name)).getAttribute('value');
    };
    await stage.go('/pupils');
    await stage.click('Add a pupil');
    await (await stage.find(name)).sendKeys('Nele');
    await stage.go('/book');
    const { first } = await stage.secondTab('/pupils');
    expect(await typed()).toBe('Nele');
    await stage.click('Leave it');
    await stage.driver.close();
    await first();
    await stage.go('/pupils');
    expect(await typed()).toBe('');
    await (await stage.find(name)).sendKeys('Anton');
    await stage.click('Add the pupil');
    await stage.until('the pupil’s page', async () => (await stage.text(By.css('h1'))) === 'Anton');
    await stage.go('/pupils');
    expect(await typed()).toBe('');
  });

  it('in a form is kept without the fields nobody touched: a newer change of those is not undone', async () => {
    const path = await addPupil(stage, 'Nele');
    const openForm = async (): Promise<void> => {
      await stage.click('More …');
      await stage.click('Change Nele …');
    };
    await openForm();
    const name = await stage.find(By.css('[role="dialog"] input[name="name"]'));
    await name.clear();
    await name.sendKeys('Nele B');
    await stage.go('/book');
    // As an import would, or a tab with an older form.
    await stage.driver.executeAsyncScript(
      `const [done] = arguments;
       indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
         const work = db.transaction('pupils', 'readwrite');
         const store = work.objectStore('pupils');
         store.getAll().onsuccess = ({ target: { result: [one] } }) =>
           store.put({ ...one, practice: { ...one.practice, minutes: 45 } }, one.id);
         work.oncomplete = () => { db.close(); done(); };
       };`,
    );
    await stage.go(path);
    await stage.sees('45 minutes a day');
    await openForm();
    await stage.click('Keep the changes');
    await stage.until('the name that was typed', async () => (await stage.text(By.css('h1'))) === 'Nele B');
    await stage.sees('45 minutes a day');
  });

  it('in a line of a syllabus is kept where it cannot be read yet', async () => {
    await stage.go('/syllabus?show=edit');
    await stage.click('Copy it and change the copy');
    const octaves = By.css('input[aria-label="octaves of line 1"]');
    await (await stage.find(octaves)).sendKeys(Key.BACK_SPACE, '9');
    await stage.sees('Octaves are 1 to 4.');
    await stage.driver.navigate().refresh();
    await stage.until(
      'the line as it was typed',
      async () => (await (await stage.find(octaves)).getAttribute('value')) === '9',
    );
    await (await stage.find(octaves)).sendKeys(Key.BACK_SPACE, '2', Key.TAB);
    await stage.until('the line kept', async () =>
      JSON.stringify(await stored(stage, 'syllabuses')).includes('"octaves":2'),
    );
  });

  it('in a lesson reaches its history: a key, and E right after it, lose nothing', async () => {
    const path = await addPupil(stage, 'Nele');
    await setStudy(stage, path);
    await stage.go(`${path}/lesson`);
    await stage.sees('0 of 1 heard');
    await press(stage, 'w');
    await press(stage, 'curved fourth');
    await press(stage, Key.ESCAPE);
    await stage.driver.executeScript(
      `for (const key of ['1', 'e']) document.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));`,
    );
    await stage.until('the sheet', async () => (await stage.driver.getCurrentUrl()).endsWith('/sheet'));
    const [lesson] = await stored<{ ended: boolean; heard: { result: string; words: string }[] }>(stage, 'lessons');
    expect(lesson).toMatchObject({ ended: true, heard: [{ result: 'clean', words: 'curved fourth' }] });
    expect(await stored(stage, 'attempts')).toHaveLength(1);
    await stage.go(path);
    await (await stage.find(By.xpath('//summary[contains(., "1 lesson held")]'))).click();
    await stage.sees('“curved fourth”');
  });
});

describe('a library', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
  });
  beforeEach(() => stage.fresh());
  afterAll(() => stage.close());

  it('that the browser dropped is said to be dropped; what the page holds is saved, and comes back', async () => {
    const path = await addPupil(stage, 'Nele');
    await (await stage.find(NOTES)).sendKeys('sings');
    await stage.until('stored', async () => (await stored<{ notes: string }>(stage, 'pupils'))[0]?.notes === 'sings');
    // As a full disk has it: the database goes while the page is open.
    await stage.driver.executeAsyncScript(
      `const [done] = arguments; indexedDB.deleteDatabase('step-ladder').onsuccess = () => done();`,
    );
    await (await stage.find(NOTES)).sendKeys('!');
    await stage.sees('The browser has dropped the library it kept here');
    await stage.click('Save what this page holds');
    const rescued = await stage.downloaded('.json');
    expect(JSON.parse(readFileSync(rescued, 'utf8')).pupils[0]).toMatchObject({ name: 'Nele', notes: 'sings!' });
    await stage.go('/book');
    await stage.sees('The browser has dropped the library it kept here');
    await stage.go('/');
    await stage.sees('The browser has dropped the library it kept here');
    expect(await stage.text(By.css('body'))).not.toContain('Nothing here yet');
    await stage.click('Start with an empty library …');
    await stage.click('Start empty');
    await stage.sees('Nothing here yet');
    await (await stage.find(By.css('input[aria-label="Backup file to import"]'))).sendKeys(rescued);
    await stage.sees('1 pupil');
    await stage.go(path);
    await stage.until('the notes', async () => (await (await stage.find(NOTES)).getAttribute('value')) === 'sings!');
  });

  it('of a newer version is told on every page, and nothing is written over it', async () => {
    await stage.go('/tuning');
    await stage.driver.executeAsyncScript(
      `const [done] = arguments;
       const request = indexedDB.open('step-ladder', 99);
       request.onsuccess = () => { request.result.close(); done(); };
       request.onblocked = () => undefined;`,
    );
    for (const path of ['/book', '/syllabus', '/', '/pupils', '/class']) {
      await stage.go(path);
      await stage.sees('written by a newer Step Ladder');
    }
    expect(await stage.driver.findElements(BOOK)).toHaveLength(0);
  });

  it('is backed up into a folder after the day’s work, twenty files are kept, and one of them brings it back', async () => {
    await stage.go('/');
    // A folder of the browser’s own, in place of one that a dialog of the system would choose.
    const folder = `navigator.storage.getDirectory()`;
    await stage.driver.executeAsyncScript(
      `const [done] = arguments;
       (async () => {
         const root = await ${folder};
         for (let day = 1; day <= 25; day += 1) {
           const name = 'step-ladder-2026-01-' + String(day).padStart(2, '0') + '.json';
           const sink = await (await root.getFileHandle(name, { create: true })).createWritable();
           await sink.close();
         }
         await root.getFileHandle('thesis.json', { create: true });
         done();
       })();`,
    );
    await stage.driver.executeScript(`window.showDirectoryPicker = () => ${folder};`);
    await stage.click('Backups …');
    await stage.sees('No backup yet.');
    await stage.click('Choose a folder …');
    await stage.sees('The first backup is in the folder.');
    await addPupil(stage, 'Nele');
    // Changed since; the next page that opens writes it.
    const names = (): Promise<string[]> =>
      stage.driver.executeAsyncScript(
        `const [done] = arguments;
         (async () => { const names = []; for await (const name of (await ${folder}).keys()) names.push(name); done(names.sort()); })();`,
      );
    const newest = (): Promise<string> =>
      stage.driver.executeAsyncScript(
        `const [done] = arguments;
         (async () => {
           const root = await ${folder};
           const names = []; for await (const name of root.keys()) if (name.startsWith('step-ladder-')) names.push(name);
           done(await (await (await root.getFileHandle(names.sort().at(-1))).getFile()).text());
         })().catch(() => done(''));`,
      );
    await stage.go('/');
    await stage.until('the pupil in the backup', async () => (await newest()).includes('Nele'));
    const kept = await names();
    expect(kept).toContain('thesis.json');
    expect(kept.filter((name) => name.startsWith('step-ladder-'))).toHaveLength(20);
    const backup = join(mkdtempSync(join(tmpdir(), 'step-ladder-')), 'backup.json');
    writeFileSync(backup, await newest());
    await stage.fresh();
    await stage.go('/');
    await (await stage.find(By.css('input[aria-label="Backup file to import"]'))).sendKeys(backup);
    await stage.sees('1 pupil');
    await stage.go('/pupils');
    await stage.sees('Nele');
  });
});

describe('names and files of any kind', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
  });
  beforeEach(() => stage.fresh());
  afterAll(() => stage.close());

  it('print a pupil’s name in the PDF and in the name of the file, or say who prints it', async () => {
    const path = await addPupil(stage, 'Łukasz Żółć');
    await stage.go(`${path}/sheet`);
    await stage.click('PDF, A4');
    const pdf = await stage.downloaded('.pdf');
    expect(pdf).toContain('łukasz-zołc-week.pdf');
    const document = await getDocumentProxy(new Uint8Array(readFileSync(pdf)));
    const { items } = await (await document.getPage(1)).getTextContent();
    expect(items.map((one) => ('str' in one ? one.str : '')).join('')).toContain('Łukasz Żółć');
    const other = await addPupil(stage, '山田花子');
    await stage.go(`${other}/sheet`);
    await stage.click('PDF, A4');
    await stage.sees('“山田花子” is written in letters that the fonts of the PDF do not have. Choose Print instead');
  });

  it('open the music that a file holds now, whatever another of its name and length held', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'step-ladder-')), 'tune.abc');
    const tune = (notes: string): void => writeFileSync(file, `X:1\nT:Tune\nM:4/4\nL:1/4\nK:C\n${notes}|\n`);
    await stage.go('/passage');
    const input = By.css('input[aria-label="A file of music"]');
    tune('GABc');
    await (await stage.find(input)).sendKeys(file);
    await stage.sees('4 notes');
    const drawn = async (): Promise<string> =>
      (await stage.driver.executeScript<string>(`return document.querySelector('.score')?.innerHTML ?? ''`)) ?? '';
    const first = await stage.until('a score', async () => (await drawn()).includes('<svg') && (await drawn()));
    tune('cBAG');
    await (await stage.find(input)).sendKeys(file);
    await stage.until('the other score', async () => (await drawn()).includes('<svg') && (await drawn()) !== first);
    await stage.click('Keep it and open it at the desk');
    await stage.until('the kept passage', async () =>
      /studies\/[0-9a-f-]{36}$/.test(await stage.driver.getCurrentUrl()),
    );
    const [study] = await stored<{ recipe: { music: { notes: { pitch: string }[] } } }>(stage, 'studies');
    expect(study!.recipe.music.notes.map(({ pitch }) => pitch)).toEqual(['C5', 'B4', 'A4', 'G4']);
  });
});
