import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { EVERY_FEATURE } from '../../src/core/passage/read/every-feature.fixture.ts';
import { Stage } from './stage.ts';

/** All kept studies, whole. */
const KEPT = `
  const done = arguments[arguments.length - 1];
  indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
    db.transaction('studies').objectStore('studies').getAll().onsuccess = ({ target }) => { db.close(); done(target.result); };
  };`;

describe('a passage somebody else wrote', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
  });
  beforeEach(() => stage.emptied());
  afterAll(() => stage.close());

  const give = async (name: string, text: string): Promise<void> => {
    const file = join(mkdtempSync(join(tmpdir(), 'step-ladder-music-')), name);
    writeFileSync(file, text);
    await (await stage.find(By.css('input[aria-label="A file of music"]'))).sendKeys(file);
  };

  it('is opened, fingered, written back with everything else as it was, and studied at the desk', async () => {
    await stage.turnTo('/');
    await stage.click('Open a passage');
    await give('every.musicxml', EVERY_FEATURE);
    await stage.sees('Every & all');
    await stage.sees('Repeats are played once');
    await stage.choose('Voice', '1');
    // Eleven notes, of which the last is two at once.
    await stage.until(
      'eleven notes engraved',
      async () => (await stage.driver.findElements(By.css('.score .note'))).length >= 12,
    );
    await stage.sees('11 notes');
    await stage.click('Write fingers into the file');
    const back = readFileSync(await stage.downloaded('every.musicxml'), 'utf8');
    const added = back.replaceAll(
      /<notations><technical>(<fingering>\d<\/fingering>)?(<string>\d<\/string>)?<\/technical><\/notations>|<direction placement="above"><direction-type><words>[^<]*<\/words><\/direction-type><\/direction>/g,
      '',
    );
    expect(back.length).toBeGreaterThan(EVERY_FEATURE.length);
    expect(added).toBe(EVERY_FEATURE);

    await stage.click('Keep it and open it at the desk');
    await stage.score();
    await stage.sees('Every & all');
    // A finger is pinned there as in any study.
    await (await stage.find(By.css('#n4 .notehead'))).click();
    await stage.room('Note');
    await stage.find(By.css('[aria-label="Ways to play this note"] [aria-current]'));
    await stage.room('Bow');
    await stage.sees('The bows are those of the music');
    await stage.room('Grade');
    await stage.driver.navigate().refresh();
    await stage.score();
    expect((await stage.kept()).length).toBe(1);

    // Pinned otherwise at the desk, that finger goes back into the file.
    const fingerings = (text: string): string[] => [...text.matchAll(/<fingering[^>]*>(\d)</g)].map(([, one]) => one!);
    const asWorkedOut = fingerings(back);
    await (await stage.find(By.css('#n4 .notehead'))).click();
    await stage.room('Note');
    const other = await stage.find(By.css('[aria-label="Ways to play this note"] button:not([aria-current])'));
    await other.click();
    await stage.until('the pin kept', async () => {
      const [study] =
        await stage.driver.executeAsyncScript<
          { fingering: { finger: unknown }[]; recipe: { pins: { at: number }[] } }[]
        >(KEPT);
      return study?.recipe.pins.some(({ at }) => at === 4);
    });
    const [study] = await stage.driver.executeAsyncScript<{ fingering: { finger: unknown }[] }[]>(KEPT);
    await stage.turnTo('/passage');
    await give('every.musicxml', EVERY_FEATURE);
    await stage.choose('Voice', '1');
    await stage.sees('as you kept them in Every & all');
    await stage.click('Write fingers into the file');
    const pinned = fingerings(readFileSync(await stage.downloaded('every (1).musicxml'), 'utf8'));
    expect(pinned).not.toEqual(asWorkedOut);
    expect(pinned).toContain(String(study!.fingering[4]!.finger));
  });

  it('finds the scale in a tune written as letters, and opens it as a study', async () => {
    await stage.turnTo('/pupils');
    await stage.click('Add a pupil');
    await (await stage.find(By.css('[role="dialog"] input[name="name"]'))).sendKeys('Mira');
    await stage.click('Add the pupil');
    await stage.until('the pupil’s page', async () => (await stage.text(By.css('h1'))) === 'Mira');
    await stage.turnTo('/passage');
    await give('tune.abc', 'X:1\nT:Letters\nM:4/4\nL:1/8\nK:D\nDEFG ABcd|dBGE A4|]\n');
    await stage.sees('D major, one octave');
    // One press sets it; it stands in the library and on the pupil's page.
    await (await stage.find(By.css('button[aria-label^="Set D major"]'))).click();
    await (await stage.find(By.xpath('//*[@role="menuitem"][contains(., "Mira")]'))).click();
    await stage.sees('is set to Mira, with the fingers it has here.');
    const [kept] = await stage.kept();
    expect(kept!.recipe).toMatchObject({ tonic: 'D', form: 'major', octaves: 1 });
    await stage.click('Open as a study');
    await stage.score();
    expect(await stage.chosen('Tonic')).toBe('D');
    expect(await stage.chosen('Direction')).toBe('up');
  });

  it('tells how far it has come with a long part, and is stopped when the best way is enough', async () => {
    // A part of 1,600 notes, drawn by a rule so that no two bars are alike for long.
    const names = [
      'A,',
      'B,',
      'C',
      'D',
      'E',
      'F',
      'G',
      'A',
      'B',
      'c',
      'd',
      'e',
      'f',
      'g',
      'a',
      'b',
      "c'",
      "d'",
      "e'",
      "f'",
      "g'",
    ];
    let place = 7;
    const bars = Array.from({ length: 200 }, (_, bar) =>
      Array.from({ length: 8 }, (_, k) => {
        place = Math.min(20, Math.max(0, place + [1, 1, -2, 4, -1, -4, 3, 1][(k * (1 + (bar % 5)) + bar) % 8]!));
        return names[place];
      }).join(''),
    );
    const tune = ['X:1', 'T:A long part', 'M:4/4', 'L:1/8', 'K:D', ...bars.map((bar) => `${bar}|`)].join('\n');
    await stage.turnTo('/passage');
    // Stopped by the page's own button as soon as it tells how far it has come: however slow the hand that clicks is.
    await stage.driver.executeScript(`
      new MutationObserver((_, observer) => {
        const bar = document.querySelector('progress[aria-label="Looking for other ways"]');
        if (!bar || bar.value < 0.3) return;
        observer.disconnect();
        window.come = bar.value;
        [...document.querySelectorAll('button')].find((button) => button.innerText === 'Stop looking for other ways').click();
      }).observe(document.body, { subtree: true, childList: true, attributes: true });`);
    await give('long.abc', tune);
    await stage.until('how far it had come when it was stopped', async () => {
      const come = await stage.driver.executeScript<number | null>('return window.come ?? null;');
      return come !== null && come < 1;
    });
    await stage.find(By.xpath('//button[.="Look for other ways"]'));
    expect(await stage.driver.findElements(By.css('progress'))).toHaveLength(0);
    // What is known stays; and the engine answers again at once.
    await stage.sees('1600 notes');
    await stage.choose('Last bar', '8');
    await stage.sees('64 notes');
    await stage.until('other ways of the eight bars', async () =>
      /64 notes, \d+ shifts?, [2-8] ways/.test(await stage.text(By.css('article'))),
    );
  });

  it('says what is wrong with a file that holds no music, and with notes the instrument has not', async () => {
    await stage.turnTo('/passage');
    await give('letter.xml', '<html><body>hello</body></html>');
    await stage.sees('This XML file is no music: it begins with “html”.');
    await give('low.abc', 'X:1\nT:Low\nM:4/4\nL:1/4\nK:C\nC,D,EF|GABc|]\n');
    await stage.sees('lies below the lowest string of the violin');
  });
});
