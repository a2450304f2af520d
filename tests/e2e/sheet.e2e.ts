import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { extractText, getDocumentProxy } from 'unpdf';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

/** The words of a PDF, read by a reader that knows nothing of what wrote it. */
async function wordsOf(pdf: Uint8Array): Promise<{ pages: number; text: string }> {
  const { totalPages, text } = await extractText(await getDocumentProxy(pdf), { mergePages: true });
  return { pages: totalPages, text };
}

describe('what stands on the sheet', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open({ height: 1200 });
  });
  beforeEach(() => stage.emptied());
  afterAll(() => stage.close());

  const press = async (...keys: string[]): Promise<void> => {
    const score = await stage.find(By.css('[role="listbox"]'));
    for (const key of keys) await score.sendKeys(key);
  };
  const under = async (): Promise<string[]> => {
    await stage.score();
    return stage.texts(By.css('[role="listbox"] .verse text'));
  };

  it('says what changes for one who knows the major, and marks the notes', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&form=melodic-minor&octaves=2&start=A3');
    await stage.score();
    await stage.choose('Known already', 'A major');
    await stage.sees('Like A major, but the third lower (C for C♯); coming down the seventh lower (G for G♯)');
    const marks = async (): Promise<number> =>
      (await stage.driver.findElements(By.xpath('//*[@role="listbox"]//*[text()="▾"]'))).length;
    expect(await stage.until('eight marks on the score', async () => (await marks()) === 8 && 8)).toBe(8);
    await stage.click('Map');
    await stage.until(
      'eight marks on the map',
      async () => (await stage.driver.findElements(By.css('.climb .altered'))).length === 8,
    );
    await stage.choose('Known already', 'C major');
    await stage.sees('The notes of C major, begun on its sixth, but the sixth higher (F♯ for F)');
  });

  it('names the notes and covers them one by one', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=D&octaves=1&start=D4&direction=up');
    await stage.score();
    await stage.choose('Under the notes', 'their letters');
    const all = ['D', 'E', 'F♯', 'G', 'A', 'B', 'C♯', 'D'];
    await stage.until('the names', async () => (await under()).join() === all.join());
    await press(Key.HOME, Key.ARROW_RIGHT, Key.ARROW_RIGHT, 'h');
    await stage.until('the third covered', async () => (await under()).join() === 'D,E,?,G,A,B,C♯,D');
    await stage.click('(cover all; H covers or uncovers one)');
    await stage.until('all covered', async () => (await under()).every((name) => name === '?'));
    await press('h');
    await stage.until('one uncovered', async () => (await under()).join() === '?,?,F♯,?,?,?,?,?');
    // What stands on the sheet is undone like any other choice, step by step.
    await stage.click('Undo');
    await stage.until('all covered again', async () => (await under()).every((name) => name === '?'));
    await stage.click('Undo');
    await stage.click('Undo');
    await stage.until('the names again', async () => (await under()).join() === all.join());
    await stage.click('Undo');
    await stage.until('no names', async () => (await under()).length === 0);
    expect(await (await stage.find(By.xpath('//button[@aria-label="Undo"]'))).isEnabled()).toBe(false);
  });

  it('shows the pattern without notation, and a key to what is left blank', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=D&octaves=1&start=D4&direction=up');
    await stage.score();
    await stage.choose('Shown as', 'the pattern alone');
    const pattern = await stage.text(By.css('[aria-label="The pattern"]'));
    expect(pattern.replace(/\s+/g, ' ')).toBe(
      'Begin on the D string, 1st D 0 whole 1 whole 2 half 3 Whole up, on the A string A 0 whole 1 whole 2 half 3',
    );
    await stage.room('Note');
    await stage.click('Note 3: the second finger');
    await stage.sees('Note 3 of 8: F♯4, the second finger on D');
    await stage.choose('Over the notes', 'nothing, to be filled in');
    expect((await stage.text(By.css('[aria-label="Key for the teacher"]'))).replace(/\s+/g, ' ')).toContain(
      'D 0 1 2 3 D4 E4 F♯4 G4 · 1st A 0 1 2 3 A4 B4 C♯5 D5 · 1st',
    );
  });

  it('sets three ways side by side and takes part of the third over', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=Bb&octaves=3&start=Bb3');
    await stage.score();
    await stage.choose('Beside this way', 'the school “Shift early”');
    await stage.sees('Side by side');
    const second = await stage.find(By.css('select[aria-label="And beside both"]'));
    await (await second.findElements(By.css('option')))[1]!.click();
    await stage.until('three columns', async () => {
      const heads = await stage.driver.findElements(By.css('[aria-labelledby="beside-heading"] thead th'));
      return heads.length === 3;
    });
    expect(await stage.driver.findElements(By.css('[aria-labelledby="beside-heading"] .climb'))).toHaveLength(2);
    const before = await stage.score();
    await (
      await stage.driver.findElements(By.xpath('//button[normalize-space()="Take all of it over"]'))
    )
      .at(-1)!
      .click();
    await stage.until('another fingering', async () => (await stage.score()) !== before);
    await stage.sees('notes are pinned');
  });

  it('finds and does anything by its name', async () => {
    await stage.turnTo('/studies/new?instrument=cello&tonic=C&octaves=2&start=C2');
    await stage.score();
    await stage.driver.actions().keyDown(Key.CONTROL).sendKeys('k').keyUp(Key.CONTROL).perform();
    await (await stage.find(By.css('[role="dialog"] input'))).sendKeys('e flat', Key.ENTER);
    await stage.until('E-flat major', async () => (await stage.score()).includes('E♭ major'));
    await stage.driver.actions().keyDown(Key.CONTROL).sendKeys('k').keyUp(Key.CONTROL).perform();
    await (await stage.find(By.css('[role="dialog"] input'))).sendKeys('undo', Key.ENTER);
    await stage.until('C major again', async () => (await stage.score()).includes('Score of C major'));
  });

  it('carries a study into a list of keys of one’s own, and says which word is no key', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=G&octaves=1&start=G3');
    await stage.score();
    await stage.more('In other keys …');
    const list = await stage.find(By.css('input[name="keys"]'));
    await list.sendKeys('A, H, Bb', Key.ENTER);
    await stage.sees('“H” is no key');
    await list.sendKeys(
      Key.BACK_SPACE,
      Key.BACK_SPACE,
      Key.BACK_SPACE,
      Key.BACK_SPACE,
      Key.BACK_SPACE,
      'Bb',
      Key.ENTER,
    );
    await stage.sees('2 keys worked out.');
    await stage.click('Keep 2 in the library');
    await stage.sees('Kept 2 studies');
  });

  it('brings a school in from a file, and refuses a file that holds no school', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=G&octaves=2&start=G3');
    await stage.score();
    await stage.unfold('Your own');
    await stage.unfold('A school of your own');
    const file = join(stage.downloads, 'school.json');
    writeFileSync(file, '{"id": "quiet", "name": "Quiet hands", "factors": {"shift-up": 90}}');
    await stage.driver.executeScript("document.querySelector('input[type=file]').classList.remove('hidden')");
    const input = await stage.find(By.css('input[type="file"]'));
    await input.sendKeys(file);
    await stage.sees('A term can count ten times as much at most');
    writeFileSync(file, '{"id": "quiet", "name": "Quiet hands", "rules": {"openStrings": "never"}}');
    await input.sendKeys(file);
    await stage.sees('The school “Quiet hands” is kept');
    expect(await stage.chosen('School')).toBe('Quiet hands');
    expect(await stage.chosen('Open strings')).toBe('never');
    await stage.until('no open string between', async () => /G 0?1234/.test(await stage.score()));
  });

  it('prints to PDF, and writes a PDF file, with every note in it', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=E&octaves=2&start=E4');
    await stage.score();
    await stage.choose('Under the notes', 'their letters');
    await stage.until('the names', async () => (await under()).length === 29);
    const up = ['E', 'F♯', 'G♯', 'A', 'B', 'C♯', 'D♯'];
    const names = [...up, ...up, 'E', ...[...up].reverse(), ...[...up].reverse()];
    const printed = (await stage.driver.sendAndGetDevToolsCommand('Page.printToPDF', {
      preferCSSPageSize: true,
    })) as unknown as { data: string };
    const page = await wordsOf(new Uint8Array(Buffer.from(printed.data, 'base64')));
    expect(page.text).toContain('E major, two octaves');
    await stage.click('Export');
    await stage.click('PDF, A4');
    const file = await wordsOf(new Uint8Array(readFileSync(await stage.downloaded('.pdf'))));
    expect(file.text).toContain('E major, two octaves');
    expect(file.text).toContain('Shifts');
    for (const text of [page.text, file.text]) {
      for (const name of new Set(names)) {
        const count = names.filter((one) => one === name).length;
        expect(text.match(new RegExp(`(?<![A-Za-z])${name}(?![a-z\\d♯])`, 'g'))!.length).toBeGreaterThanOrEqual(count);
      }
    }
  });

  it('writes the teacher’s own words and the marks into the PDF file', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=2&remarks=[{"at":4,"text":"lean here"}]');
    await stage.score();
    await stage.room('Look');
    await (await stage.find(By.xpath('//button[contains(., "fingers to have ready")]'))).click();
    await stage.until('the marks on the score', async () =>
      (await stage.text(By.css('.score'))).includes('high 3 ready'),
    );
    await stage.click('Export');
    await stage.click('PDF, A4');
    const { text } = await wordsOf(new Uint8Array(readFileSync(await stage.downloaded('.pdf'))));
    expect(text.replace(/\s+/g, ' ')).toContain('lean here');
    expect(text.replace(/\s+/g, ' ')).toContain('high 3 ready');
  });

  it('puts the teacher’s name and a fingerboard with tapes on paper', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=D&start=D4');
    await stage.score();
    await stage.click('Print');
    await stage.click('Your name on paper …');
    await (await stage.find(By.css('[role="dialog"] input'))).sendKeys('Oda Marrin', Key.ENTER);
    await stage.click('Print');
    await (await stage.find(By.xpath('//*[@role="menuitemcheckbox"][contains(., "with tapes")]'))).click();
    await stage.driver.actions().sendKeys(Key.ESCAPE).perform();
    await stage.click('Export');
    await stage.click('PDF, A4');
    const file = await wordsOf(new Uint8Array(readFileSync(await stage.downloaded('.pdf'))));
    expect(file.text).toContain('Violin · Oda Marrin');
    const printed = (await stage.driver.sendAndGetDevToolsCommand('Page.printToPDF', {
      preferCSSPageSize: true,
    })) as unknown as { data: string };
    const page = await wordsOf(new Uint8Array(Buffer.from(printed.data, 'base64')));
    expect(page.text).toContain('Oda Marrin');
    expect(page.text).toContain('Fingerboard with tapes');
    // The four tapes stand over the strings, by their fingers.
    expect(page.text.replace(/\s+/g, ' ')).toMatch(/Fingerboard with tapes.*1 2 3 4/);
  });

  it('puts the fingerboard and the climb into the PDF file where they are asked for', async () => {
    await stage.turnTo('/studies/new?instrument=cello&tonic=Eb&octaves=2&start=Eb2');
    await stage.score();
    const written = async (): Promise<string> => {
      await stage.click('Export');
      await stage.click('PDF, A4');
      const path = await stage.downloaded('.pdf');
      const { text } = await wordsOf(new Uint8Array(readFileSync(path)));
      rmSync(path);
      return text;
    };
    const distances = /\d half steps? · \d+ mm/;
    expect(await written()).not.toMatch(distances);
    await stage.click('Print');
    for (const part of ['Fingerboard', 'The map'])
      await (await stage.find(By.xpath(`//*[@role="menuitemcheckbox"][contains(., "${part}")]`))).click();
    await stage.driver.actions().sendKeys(Key.ESCAPE).perform();
    const page = await written();
    expect(page).toMatch(distances);
    // The map names each hand over its frame, in both rows.
    expect(page.match(/1st/g)!.length).toBeGreaterThanOrEqual(3);
  });

  it('keeps all words of the score, the fingerboard and the climb apart', async () => {
    const CLASHES = `
      const clashes = [];
      for (const picture of document.querySelectorAll('.screen-copy > svg, svg.fingerboard, svg.climb')) {
        const words = [...picture.querySelectorAll('text')].filter((text) => text.textContent.trim());
        const boxes = words.map((text) => text.getBoundingClientRect());
        boxes.forEach((a, i) => boxes.slice(i + 1).forEach((b, k) => {
          const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left);
          const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
          // A line's box is higher than its letters: lines one above the other may touch by some of it.
          if (wide > 2 && high > Math.min(a.height, b.height) / 2)
            clashes.push(words[i].textContent + ' and ' + words[i + 1 + k].textContent);
        }));
      }
      // No bracket goes through the tempo.
      for (const tempo of document.querySelectorAll('.screen-copy .tempo')) {
        const a = tempo.getBoundingClientRect();
        for (const line of document.querySelectorAll('.screen-copy [class*="bracketSpan"] path, .screen-copy path[class*="bracketSpan"]')) {
          const b = line.getBoundingClientRect();
          if (b.left < a.right && b.right > a.left && b.top > a.top + a.height / 4 && b.top < a.bottom - a.height / 5)
            clashes.push(tempo.textContent + ' and a bracket');
        }
      }
      return { clashes, pictures: document.querySelectorAll('.screen-copy > svg, svg.fingerboard, svg.climb').length };`;
    for (const asked of [
      'instrument=violin&tonic=G&form=chromatic&octaves=3',
      'instrument=violin&tonic=G%23&form=harmonic-minor&octaves=3',
      'instrument=violin&tonic=Db&octaves=2&bowing={"slur":4,"perBeat":4}',
      'instrument=bass&tonic=Ab&octaves=2',
      'instrument=cello&tonic=D&octaves=2&figure=key-set',
    ]) {
      await stage.turnTo(`/studies/new?${asked}`);
      await stage.score();
      for (const [board, words] of [
        ['Fingerboard', 'svg.fingerboard .position'],
        ['Map', 'svg.climb .label'],
      ] as const) {
        await stage.click(board);
        await stage.find(By.css(words));
        const { clashes, pictures } = await stage.driver.executeScript<{ clashes: string[]; pictures: number }>(
          CLASHES,
        );
        expect(pictures, asked).toBe(2);
        expect(clashes, asked).toEqual([]);
      }
    }
  });

  it('writes a page of variations in the order asked', async () => {
    await stage.turnTo('/studies/new?instrument=viola&tonic=C&octaves=2&start=C3');
    await stage.score();
    await stage.more('Variations …');
    await stage.click('Move down: four strokes to each note');
    await (await stage.find(By.xpath('//label[normalize-space()="separate, at the tip"]/input'))).click();
    await stage.click('PDF, A4');
    const file = await wordsOf(new Uint8Array(readFileSync(await stage.downloaded('.pdf'))));
    expect(file.text).toMatch(
      /Variations: C major, two octaves.*1\. long notes, four beats each.*3\. two strokes to each note.*4\. four strokes to each note/s,
    );
    expect(file.text).toContain('17. long, short, short');
    expect(file.text).not.toContain('at the tip');
  });

  it('writes the score as a PNG', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=G&octaves=1&start=G3');
    await stage.score();
    await stage.click('Export');
    await stage.click('PNG, a picture of the score');
    const file = readFileSync(await stage.downloaded('.png'));
    expect(file.subarray(1, 4).toString()).toBe('PNG');
    // Width in dots, from the header (RFC 2083): three to a dot of the page.
    expect(file.readUInt32BE(16)).toBe(690 * 3);
  });
});
