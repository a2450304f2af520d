import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { extractText, getDocumentProxy } from 'unpdf';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

const HEADER = 'instrument,grade,group,rule,figure,forms,tonics,octaves,slurs,bpm,per_beat,memory';
const GOOD = [
  'violin,First,Scales,all,scale,major,D G,1,1,60,2,yes',
  'violin,First,Arpeggios,all,arpeggio,minor,A,1,1,60,1,yes',
  'violin,Second,Scales,all,scale,harmonic-minor melodic-minor,A,2,1 2,60,2,yes',
];

describe('a syllabus', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open({ height: 1200 });
  });
  beforeEach(() => stage.emptied());
  afterAll(() => stage.close());

  const importFile = async (name: string, text: string): Promise<void> => {
    const file = join(stage.downloads, name);
    writeFileSync(file, text);
    const input = await stage.find(By.css('input[aria-label="A syllabus file"]'));
    await stage.driver.executeScript("arguments[0].classList.remove('hidden')", input);
    await input.sendKeys(file);
  };
  const dialog = (): Promise<string> => stage.text(By.css('[role="dialog"]'));
  const ready = (grade: string): Promise<string> =>
    stage.text(By.xpath(`//tr[th/button[normalize-space()="${grade}"]]/td[last()]`));

  it('is imported with its bad rows shown, covered, made, mended by a near miss, and printed as a book', async () => {
    await stage.turnTo('/syllabus');
    await stage.sees('Lindenfeld Board');
    await importFile(
      'ours.csv',
      [
        HEADER,
        ...GOOD,
        'violin,Second,Scales,all,scale,mayor,C,1,1,60,2,yes',
        'violin,Second,Scales,all,scale,major,H,1,1,60,2,yes',
      ].join('\n'),
    );
    await stage.sees('3 lines are good (violin, 2 grades), 2 are not');
    expect((await dialog()).replace(/\s+/g, ' ')).toMatch(/5 forms A form is one of.*6 tonics A tonic is a letter/);
    await stage.click('Leave it');
    // One of the two is mended, the other is left; the good ones are taken when asked.
    await importFile(
      'ours.csv',
      [
        HEADER,
        ...GOOD,
        'violin,Second,Scales,all,scale,major,C,1,1,60,2,yes',
        'violin,Second,Scales,all,scale,major,H,1,1,60,2,yes',
      ].join('\n'),
    );
    await stage.sees('4 lines are good');
    await stage.click('Take the 4 good rows');
    await stage.sees('Kept “ours”.');
    expect(await stage.chosen('Syllabus')).toBe('ours');
    expect(await ready('First')).toBe('0 of 3');

    await stage.click('Make the 3 missing');
    await stage.until('the first grade made', async () => (await ready('First')) === '3 of 3');
    await stage.choose('Syllabus', 'ours');
    await stage.click('Second');
    await stage.click('Make it: A harmonic minor or melodic minor, two octaves');
    await stage.until('one of the second', async () => (await ready('Second')) === '1 of 2');

    // C major in one octave is there but too slow: near, not ready.
    await stage.turnTo('/studies/new?instrument=violin&tonic=C&octaves=1&start=C4&bowing=%7B%22bpm%22%3A52%7D');
    await stage.score();
    await stage.room('Grade');
    await stage.sees('Second, ours, C major, one octave: 52 bpm where 60 is asked');
    await stage.click('Keep in the library');
    await stage.sees('Kept in the library.');
    const study = await stage.driver.getCurrentUrl();
    await stage.turnTo('/syllabus');
    await stage.choose('Syllabus', 'ours');
    await stage.click('Second');
    await stage.click('Open (fingered, bow or tempo short)');
    expect(await stage.driver.getCurrentUrl()).toBe(study);
    await stage.room('Grade');
    await stage.click('Change it so: Second, C major, one octave');
    await stage.until('it satisfies the line', async () =>
      (await stage.text(By.css('[aria-label="Satisfied"]'))).includes('Second, ours: C major, one octave'),
    );
    await stage.until('the change to be kept', async () =>
      (await stage.kept()).some(
        (one) =>
          (one.recipe as unknown as { bowing: { bpm: number } }).bowing.bpm === 60 &&
          (one.recipe as unknown as { tonic: string }).tonic === 'C',
      ),
    );
    await stage.turnTo('/syllabus');
    await stage.choose('Syllabus', 'ours');
    await stage.until('all of the second ready', async () => (await ready('Second')) === '2 of 2');

    await stage.click('First');
    await stage.click('Book of 3 studies');
    await stage.click('PDF, A4');
    const pdf = await getDocumentProxy(new Uint8Array(readFileSync(await stage.downloaded('first.pdf'))));
    const { totalPages, text } = await extractText(pdf, { mergePages: false });
    // Cover, contents, three studies on one page, each arpeggio after the scale of its key, the checklist.
    expect(totalPages).toBe(4);
    expect(text[0]).toContain('First');
    expect(text[1]).toMatch(
      /Contents.*D major, one octave.*G major, one octave.*A minor arpeggio, one octave.*3\s+3\s+3/s,
    );
    expect(text[2]).toMatch(/D major, one octave.*G major, one octave.*A minor arpeggio, one octave/s);
    // Nothing is said of shifts that are not there; every page but the cover bears its number.
    expect(text[2]).not.toContain('Shift');
    expect(text[2]).toMatch(/ours, First\s*3/);
    expect(text[3]).toMatch(/Checklist: First.*□\s+A minor arpeggio, one octave/s);
  });

  it('refuses huge and foreign files without touching what is kept', async () => {
    await stage.turnTo('/syllabus');
    await stage.sees('Lindenfeld Board');
    await importFile('huge.csv', [HEADER, ...Array.from({ length: 100_000 }, () => GOOD[0])].join('\n'));
    await stage.sees('This file has 100000 rows; a syllabus has at most 5000');
    await stage.click('Close');
    await importFile('hostile.json', '{"kind":"step-ladder-syllabus","version":1,"sections":[{"instrument":"kazoo"}]}');
    await stage.sees('This file cannot be taken');
    await stage.click('Close');
    await importFile('sum.csv', [HEADER, '"=1+1",First,Scales,all,scale,major,D,1,1,60,2,yes'].join('\n'));
    await stage.sees('This looks like a formula of a spreadsheet');
    await stage.click('Close');
    const list = await stage.text(By.css('select[aria-label="Syllabus"]'));
    expect(list.split('\n')).toHaveLength(3);
  });

  it('estimates a grade and explains it', async () => {
    await stage.turnTo(
      '/studies/new?instrument=violin&tonic=B&octaves=2&start=B3&form=lydian&bowing=%7B%22bpm%22%3A72%7D',
    );
    await stage.score();
    await stage.room('Grade');
    await stage.sees('No line of a syllabus asks for exactly this.');
    await stage.click('Estimate its grade');
    await stage.sees('estimated at Grade');
    const words = await stage.text(By.css('[aria-label="Estimated grade"]'));
    expect(words).toMatch(/estimated at Grade [345] \(\d\.\d, give or take 0\.\d of a grade\)/);
    expect(words).toMatch(/Bow and tempo: as asked about Grade \d/);
    expect(words).toMatch(/[+−]\d\.\d for /);
    expect(words).toMatch(/Of 130 things asked there, each judged without itself, [89]\d come out exactly/);
    await stage.choose('Estimated by', 'Seven Bridges Youth Orchestra, audition scales');
    await stage.sees('an estimate needs 25 in 3 at least');
  });

  it('is edited in a copy: a line changed, moved by keyboard, a grade duplicated, undone', async () => {
    await stage.turnTo('/syllabus?show=edit');
    // Read whole before a copy is made.
    await stage.sees('Copy it and change the copy');
    const asked = await stage.texts(By.css('section[aria-label="Grade 1"] li'));
    expect(asked[0]).toBe('D, A and G major, one octave separate bows, 66 bpm with 1 to a beat, from memory');
    await stage.click('Copy it and change the copy');
    await stage.until('the copy', async () => (await stage.chosen('Syllabus')).endsWith('own copy'));
    const field = async (name: string): Promise<string> =>
      (await stage.find(By.css(`input[aria-label="${name}"]`))).getAttribute('value').then((value) => value ?? '');
    const tonics = await stage.find(By.css('input[aria-label="tonics of line 1"]'));
    await tonics.sendKeys(Key.chord(Key.CONTROL, 'a'), 'D H');
    await stage.sees('A tonic is a letter A to G');
    await tonics.sendKeys(Key.chord(Key.CONTROL, 'a'), 'D E', Key.TAB);
    await stage.until('the new keys kept', async () => (await field('tonics of line 1')) === 'D E');
    const handle = await stage.find(By.css('button[aria-label="Move line 1"]'));
    await handle.sendKeys(Key.SPACE);
    await stage.until('the line lifted', async () => (await handle.getAttribute('aria-pressed')) === 'true');
    await handle.sendKeys(Key.ARROW_DOWN);
    await stage.driver.actions().pause(300).perform();
    await handle.sendKeys(Key.SPACE);
    await stage.until('the line moved', async () => (await field('tonics of line 2')) === 'D E');
    await stage.click('Duplicate the grade');
    await stage.until('the copy of the grade', async () => (await stage.chosen('Grade')) === 'Grade 1, again');
    await stage.click('Undo');
    await stage.click('Undo');
    await stage.until('the order as it was', async () => {
      await stage.choose('Grade', 'Grade 1');
      return (await field('tonics of line 1')) === 'D E';
    });
    await stage.choose('Compare with', 'Lindenfeld Board of String Examinations, grades 1 to 8');
    await stage.sees('things differ.');
    expect(await stage.text(By.css('[aria-label="Compare"] tbody'))).toMatch(
      /G major, one octave – Grade 1: separate bows, 66 bpm with 1 to a beat, from memory/,
    );
  });

  it('calls for things of a grade and keeps how they went', async () => {
    await stage.turnTo('/syllabus?show=mock');
    await stage.choose('How many', '3 things');
    // What may be called for can be read until the first call.
    const lines = By.css('section[aria-label="Grade 1"] li');
    expect((await stage.texts(lines)).length).toBeGreaterThan(2);
    await stage.click('Begin');
    await stage.sees('1 of 3');
    expect(await stage.texts(lines)).toEqual([]);
    await stage.click('✓ Right');
    await stage.sees('2 of 3');
    await stage.click('✗ Missed');
    await stage.click('~ Shaky');
    await stage.sees('Kept with today’s date.');
    expect(
      (await stage.text(By.css('[aria-label="How it went"]'))).split('\n').map((line) => line.slice(0, 7)),
    ).toEqual(['✓ Right', '✗ Misse', '~ Shaky']);
    await stage.turnTo('/syllabus?show=mock');
    await stage.sees('Grade 1: 1 right, 1 shaky, 1 missed');
  });
});
