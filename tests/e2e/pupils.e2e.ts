import { copyFileSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { extractText, getDocumentProxy } from 'unpdf';
import { By, Key } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

/** A page's clock set to noon of a day that is kept under `clock`, as a calendar on the wall would have it. */
const CLOCK = `(() => {
  const day = localStorage.getItem('clock');
  if (!day) return;
  const Real = Date;
  const shift = new Real(day + 'T12:00:00').getTime() - Real.now();
  globalThis.Date = class extends Real {
    constructor(...given) { given.length ? super(...given) : super(Real.now() + shift); }
    static now() { return Real.now() + shift; }
  };
})()`;

/** A browser with two voices, one from the network, found a while after they are first asked for; `said` holds what they speak. */
const VOICES = `(() => {
  const voices = [['Far', false], ['Near', true]].map(([name, localService]) => ({ name, localService, lang: 'en-GB' }));
  let found = [];
  window.said = [];
  window.SpeechSynthesisUtterance = class { constructor(text) { this.text = text; } };
  const synthesis = Object.assign(new EventTarget(), {
    getVoices: () => found,
    cancel: () => {},
    speak: ({ text, voice }) => window.said.push(voice.name + ': ' + text),
  });
  setTimeout(() => { found = voices; synthesis.dispatchEvent(new Event('voiceschanged')); }, 1500);
  Object.defineProperty(window, 'speechSynthesis', { value: synthesis });
})()`;

/** How many records of a store name a pupil. */
const COUNTS = `
  const done = arguments[arguments.length - 1];
  indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
    const stores = ['pupils', 'assignments', 'attempts', 'lessons'];
    const transaction = db.transaction(stores);
    const counts = {};
    for (const store of stores) transaction.objectStore(store).count().onsuccess = ({ target }) => { counts[store] = target.result; };
    transaction.oncomplete = () => { db.close(); done(counts); };
  };`;

const counts = (stage: Stage): Promise<Record<string, number>> => stage.driver.executeAsyncScript(COUNTS);
const day = (stage: Stage, date: string): Promise<void> =>
  stage.driver.executeScript(`localStorage.setItem('clock', ${JSON.stringify(date)})`);
const press = (stage: Stage, ...keys: string[]): Promise<void> =>
  stage.driver
    .actions()
    .sendKeys(...keys)
    .perform();
const pick = async (stage: Stage, field: string, words: string): Promise<void> => {
  const list = await stage.find(By.css(`[role="dialog"] select[name="${field}"]`));
  const option = await stage.option(list, words);
  if (!option) throw new Error(`No “${words}” in ${field}`);
  await option.click();
};
/** Adds a pupil by the form. */
const add = async (stage: Stage, name: string): Promise<void> => {
  await stage.turnTo('/pupils');
  await stage.click('Add a pupil');
  await (await stage.find(By.css('[role="dialog"] input[name="name"]'))).sendKeys(name);
  await stage.click('Add the pupil');
  await stage.until('the pupil’s page', async () => (await stage.text(By.css('h1'))) === name);
};
const keepStudy = async (stage: Stage, asked: string): Promise<void> => {
  await stage.go(`/studies/new?${asked}`);
  await stage.score();
  await stage.click('Keep');
  await stage.until('the kept study', async () => !(await stage.driver.getCurrentUrl()).includes('/new'));
};

describe('pupils', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
    await stage.devTools('Page.addScriptToEvaluateOnNewDocument', { source: CLOCK });
  });
  beforeEach(() => stage.fresh());
  afterAll(() => stage.close());

  it('one study of three hundred is set, by the mouse and by keys', async () => {
    await keepStudy(stage, 'instrument=violin&tonic=A&octaves=1&start=A4');
    await stage.driver.executeAsyncScript(`
      const done = arguments[arguments.length - 1];
      indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
        const work = db.transaction(['studies', 'listed'], 'readwrite');
        for (const store of ['studies', 'listed']) {
          work.objectStore(store).getAll().onsuccess = ({ target }) => {
            for (let k = 0; k < 300; k += 1) work.objectStore(store).put({ ...target.result[0], id: 'copy-' + k, name: 'Study ' + k }, 'copy-' + k);
          };
        }
        work.oncomplete = () => { db.close(); done(); };
      };`);
    await add(stage, 'Nele');
    const list = await stage.find(By.css('select[aria-label="A study to set"]'));
    await list.click();
    expect(await list.findElements(By.css('option'))).toHaveLength(302);
    await stage.choose('A study to set', 'Study 217');
    await stage.click('Set it');
    await stage.find(By.xpath('//a[contains(., "Study 217")]'));
    // By keys, on a page opened afresh: the list is whole as soon as it is reached, and finds what is typed.
    await stage.driver.navigate().refresh();
    const again = await stage.find(By.css('select[aria-label="A study to set"]'));
    await stage.driver.executeScript('arguments[0].focus();', again);
    await again.sendKeys('Study 133');
    await stage.until('the study typed', async () => (await stage.chosen('A study to set')) === 'Study 133');
    await stage.click('Set it');
    await stage.find(By.xpath('//a[contains(., "Study 133")]'));
  });

  it('a week goes from the lesson home and back: heard, set, practised, read in once, and gone when deleted', async () => {
    await stage.go('/pupils');
    await day(stage, '2026-03-05');
    await keepStudy(stage, 'instrument=violin&tonic=A&octaves=2&start=A3');
    await add(stage, 'Nele');
    await stage.until('a study to set', async () => {
      const list = await stage.driver.findElement(By.css('select[aria-label="A study to set"]'));
      const options = await list.findElements(By.css('option'));
      await options[1]?.click();
      return options.length > 1;
    });
    await stage.click('Set it');
    await stage.sees('0 of 13 rungs; next: Names aloud, 60 a minute');

    // One study alone goes home as a link.
    await stage.devTools('Browser.grantPermissions', {
      origin: stage.address,
      permissions: ['clipboardReadWrite', 'clipboardSanitizedWrite'],
    });
    await stage.click('Link of A major, two octaves');
    await stage.sees('The link is copied.');
    const link = await stage.driver.executeAsyncScript<string>(
      'const done = arguments[arguments.length - 1]; navigator.clipboard.readText().then(done, String);',
    );
    expect(link).toMatch(/\/studies\/new\?instrument=violin&tonic=A.*pins=/);

    // The lesson: judged by a key, one new study set, ended by a key: four in all.
    let steps = 0;
    await stage.click('Lesson');
    await stage.find(By.css('.lesson-now .music svg'));
    await press(stage, '1');
    steps += 1;
    await stage.sees('On to: Plucked, 60 a minute.');
    await stage.driver.navigate().refresh();
    await stage.sees('1 of 1 heard');
    await stage.find(By.css('.lesson-now .music svg'));
    const next = await stage.find(By.css('.lesson-next button[aria-label^="Set "]'));
    const title = ((await next.getAttribute('aria-label')) ?? '').slice(4);
    await next.click();
    steps += 1;
    await stage.sees(`${title} is set, and in the library.`);
    await stage.sees('1 of 2 heard');
    const words = await stage.find(By.css('.lesson-now input'));
    await words.sendKeys('Every note rings.', Key.ENTER);
    steps += 2;
    await stage.sees('“Every note rings.”');
    await press(stage, 'e');
    steps += 1;
    expect(steps).toBeLessThanOrEqual(8);
    await stage.sees('From 5 March to 11 March');

    // The sheet holds both studies, what to listen for, and the rungs of the week.
    await stage.click('PDF, A4');
    const pdf = await getDocumentProxy(new Uint8Array(readFileSync(await stage.downloaded('.pdf'))));
    const { totalPages, text } = await extractText(pdf, { mergePages: true });
    expect(totalPages).toBe(1);
    for (const said of ['Nele', 'A major, two octaves', title, 'Every note rings.', 'Plucked', 'Names aloud', 'Fr 6']) {
      expect(text).toContain(said);
    }

    await stage.click('Homework file');
    const folder = mkdtempSync(join(tmpdir(), 'step-ladder-'));
    const homework = join(folder, 'homework.json');
    copyFileSync(await stage.downloaded('.json'), homework);
    expect(JSON.parse(readFileSync(homework, 'utf8'))).toMatchObject({ format: 'step-ladder-homework', version: 1 });

    // In the pupil's own browser, on three days.
    const log = join(folder, 'log.json');
    const pupil = await Stage.open();
    try {
      await pupil.devTools('Page.addScriptToEvaluateOnNewDocument', { source: CLOCK });
      await pupil.go('/pupils');
      await (await pupil.find(By.css('input[aria-label="A homework or a log"]'))).sendKeys(homework);
      await pupil.sees('2 studies set');
      await pupil.click('Open it here');
      await pupil.until('the pupil’s page', async () => (await pupil.text(By.css('h1'))) === 'Nele');
      for (const date of ['2026-03-06', '2026-03-07', '2026-03-09']) {
        await day(pupil, date);
        const path = new URL(await pupil.driver.getCurrentUrl()).pathname.replace(/\/(practice|sheet)$/, '');
        await pupil.go(`${path}/practice`);
        await pupil.find(By.css('.practice .music svg'));
        const first = await pupil.text(By.css('.practice h1'));
        // Three clean times pass any rung of the day; one key begins the next.
        for (let k = 0; k < 3; k += 1) {
          await press(pupil, '1');
          await pupil.until('the try counted', async () => {
            const kept = await counts(pupil);
            return (kept['attempts'] ?? 0) > 0;
          });
        }
        await pupil.sees('Passed.');
        await press(pupil, 'n');
        await pupil.until('the next rung', async () => (await pupil.text(By.css('.practice h1'))) !== first);
      }
      const path = new URL(await pupil.driver.getCurrentUrl()).pathname.replace('/practice', '');
      await pupil.go(path);
      await pupil.click('More …');
      await pupil.click('Send the log back');
      copyFileSync(await pupil.downloaded('.json'), log);
    } finally {
      await pupil.close();
    }
    const sent = JSON.parse(readFileSync(log, 'utf8')) as { attempts: { date: string; heard?: true }[] };
    expect(sent.attempts).toHaveLength(9);
    expect(new Set(sent.attempts.map(({ date }) => date))).toEqual(new Set(['2026-03-06', '2026-03-07', '2026-03-09']));

    // Back with the teacher: read in once, however often.
    await day(stage, '2026-03-12');
    await stage.go(new URL(await stage.driver.getCurrentUrl()).pathname.replace('/sheet', ''));
    await stage.sees('rungs; next:');
    const passed = async (): Promise<number> => {
      const bars = await stage.driver.findElements(By.css('progress.rungs'));
      const values = await Promise.all(bars.map(async (bar) => Number(await bar.getAttribute('value'))));
      return values.reduce((sum, value) => sum + value, 0);
    };
    const before = await passed();
    await stage.go('/pupils');
    const file = By.css('input[aria-label="A homework or a log"]');
    await (await stage.find(file)).sendKeys(log);
    await stage.sees('9 new tries on 3 days');
    await stage.click('Read it in');
    await stage.sees('the log is read in.');
    await stage.until('rungs passed by the log', async () => (await passed()) === before + 3);
    const kept = await counts(stage);
    await stage.go('/pupils');
    await (await stage.find(file)).sendKeys(log);
    await stage.sees('No new tries');
    await stage.sees('9 tries are here already');
    await stage.click('Close');
    expect(await counts(stage)).toEqual(kept);
    await stage.click('Nele');

    // Deleted, nothing of the pupil is left; undone, all of it is back.
    await stage.click('More …');
    await stage.click('Delete Nele …');
    await stage.click('Delete everything of theirs');
    await stage.sees('Nobody is here yet.');
    const none = { pupils: 0, assignments: 0, attempts: 0, lessons: 0 };
    expect(await counts(stage)).toEqual(none);
    await stage.click('Undo');
    await stage.sees('Last lesson');
    expect(await counts(stage)).toEqual(kept);
  });

  it('says what is wrong with a file, a form and an address, and keeps nothing of it', async () => {
    await stage.go('/pupils/nobody');
    await stage.sees('There is no such pupil here');
    await stage.go('/pupils');
    const folder = mkdtempSync(join(tmpdir(), 'step-ladder-'));
    const bad = join(folder, 'bad.json');
    writeFileSync(bad, '{"format":"step-ladder-log","version":7}');
    await (await stage.find(By.css('input[aria-label="A homework or a log"]'))).sendKeys(bad);
    await stage.sees('of version 7; this Step Ladder reads version 1.');
    await stage.click('Add a pupil');
    await stage.click('Add the pupil');
    await stage.sees('Give the pupil a name, or initials.');
    expect(await counts(stage)).toEqual({ pupils: 0, assignments: 0, attempts: 0, lessons: 0 });
  });

  it('keeps what is changed of a pupil, and takes a deleted exam date away', async () => {
    await add(stage, 'Nele');
    await stage.click('More …');
    await stage.click('Change Nele …');
    await pick(stage, 'instrument', 'Cello');
    await pick(stage, 'size', '1/2');
    await pick(stage, 'lessonDay', 'Tuesday');
    await stage.click('Keep the changes');
    await stage.sees('Cello, 1/2 · lessons on Tuesday · 20 minutes a day');
    await stage.go('/pupils');
    await stage.sees('Cello, Tuesday');
  });

  it('leads through a rung by keys: clean times in a row, one taken back, and the music lit as it sounds', async () => {
    await stage.close();
    stage = await Stage.open({ demo: true });
    await stage.go('/pupils/demo-noor/practice');
    await stage.find(By.css('.practice .music svg'));
    const counter = async (): Promise<string> =>
      (await (await stage.find(By.css('.practice-counter'))).getAttribute('aria-label')) ?? '';
    await press(stage, '1');
    await stage.until('one clean time', async () => (await counter()).startsWith('1 of'));
    await press(stage, '2');
    await stage.until('none in a row', async () => (await counter()).startsWith('0 of'));
    await stage.click('Take the last try back');
    await stage.until('the clean time again', async () => (await counter()).startsWith('1 of'));
    await stage.click('Hear it');
    await stage.until(
      'a note that sounds',
      async () => (await stage.driver.findElements(By.css('.music .lit'))).length === 1,
    );
    await stage.click('Stop');
    await stage.until('silence', async () => (await stage.driver.findElements(By.css('.music .lit'))).length === 0);
  });

  it('calls the coming note by a voice of this machine, never by one of the network', async () => {
    await stage.devTools('Page.addScriptToEvaluateOnNewDocument', { source: VOICES });
    await stage.go('/pupils/demo-noor/practice?studio=demo');
    const voice = await stage.find(By.xpath('//label[contains(., "Caller")]/select/option[. = "words and voice"]'));
    await voice.click();
    await stage.click('Hear it');
    // C major from the open C string of a cello: D and E follow, then F.
    await stage.until('three notes called ahead', async () => {
      const said: string[] = await stage.driver.executeScript('return window.said');
      return said.slice(0, 3).join() === 'Near: D,Near: E,Near: F';
    });
    await stage.click('Stop');
  });
});
