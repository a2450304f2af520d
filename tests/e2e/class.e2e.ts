import { readFileSync } from 'node:fs';
import { By, Key } from 'selenium-webdriver';
import { extractText, getDocumentProxy } from 'unpdf';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

/** Notes engraved in the teacher's score. */
async function notes(stage: Stage): Promise<number> {
  return (await stage.driver.findElements(By.css('.class-score .note'))).length;
}

describe('a class', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
  });
  beforeEach(() => stage.emptied());
  afterAll(() => stage.close());

  it('is planned, told what its key asks, printed with a part for each section, and kept', async () => {
    await stage.turnTo('/pupils');
    await stage.click('Classes');
    await stage.sees('No class is planned yet.');
    await stage.click('Plan a class');
    // Violins, violas and cellos play two octaves of D, basses one: 29 notes three times, and 16.
    await stage.until('the score of four sections', async () => (await notes(stage)) === 3 * 29 + 16);
    await stage.sees('After one octave rest until the others come down to you.');
    await stage.sees('Reach forward for F♯ and C♯.');

    await stage.choose('Meanwhile: Double bass', 'repeats its own');
    await stage.until('the basses playing on', async () => (await notes(stage)) === 4 * 29);
    // A key is chosen where it stands against the sections.
    await stage.click('A');
    await stage.sees('Third finger high on the two lower strings.');
    await stage.sees('No open G: G is sharp.');

    const name = await stage.find(By.css('[aria-label="Name of the class"]'));
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Tuesday strings', Key.TAB);
    await stage.click('PDF set, A4');
    const pdf = await getDocumentProxy(new Uint8Array(readFileSync(await stage.downloaded('.pdf'))));
    const { totalPages, text } = await extractText(pdf, { mergePages: true });
    expect(totalPages).toBe(6);
    for (const words of [
      'Tuesday strings',
      'A major, two octaves',
      'Violin, 8 copies',
      'Double bass, 2 copies',
      'Reach forward',
    ]) {
      expect(text.replaceAll(/\s+/g, ' ')).toContain(words);
    }

    await stage.driver.navigate().refresh();
    await stage.sees('No open G: G is sharp.');
    const kept = await stage.find(By.css('[aria-label="Name of the class"]'));
    expect(await kept.getAttribute('value')).toBe('Tuesday strings');
    expect(await stage.chosen('Meanwhile: Double bass')).toBe('repeats its own');

    await stage.click('Lay out a course of keys');
    await stage.sees('Week 8');
    await stage.click('All classes');
    await stage.sees('A major, two octaves');
    await stage.click('Delete Tuesday strings');
    await stage.sees('No class is planned yet.');
    await stage.click('Undo');
    await stage.sees('Tuesday strings');
  });

  it('stands on the wall, turned by the page keys, and comes back', async () => {
    await stage.turnTo('/class');
    await stage.click('Plan a class');
    await stage.find(By.css('.class-score .note'));
    await stage.click('On the wall');
    await stage.until(
      'all sections on the wall',
      async () => (await stage.driver.findElements(By.css('.wall .note'))).length === 103,
    );
    await (await stage.find(By.css('body'))).sendKeys(Key.PAGE_DOWN);
    await stage.until(
      'the violins alone',
      async () => (await stage.driver.findElements(By.css('.wall .note'))).length === 29,
    );
    expect(await stage.text(By.css('.wall h1'))).toBe('D major, two octaves: Violin');
    await (await stage.find(By.css('body'))).sendKeys(Key.ESCAPE);
    await stage.find(By.css('.class-score .note'));
  });

  it('says what cannot be played together', async () => {
    await stage.turnTo('/class/nowhere-at-all');
    await stage.sees('This class is not here');
    await stage.click('See the classes');
    await stage.click('Plan a class');
    await stage.find(By.css('.class-score .note'));
    await stage.choose('Octaves', 'three octaves');
    await stage.sees('there is room for no more.');
  });
});
