import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

describe('the ways teachers teach', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open({ height: 1000 });
  });
  beforeEach(() => stage.emptied());
  afterAll(() => stage.close());

  const button = (words: string) => By.xpath(`//button[contains(normalize-space(.), "${words}")]`);
  const scoreText = (): Promise<string> => stage.text(By.css('.score'));

  it('are offered by their names; one is chosen, and why another is not here is said', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
    await stage.score();
    await stage.sees('home, then by pairs on the top string');
    const pairs = await stage.find(By.xpath('//button[@role="radio"][contains(., "home, then by pairs")]'));
    await pairs.click();
    await stage.until('the pairs on the score', async () => (await stage.score()).includes('E 012–12–12–1234'));
    await stage.unfold('Other systems');
    await stage.sees('Not here: It is for another number of octaves.');
    const systems = await stage.driver.findElements(By.xpath('//li[contains(., "Not here:")]'));
    expect(systems.length).toBeGreaterThan(2);
    // A chromatic in first position has no shift.
    await stage.turnTo('/studies/new?instrument=violin&tonic=D&form=chromatic&start=D4');
    await stage.score();
    await stage.sees('No shift: the hand stays where it is.');
  });

  it('come from the teacher’s own book: pasted, checked, kept, first in a new study, exported as it was', async () => {
    await stage.turnTo('/book');
    const area = await stage.find(By.css('[role="textbox"][aria-label="The lines"]'));
    await area.sendKeys(
      'Violin',
      Key.ENTER,
      'A major, two octaves: G 1234 D 123 A 0123 E 0123',
      Key.ENTER,
      'D minor, one octave: D 0',
    );
    await stage.sees('1 fingering can be played, 1 line cannot be taken.');
    await stage.sees('Not taken: Say which minor: natural, harmonic or melodic.');
    await stage.sees('Saved.');
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=2');
    await stage.until('the book’s fingering', async () => (await stage.score()).includes('G 1234  D 123'));
    await stage.sees('from your book');
    await stage.turnTo('/studies/new?instrument=violin&tonic=G&octaves=2');
    expect(await stage.score()).toContain('G 0123  D 0123');
    await stage.turnTo('/book');
    await stage.sees('1 fingering can be played');
    await stage.click('Export the text');
    const file = await stage.until<string>('the file', async () =>
      readdirSync(stage.downloads).find((name) => name.endsWith('.txt')),
    );
    expect(readFileSync(join(stage.downloads, file), 'utf8')).toBe(
      'Violin\nA major, two octaves: G 1234 D 123 A 0123 E 0123\nD minor, one octave: D 0',
    );
  });

  it('take marks and words at a note, which undo takes away again', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=2&start=A3');
    await stage.score();
    expect(await scoreText()).not.toContain('ready');
    await stage.room('Look');
    await (await stage.find(button('fingers to have ready'))).click();
    await stage.until('the marks', async () => (await scoreText()).includes('high 3 ready'));
    await stage.room('Note');
    await (await stage.find(By.css('#n4 .notehead'))).click();
    const words = await stage.find(By.xpath('//label[contains(., "Your words here")]//input'));
    await words.sendKeys('lean here', Key.ENTER);
    await stage.until('the words', async () => (await scoreText()).includes('lean here'));
    await stage.driver.navigate().refresh();
    await stage.score();
    await stage.until('the words after a reload', async () => (await scoreText()).includes('lean here'));
    await stage.room('Note');
    await (await stage.find(By.css('#n4 .notehead'))).click();
    const again = await stage.find(By.xpath('//label[contains(., "Your words here")]//input'));
    await again.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE, Key.ENTER);
    await stage.until('the words gone', async () => !(await scoreText()).includes('lean here'));
    await stage.click('Undo');
    await stage.until('the words back', async () => (await scoreText()).includes('lean here'));
  });

  it('have a grade page read as it is printed, mended in place and kept', async () => {
    await stage.turnTo('/syllabus');
    await stage.click('From a printed page …');
    const area = await stage.find(By.css('[role="dialog"] textarea'));
    const page = [
      'Grade 3',
      'Scales: two octaves, separate bows',
      'G, A and B flat major',
      'D major, hooked',
      'Double stops: D major in thirds',
    ];
    await stage.driver.executeScript(
      `Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value').set.call(arguments[0], arguments[1]);
       arguments[0].dispatchEvent(new Event('input', { bubbles: true }));`,
      area,
      page.join('\n'),
    );
    await stage.sees('Not understood: hooked');
    await stage.sees('G, A, B♭ major, two octaves; separate bows');
    const line = await stage.find(By.css('input[aria-label="Line 4"]'));
    await line.sendKeys(Key.chord(Key.CONTROL, 'a'), 'D major, one octave');
    await stage.sees('2 things asked, 1 line with words not understood.');
    await stage.click('Keep what was read');
    await stage.sees('Kept “Printed syllabus”.');
    await stage.sees('B♭ major, two octaves');
    // What cannot be made is listed with its grade, never dropped.
    expect(await stage.text(By.css('[aria-label="Asked besides"]'))).toContain('Double stops: D major in thirds');
  });

  it('are written by the teacher as a system of the school’s own and tried in all keys', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=D&start=D5');
    await stage.score();
    await stage.unfold('Your own');
    await stage.unfold('A school of your own');
    const name = await stage.find(By.xpath('//label[contains(., "Name of the system")]//input'));
    await name.sendKeys('three and two');
    const climbs = await stage.find(By.xpath('//label[contains(., "How it climbs")]//textarea'));
    await climbs.sendKeys('123 123 12 sideways');
    await stage.sees('“sideways” in “123 123 12 sideways” is no part of a climb.');
    await climbs.sendKeys(Key.chord(Key.CONTROL, 'a'), '123 123 12');
    await stage.click('Try it in all keys');
    await stage.until('twelve keys', async () => {
      const keys = await stage.driver.findElements(By.css('[aria-label="The system in all keys"] li'));
      return keys.length === 12;
    });
    expect(await stage.text(By.css('[aria-label="The system in all keys"]'))).toMatch(/123–123–12/);
    await stage.click('Add it to the school');
    await stage.until(
      'its way among the ways',
      async () =>
        (await stage.driver.findElements(By.xpath('//button[@role="radio"][contains(., "three and two")]'))).length > 0,
    );
  });
});
