import { copyFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

describe('working on a fingering', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open({ height: 1400 });
  });
  beforeEach(() => stage.emptied());
  afterAll(() => stage.close());

  const press = async (...keys: string[]): Promise<void> => {
    const score = await stage.find(By.css('[role="listbox"]'));
    for (const key of keys) await score.sendKeys(key);
  };
  const undo = (): Promise<void> =>
    stage.driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
  const told = async (words: string): Promise<void> => {
    await stage.room('Note');
    await stage.until(`the note told as ${words}`, async () =>
      (await stage.text(By.css('[aria-label="The chosen note"] [role="status"]'))).includes(words),
    );
  };
  const scoreSays = (pattern: RegExp): Promise<string> =>
    stage.until(`a score like ${pattern}`, async () => {
      const now = await stage.score();
      return pattern.test(now) ? now : false;
    });

  /** The fingers underlined on the score, which is how a pin is seen. */
  const underlined = (): Promise<string[]> =>
    stage.driver.executeScript(
      `return [...document.querySelectorAll('.score .fing')]
        .filter((finger) => getComputedStyle(finger).textDecorationLine === 'underline')
        .map((finger) => finger.textContent);`,
    );
  const pinned = (fingers: string): Promise<true> =>
    stage.until(`the pinned fingers ${fingers} on the score`, async () => {
      await stage.score();
      return (await underlined()).join('') === fingers && true;
    });

  it('pins a finger and a string by keyboard, releases them, and undoes all the way back', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=G&octaves=2&start=G3');
    const first = await stage.score();
    await press(...Array.from({ length: 5 }, () => Key.ARROW_RIGHT));
    await told('Note 5 of 29: D4, open D');
    await press('4');
    // The fourth finger on the G string in place of the open D.
    await scoreSays(/Fingering: G 01234 {2}D 123/);
    await told('the fourth finger on G, first position, pinned');
    await press(Key.END);
    await told('Note 29 of 29: G3');
    await press(Key.HOME, Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_RIGHT, 'd');
    await told('Note 6 of 29: E4, the first finger on D');
    await pinned('41');
    await press('x');
    await pinned('4');
    for (let step = 0; step < 3; step += 1) await undo();
    expect(await stage.until('the first score', async () => ((await stage.score()) === first ? first : false))).toBe(
      first,
    );
    expect(await underlined()).toEqual([]);
    expect(await (await stage.find(By.xpath('//button[@aria-label="Undo"]'))).isEnabled()).toBe(false);
    await stage.click('Redo');
    await scoreSays(/Fingering: G 01234/);
  });

  it('alters the score only where it changes, and to just what a page opened afresh draws', async () => {
    await stage.turnTo('/studies/new?instrument=cello&tonic=D&octaves=2');
    await stage.score();
    /** Every element of the score, its attributes by name, and every word. */
    const drawn = (): Promise<string[]> =>
      stage.driver.executeScript(`
        return [...document.querySelectorAll('.score svg, .score svg *')].map((element) =>
          [element.tagName, ...[...element.attributes].map(({ name, value }) => name + '=' + value).sort(),
            element.childElementCount ? '' : element.textContent].join(' '));`);
    const heed = (): Promise<void> =>
      stage.driver.executeScript(`window.heads = [...document.querySelectorAll('.score .notehead')];`);
    /** Whether the heads of the notes are the very ones heeded before, none of them drawn again. */
    const untouched = (): Promise<boolean> =>
      stage.driver.executeScript(
        `return window.heads.length === 29 && window.heads.every((head) => head.isConnected) && document.querySelectorAll('.score .notehead').length === 29;`,
      );
    await heed();
    // A pin and its release; other notes and back, which are put in place whole; then a pin that stays.
    await press(Key.ARROW_RIGHT, Key.ARROW_RIGHT, '4');
    await pinned('4');
    await press('x', Key.ESCAPE);
    await pinned('');
    expect(await untouched()).toBe(true);
    for (const [list, words] of [
      ['Form', 'melodic minor'],
      ['Octaves', 'three octaves'],
      ['Octaves', 'two octaves'],
      ['Form', 'major'],
    ] as const) {
      await stage.choose(list, words);
      await stage.score();
    }
    await heed();
    await press(Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_RIGHT, '3', Key.ESCAPE);
    await pinned('3');
    expect(await untouched()).toBe(true);
    const altered = await drawn();
    await stage.driver.navigate().refresh();
    await pinned('3');
    expect(await drawn()).toEqual(altered);
  });

  it('keeps every one of many keys pressed at once, and goes back through them', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=G&octaves=2&start=G3');
    const first = await stage.score();
    // Five notes pinned as fast as keys can come.
    const right = Key.ARROW_RIGHT;
    await press(['1', '2', '3', '4', '1'].map((finger) => right.repeat(2) + finger).join(''));
    await told('Note 10 of 29');
    await stage.until('five pins', async () => (await stage.score()) && (await underlined()).length === 5);
    const address = new URL(await stage.driver.getCurrentUrl());
    expect(address.searchParams.get('pins')).toBe('.1.2.3.4.1');
    await stage.driver.navigate().back();
    await stage.until('four pins', async () => (await stage.score()) && (await underlined()).length === 4);
    for (let step = 0; step < 4; step += 1) await stage.driver.navigate().back();
    await stage.until('no pin', async () => (await stage.score()) === first);
  });

  it('offers what a note can take, says what each changes, and takes it by mouse', async () => {
    await stage.turnTo('/studies/new?instrument=cello&tonic=C&octaves=2&start=C2');
    await stage.score();
    await (await stage.find(By.css('#n9 .notehead'))).click();
    await told('Note 10 of 29: E3, the first finger on D, first position');
    const options = By.css('[aria-label="Ways to play this note"] button');
    await stage.until('the options', async () => (await stage.driver.findElements(options)).length > 3);
    const texts = await stage.texts(options);
    expect(texts[0]).toMatch(/as it is/);
    const onG = texts.findIndex((text) => text.startsWith('G'));
    expect(texts[onG]).toMatch(/goes to|keeps/);
    await (await stage.driver.findElements(options))[onG]!.click();
    await told('on G');
    expect(await stage.text(By.css('body'))).toContain('1 note is pinned');
    // The same note is marked on the fingerboard, with its hand, and on the map.
    expect(await stage.driver.findElements(By.css('.fingerboard .place.now'))).toHaveLength(1);
    expect(await stage.driver.findElements(By.css('.fingerboard .hand'))).toHaveLength(1);
    await stage.click('Map');
    await stage.until(
      'the note on the map',
      async () => (await stage.driver.findElements(By.css('.climb .place.now[data-note="9"]'))).length === 1,
    );
    await (await stage.find(By.css('.climb .place[data-note="3"] text'))).click();
    await told('Note 4 of 29');
  });

  it('says why a pin cannot be played and releases it', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=G&octaves=2&start=G3');
    const first = await stage.score();
    await press(Key.ARROW_RIGHT, '4');
    await stage.sees('Finger 4 cannot play G3');
    await stage.click('Release the pin');
    await stage.until('the trouble gone', async () => !(await stage.text(By.css('body'))).includes('cannot play'));
    expect(await stage.score()).toBe(first);
    // The button is gone; the keys belong to the score again.
    await stage.driver.actions().sendKeys(Key.ARROW_RIGHT, '1').perform();
    await pinned('1');
  });

  it('pins a run, keeps a whole fingering, and keeps both through a reload', async () => {
    await stage.turnTo('/studies/new?instrument=viola&tonic=D&octaves=2&start=D3');
    const first = await stage.score();
    await press(Key.ARROW_RIGHT, Key.chord(Key.SHIFT, Key.ARROW_RIGHT), Key.chord(Key.SHIFT, Key.ARROW_RIGHT), 'p');
    await stage.sees('3 notes are pinned');
    await stage.room('Ways');
    await stage.click('Keep this fingering');
    await stage.sees('29 notes are pinned');
    // Read again at once, before the address of the last choice is written; the one before it still stands behind it.
    await stage.driver.navigate().refresh();
    expect(await stage.score()).toBe(first);
    await stage.sees('29 notes are pinned');
    await stage.driver.navigate().back();
    await stage.sees('3 notes are pinned');
    await stage.click('Release all pins');
    await stage.until('no pins', async () => !(await stage.text(By.css('body'))).includes('are pinned'));
  });

  it('compares a typed fingering, shows its faults on the notes and takes it over', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=G&octaves=2&start=G3');
    await stage.score();
    await stage.unfold('Your own');
    await stage.unfold('A fingering as a line');
    const field = await stage.find(By.css('input[name="line"]'));
    await field.sendKeys('G 0123 D 0123 A 1123 E 012');
    await stage.click('Compare it');
    const fault = await stage.find(By.xpath('//button[contains(., "Finger 1 cannot play A4")]'));
    await fault.click();
    // What was typed is still there after the note has been looked at.
    expect((await stage.text(By.css('.now-line'))).length).toBeGreaterThan(0);
    expect(await stage.driver.findElements(By.css('#n8 .chosen-note'))).toHaveLength(1);
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'G 01234 D 123 A 0123 E 012');
    await stage.click('Compare it');
    await stage.sees('The engine’s way is easier: yours asks more in');
    await stage.click('Take it over');
    await scoreSays(/Fingering: G 01234 {2}D 123/);
  });

  it('follows a school, a set-up and prescribed strings, and shows the same from the address', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=2&start=A3');
    await stage.score();
    await stage.choose('School', 'movable pattern');
    const movable = await scoreSays(/Fingering: G 1234 {2}D 123/);
    expect(await stage.chosen('Open strings')).toBe('never');
    await stage.driver.navigate().refresh();
    expect(await stage.score()).toBe(movable);
    await stage.choose('School', 'usual fingering');
    await scoreSays(/Fingering: G 123 {2}D 0123/);
    await stage.choose('Octaves', 'one octave');
    await stage.choose('Strings', 'G only');
    const one = await scoreSays(/one octave.*Fingering: G [1-4–]+$/);
    expect(one).not.toMatch(/Fingering: .*[DAE]/);
    await stage.choose('Strings', 'all');
    await stage.choose('Instrument', 'Double bass');
    await stage.choose('Set-up', 'low C extension');
    await stage.choose('Tonic', 'C');
    await stage.choose('Lowest note', 'C1');
    await scoreSays(/C major.*Fingering: E 0/);
  });

  it('sets two ways side by side and takes a run of the other over', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
    const first = await stage.score();
    await stage.choose('Beside this way', 'the school “Shift early”');
    await stage.sees('Side by side');
    await stage.sees('asks more in');
    // The other way stands under the staff where it differs, and its climb beside the table.
    await stage.until('two fingerings on the score', async () => {
      const marks = await stage.driver.findElements(By.css('.score .fing'));
      return marks.length > 43 + 5;
    });
    const runs = await stage.driver.findElements(By.xpath('//button[normalize-space()="Take this over"]'));
    expect(runs.length).toBeGreaterThan(0);
    await runs[0]!.click();
    const taken = await stage.until('a run taken over', async () => {
      const now = await stage.score();
      return now === first ? false : now;
    });
    expect(taken).toMatch(/A 123–1234 {2}E/);
    await undo();
    await stage.until('the first way again', async () => (await stage.score()) === first);
    await stage.choose('Over the notes', 'nothing, to be filled in');
    await stage.choose('Beside this way', 'nothing');
    await stage.until('a score without fingers', async () => {
      await stage.score();
      return (await stage.driver.findElements(By.css('.score .fing'))).length === 0;
    });
    await stage.choose('Under the notes', 'do re mi from the tonic');
    await stage.until(
      'syllables',
      async () => (await stage.driver.findElements(By.css('.score .syl'))).length === 43 && true,
    );
  });

  it('carries a study into all twelve keys and keeps them', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=1&start=A3&school=movable');
    await stage.score();
    await stage.more('In other keys …');
    await stage.sees('12 keys worked out');
    const lines = await stage.texts(By.css('[aria-label="Keys"] li'));
    expect(lines).toHaveLength(12);
    expect(lines.filter((line) => line.includes('same fingers')).length).toBeGreaterThan(8);
    await stage.click('Keep 11 in the library');
    await stage.sees('Kept 11 studies');
    await stage.click('Library');
    await stage.until(
      'the studies in the library',
      async () => (await stage.driver.findElements(By.css('tbody tr:has(a)'))).length === 11 && true,
    );
  });

  it('makes a school by sliders, keeps it, and follows it in another study', async () => {
    await stage.turnTo('/studies/new?instrument=cello&tonic=Bb&octaves=2&start=Bb2&openStrings=never');
    const usual = await stage.score();
    await stage.unfold('Your own');
    await stage.unfold('A school of your own');
    const slider = await stage.find(By.css('input[type="range"][aria-label="Reaches"]'));
    await slider.sendKeys(Key.END);
    const spared = await stage.until('another fingering', async () => {
      const now = await stage.score();
      return now === usual ? false : now;
    });
    expect(await slider.getAttribute('aria-valuetext')).toBe('5 times');
    expect(await stage.chosen('Open strings')).toBe('never');
    const field = await stage.find(By.css('input[name="school"]'));
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Long strings');
    await stage.click('Keep the school');
    await stage.sees('Kept the school “Long strings”');
    await stage.turnTo('/studies/new?instrument=cello&tonic=Bb&octaves=2&start=Bb2&openStrings=never');
    expect(await stage.score()).toBe(usual);
    await stage.choose('School', 'Long strings');
    await stage.choose('Open strings', 'never');
    await stage.until('the school’s fingering', async () => (await stage.score()) === spared);
    // It can be set beside another like the schools that are shipped.
    await stage.turnTo('/studies/new?instrument=cello&tonic=Bb&octaves=2&start=Bb2');
    await stage.choose('Beside this way', 'the school “Long strings”');
    const columns = By.css('[aria-labelledby="beside-heading"] th[scope="col"]');
    await stage.until('two ways side by side', async () => {
      const names = await stage.texts(columns);
      return names.length === 2 && names[1] === 'The school “Long strings”';
    });
    // A backup takes it along to another browser.
    await stage.turnTo('/');
    await stage.click('Export the library');
    const backup = join(mkdtempSync(join(tmpdir(), 'step-ladder-')), 'library.json');
    copyFileSync(await stage.downloaded('.json'), backup);
    await stage.fresh();
    await stage.turnTo('/');
    await (await stage.find(By.css('input[type="file"]'))).sendKeys(backup);
    await stage.sees('1 school added.');
    await stage.turnTo('/studies/new?instrument=cello&tonic=Bb&octaves=2&start=Bb2');
    await stage.choose('School', 'Long strings');
    await stage.choose('Open strings', 'never');
    await stage.until('the school’s fingering', async () => (await stage.score()) === spared);
  });

  it('lists its keys on a question mark', async () => {
    await stage.turnTo('/studies/new');
    await stage.score();
    await stage.driver.actions().sendKeys('?').perform();
    await stage.sees('pin the finger of the chosen note');
    await stage.driver.actions().sendKeys(Key.ESCAPE).perform();
    await stage.until(
      'the list gone',
      async () => !(await stage.text(By.css('body'))).includes('choose a run of notes'),
    );
  });

  it('tells each note by name, finger, string and position', async () => {
    await stage.turnTo('/studies/new?instrument=cello&tonic=D&octaves=2&start=D2&form=melodic-minor');
    await stage.score();
    const names = await stage.driver.executeScript<string[]>(
      'return [...document.querySelectorAll(".score [role=option]")].map((note) => note.getAttribute("aria-label"));',
    );
    expect(names).toHaveLength(29);
    for (const name of names)
      expect(name).toMatch(/^Note \d+ of 29: [A-G][♯♭𝄪𝄫]?\d, (open [CGDA]|the \w+( finger)? on [CGDA], .+)/u);
  });
});
