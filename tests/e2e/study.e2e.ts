import { readFileSync } from 'node:fs';
import midiLibrary from '@tonejs/midi';
import { XMLParser } from 'fast-xml-parser';
import { By, Key } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

describe('building a study', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
  });
  beforeEach(() => stage.emptied());
  afterAll(() => stage.close());

  it('builds three octaves, takes an alternative, keeps it, finds it again and exports it', async () => {
    await stage.turnTo('/');
    await stage.click('Violin');
    await stage.choose('Tonic', 'A');
    await stage.choose('Octaves', 'three octaves');
    const best = await stage.score();
    expect(best).toContain('A major, three octaves');
    expect(await stage.driver.findElements(By.css('.score svg [id^="n"].note'))).toHaveLength(43);

    const ways = await stage.until('eight ways', async () => {
      const offered = await stage.driver.findElements(By.css('[role="radio"]'));
      return offered.length === 8 && offered;
    });
    await ways[2]!.click();
    const other = await stage.until('another fingering on the score', async () => {
      const now = await stage.score();
      return now === best ? false : now;
    });

    await stage.click('Keep in the library');
    await stage.until('the study’s own address', async () =>
      /studies\/[0-9a-f-]{36}$/.test(await stage.driver.getCurrentUrl()),
    );
    await stage.driver.navigate().refresh();
    expect(await stage.score()).toBe(other);

    await stage.click('Library');
    await (await stage.find(By.css('input[type="search"]'))).sendKeys('a major');
    const row = await stage.text(By.css('tbody tr:has(a)'));
    expect(row).toContain('A major, three octaves');
    expect(row).toContain('Violin');
    await stage.click('A major, three octaves');
    expect(await stage.score()).toBe(other);

    await stage.click('Export');
    await stage.click('MusicXML, for notation software');
    const xml = readFileSync(await stage.downloaded('.musicxml'), 'utf8');
    const measures = new XMLParser({ isArray: (name) => name === 'measure' || name === 'note' }).parse(xml)[
      'score-partwise'
    ].part.measure;
    const fingers = measures.flatMap((measure: any) =>
      measure.note.filter((note: any) => note.pitch).map((note: any) => String(note.notations.technical.fingering)),
    );
    expect(fingers.length).toBe(43);
    expect(other.replace(/[^0-4]/g, '')).toContain(fingers.join(''));

    await stage.click('Export');
    await stage.click('SVG, a picture of the score');
    const svg = readFileSync(await stage.downloaded('.svg'), 'utf8');
    expect(svg.match(/id="n\d+"/g)).toHaveLength(43);

    await stage.click('Export');
    await stage.click('MIDI, to play it');
    const midi = new midiLibrary.Midi(readFileSync(await stage.downloaded('.mid')));
    expect(midi.tracks[0]!.notes.map((note) => note.midi).slice(0, 3)).toEqual([57, 59, 61]);
  });

  it('keeps every change of a saved study as it is made', async () => {
    await stage.turnTo('/studies/new?instrument=cello&tonic=C&octaves=1&start=C2');
    await stage.score();
    await stage.click('Keep in the library');
    await stage.sees('Kept in the library');
    await stage.choose('Form', 'melodic minor');
    await stage.until('the change kept', async () => {
      const kept = (await stage.kept())[0]?.recipe.form;
      return kept === 'melodic-minor';
    });
    await stage.driver.navigate().refresh();
    expect(await stage.score()).toContain('C melodic minor, one octave');
    expect(await stage.chosen('Form')).toBe('melodic minor');
  });

  it('comes back to the very fingers a study was kept with when a change is undone', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
    const best = await stage.score();
    await (await stage.find(By.css('[role="radio"][value="2"]'))).click();
    const kept = await stage.until('another fingering on the score', async () => {
      const now = await stage.score();
      return now !== best && now;
    });
    await stage.click('Keep in the library');
    await stage.until('the study’s own address', async () =>
      /studies\/[0-9a-f-]{36}$/.test(await stage.driver.getCurrentUrl()),
    );
    await stage.driver.navigate().refresh();
    expect(await stage.score()).toBe(kept);
    // From now on every fingering that is shown, however shortly, is written down.
    await stage.driver.executeScript(`
      const score = document.querySelector('[role="listbox"]');
      window.shown = [];
      new MutationObserver(() => window.shown.push(score.getAttribute('aria-label'))).observe(score, { attributeFilter: ['aria-label'] });`);
    const forms = ['natural minor', 'dorian', 'mixolydian', 'lydian'];
    for (const form of forms) {
      await stage.choose('Form', form);
      await stage.until(form, async () => (await stage.score()).includes(`A ${form}`));
    }
    for (const _ of forms) await stage.click('Undo');
    await stage.until('the major', async () => (await stage.score()).includes('A major'));
    await stage.until('what was kept', async () => (await stage.score()) === kept);
    const shown = await stage.driver.executeScript<string[]>('return window.shown;');
    expect([...new Set(shown.filter((label) => label.includes('A major')))]).toEqual([kept]);
    expect((await stage.kept())[0]?.recipe.form).toBe('major');
  });

  it('shows the same study from a shared address, and says what is wrong with a broken one', async () => {
    await stage.go('/studies/new?instrument=bass&tonic=F&octaves=1&start=F1');
    expect(await stage.score()).toContain('E 14  A 014  D 024');
    await stage.go('/studies/new?instrument=bass&tonic=F&octaves=4');
    expect(await stage.text(By.css('[role="alert"]'))).toMatch(
      /room for three octaves|No key has four octaves|Four octaves fit/,
    );
    await stage.go('/studies/new?instrument=kazoo&tonic=F');
    expect(await stage.text(By.css('[role="alert"]'))).toContain('violin, viola, cello, bass');
    await stage.go('/studies/0c9f1d0e-0000-4000-8000-000000000000');
    expect(await stage.text(By.css('[role="alert"]'))).toContain('There is no such study here');
  });

  it('makes a second choice of the bow on top of the first, however soon it follows', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=G&octaves=2&start=G3');
    await stage.score();
    await stage.room('Bow');
    await stage.find(By.css('select[aria-label="Notes to a beat"]'));
    await stage.driver.executeAsyncScript(`
      const done = arguments[0];
      const choose = (list, words) => {
        const select = document.querySelector('select[aria-label="' + list + '"]');
        select.focus();
        select.value = [...select.options].find((one) => one.text.trim() === words).value;
        select.dispatchEvent(new Event('change', { bubbles: true }));
      };
      (async () => {
        choose('Notes to a bow', '12 notes');
        // What was asked is drawn by then; the picture has not followed.
        await null;
        choose('Notes to a beat', '1');
        done();
      })();`);
    await stage.score();
    expect([await stage.chosen('Notes to a bow'), await stage.chosen('Notes to a beat')]).toEqual(['12 notes', '1']);
  });

  it('has a choice in its address even where the page is left in the same moment', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=2&start=A3');
    await stage.score();
    await stage.driver.executeScript(`
      const form = document.querySelector('select[aria-label="Form"]');
      form.value = [...form.options].find((one) => one.text.trim() === 'dorian').value;
      form.dispatchEvent(new Event('change', { bubbles: true }));
      document.querySelector('header a[href="/"]').click();`);
    await stage.sees('Nothing here yet.');
    await stage.driver.navigate().back();
    await stage.sees('A dorian');
    expect(await stage.score()).toContain('A dorian, two octaves');
    // Going back once more undoes that choice; it is not written again behind it.
    await stage.driver.navigate().back();
    expect(
      await stage.until('the study before', async () => {
        const score = await stage.score();
        return score.includes('A major') && score;
      }),
    ).toContain('A major, two octaves');
    expect(new URL(await stage.driver.getCurrentUrl()).searchParams.get('form')).not.toBe('dorian');
  });

  it('follows every choice, and moves with the keyboard only from the library to a kept study', async () => {
    await stage.turnTo('/');
    await stage.sees('Nothing here yet.');
    const press = async (...keys: string[]): Promise<void> => {
      for (const key of keys) await stage.driver.actions().sendKeys(key).perform();
    };
    const focused = (): Promise<string> =>
      stage.driver.executeScript<string>(
        'const e = document.activeElement; return e === document.body ? "" : e?.getAttribute("aria-label") ?? e?.textContent?.trim() ?? "";',
      );
    const tabTo = async (name: string, backwards = false): Promise<void> => {
      for (let step = 0; step < 60; step += 1) {
        if ((await focused()).includes(name)) return;
        if (backwards) await stage.driver.actions().keyDown(Key.SHIFT).sendKeys(Key.TAB).keyUp(Key.SHIFT).perform();
        else await press(Key.TAB);
      }
      throw new Error(`The keyboard never reached "${name}".`);
    };
    await tabTo('Violin');
    await press(Key.ENTER);
    await stage.score();
    await tabTo('Instrument');
    await press('c');
    await stage.until('the cello', async () => (await stage.chosen('Instrument')) === 'Cello');
    await tabTo('Tonic');
    await press('D');
    await stage.until('the key of D', async () => (await stage.score()).includes('Score of D'));
    await tabTo('Keep in the library', true);
    await press(Key.ENTER);
    await stage.until('a kept study', async () => /studies\/[0-9a-f-]{36}$/.test(await stage.driver.getCurrentUrl()));
    const before = await stage.score();
    await tabTo('easiest');
    // The key is held until the choice has moved, as a finger holds it.
    await stage.driver.actions().keyDown(Key.ARROW_DOWN).perform();
    await stage.until('the next way chosen by arrow', async () => (await stage.score()) !== before);
    await stage.driver.actions().keyUp(Key.ARROW_DOWN).perform();
  });

  it('warns about a key without signature and writes its twin on request', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=G%23&octaves=1&start=G%234');
    await stage.sees('has no standard key signature');
    await stage.click('Write it as A♭ instead: the same sound.');
    expect(await stage.score()).toContain('A♭ major');
  });
});
