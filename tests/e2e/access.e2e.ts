import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { By, Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

describe('every screen', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open({ demo: true });
    await stage.go('/');
    await stage.sees('Pella');
  });
  afterAll(() => stage.close());

  /** What axe-core finds on the page, or in one part of it. */
  const violations = async (part = 'html'): Promise<string[]> => {
    await stage.driver.executeScript(AXE);
    return stage.driver.executeAsyncScript<string[]>(
      `
      const done = arguments[1];
      axe.run(arguments[0], { resultTypes: ['violations'] }).then((result) =>
        done(result.violations.map((v) => v.id + ': ' + v.nodes.map((n) => n.target.join(' ')).join(', '))));`,
      part,
    );
  };

  const screens: [name: string, path: string, ready: () => Promise<unknown>][] = [
    ['the library', '/', () => stage.sees('Pella')],
    ['a new study', '/studies/new?instrument=violin&tonic=A&octaves=3&start=A3', () => stage.score()],
    [
      'a study that cannot be made',
      '/studies/new?instrument=bass&tonic=F&octaves=4',
      () => stage.find(By.css('[role="alert"]')),
    ],
    ['a key without signature', '/studies/new?instrument=viola&tonic=G%23', () => stage.score()],
    ['a syllabus', '/syllabus', () => stage.sees('Grade 8')],
    ['its lines', '/syllabus?show=edit', () => stage.sees('Copy it and change the copy')],
    ['its charts', '/syllabus?show=charts', () => stage.sees('estimated exactly')],
    ['a mock examination', '/syllabus?show=mock', () => stage.sees('Call for')],
    ['your book', '/book', () => stage.sees('4 fingerings can be played')],
    ['tuning', '/tuning', () => stage.sees('Note for note')],
    ['the pupils', '/pupils', () => stage.sees('not heard since')],
    ['a pupil', '/pupils/demo-ivo', () => stage.find(By.css('figure svg'))],
    ['a lesson', '/pupils/demo-noor/lesson', () => stage.find(By.css('.music svg'))],
    ['the practice room', '/pupils/demo-noor/practice', () => stage.find(By.css('.music svg'))],
    ['the sheet of a week', '/pupils/demo-noor/sheet', () => stage.find(By.css('.study-of-week svg'))],
    ['the classes', '/class', () => stage.sees('Friday strings')],
    ['a class', '/class/demo-friday-strings', () => stage.find(By.css('.class-score svg'))],
    ['the notices', '/notices', () => stage.sees('Packages shipped')],
    ['no page', '/nowhere', () => stage.sees('There is no such page')],
  ];
  /** How wide the page is on a phone of 390 pixels, and which doors of its heading lie over each other there. */
  const onAPhone = async (): Promise<{ readonly wide: number; readonly over: readonly string[] }> => {
    const phone = { width: 390, height: 844, deviceScaleFactor: 1, mobile: false };
    await stage.devTools('Emulation.setDeviceMetricsOverride', phone);
    const found = await stage.driver.executeScript<{ wide: number; over: string[] }>(`
      const doors = [...document.querySelectorAll('header a, header button')].map((door) => [door.getBoundingClientRect(), door.innerText || door.ariaLabel]);
      const over = doors.flatMap(([a, one], k) => doors.slice(k + 1).flatMap(([b, other]) =>
        a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom ? [one + ' and ' + other] : []));
      return { wide: document.documentElement.scrollWidth, over };`);
    await stage.devTools('Emulation.clearDeviceMetricsOverride', {});
    return found;
  };

  for (const [name, path, ready] of screens) {
    it(`${name} has no violation axe-core finds, and goes nowhere sideways on a phone`, async () => {
      await stage.turnTo(path);
      await ready();
      expect(await violations()).toEqual([]);
      expect(await onAPhone()).toEqual({ wide: 390, over: [] });
    });
  }

  it('no room of the desk, nor the stand, has any', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
    await stage.score();
    await (await stage.find(By.css('#n10 .notehead'))).click();
    for (const room of ['Note', 'Shifts', 'Bow', 'Sound', 'Look', 'Grade', 'Ways']) {
      await stage.room(room);
      expect(await violations(), room).toEqual([]);
    }
    await stage.click('Map');
    await stage.find(By.css('svg.climb'));
    expect(await violations(), 'the map').toEqual([]);
    await stage.click('Stand');
    await stage.find(By.css('.stand-page .note'));
    expect(await violations(), 'the stand').toEqual([]);
    await stage.click('Dark');
    expect(await violations(), 'the dark stand').toEqual([]);
  });

  it('by lamplight has none either, stays so, and prints by day', async () => {
    const page = (): Promise<string> =>
      stage.driver.executeScript('return getComputedStyle(document.documentElement).backgroundColor;');
    const byDay = await page();
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
    await stage.score();
    await stage.click('Show the page dark');
    const dark = await page();
    expect(dark).not.toBe(byDay);
    expect(await violations(), 'the desk').toEqual([]);
    for (const [path, words] of [
      ['/pupils/demo-ivo', 'Ivo'],
      ['/syllabus', 'Grade 8'],
      ['/', 'Pella'],
    ] as const) {
      await stage.go(path);
      await stage.sees(words);
      expect(await violations(), path).toEqual([]);
    }
    expect(await page()).toBe(dark);
    await stage.devTools('Emulation.setEmulatedMedia', { media: 'print' });
    expect(await page()).toBe('rgb(255, 255, 255)');
    await stage.devTools('Emulation.setEmulatedMedia', { media: '' });
    await stage.click('Show the page light');
    expect(await page()).toBe(byDay);
  });

  it('a sheet that closes gives the focus back to what had it, even where one opened another', async () => {
    const press = (...keys: string[]): Promise<void> =>
      stage.driver
        .actions()
        .sendKeys(...keys)
        .perform();
    const focus = (what: string, selector: string): Promise<unknown> =>
      stage.until(`the focus on ${what}`, () =>
        stage.driver.executeScript('return document.activeElement.matches(arguments[0]);', selector),
      );
    await stage.turnTo('/studies/new?instrument=cello&tonic=C&octaves=2&start=C2');
    await stage.score();
    const score = await stage.find(By.css('[role="listbox"]'));
    await score.sendKeys('?');
    await focus('the shortcuts', '[role="dialog"]');
    await press(Key.ESCAPE);
    await focus('the score', '[role="listbox"]');
    await score.sendKeys(Key.chord(Key.CONTROL, 'k'));
    await focus('the commands', '[role="dialog"] input');
    await press('shortcuts', Key.ENTER);
    await stage.sees('choose a run of notes');
    await focus('the shortcuts', '[role="dialog"]');
    await press(Key.ESCAPE);
    await focus('the score', '[role="listbox"]');
    await stage.turnTo('/');
    await (await stage.find(By.css('[aria-label="Actions for Pella, first scale"]'))).sendKeys(Key.ENTER);
    await stage.click('Rename …');
    await focus('the name', '[role="dialog"] input');
    await press(Key.ESCAPE);
    await focus('the button of the menu', '[aria-label="Actions for Pella, first scale"]');
  });

  it('an open menu, an open dialog and the empty library have none either', async () => {
    await stage.turnTo('/');
    await stage.click('Actions for Pella, first scale');
    await stage.find(By.css('[role="menu"]'));
    expect(await violations()).toEqual([]);
    await stage.click('Rename …');
    await stage.find(By.css('[role="dialog"]'));
    // What lies under an open dialog is hidden from everyone; the dialog is the page.
    expect(await violations('[role="dialog"]')).toEqual([]);
    await stage.go('/?studio=own');
    await stage.sees('Nothing here yet.');
    expect(await violations()).toEqual([]);
  });

  it('asks no other host for anything', async () => {
    await stage.go('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3&studio=demo');
    await stage.score();
    const hosts = await stage.driver.executeScript<string[]>(
      'return [...new Set(performance.getEntriesByType("resource").map((entry) => new URL(entry.name).host))];',
    );
    expect(hosts).toEqual([new URL(stage.address).host]);
  });

  it('prints the study on its own: title, score, shifts, nothing to click', async () => {
    await stage.go('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3&studio=demo');
    await stage.score();
    await stage.devTools('Emulation.setEmulatedMedia', { media: 'print' });
    const shown = (copy: string): Promise<boolean> =>
      stage.driver.executeScript(`
        const picture = document.querySelector('.${copy}-copy > svg');
        return Boolean(picture) && picture.getBoundingClientRect().height > 0;`);
    // The paper's copy is laid out once the teacher has stopped choosing.
    await stage.until('the printed score', async () => {
      await stage.driver.executeScript(`window.dispatchEvent(new Event('beforeprint'));`);
      return shown('paper');
    });
    expect(await shown('screen')).toBe(false);
    expect(await stage.driver.findElement(By.css('h1')).isDisplayed()).toBe(true);
    for (const button of await stage.driver.findElements(By.css('button:not([data-printed])')))
      expect(await button.isDisplayed()).toBe(false);
    await stage.driver.executeScript(`window.dispatchEvent(new Event('afterprint'));`);
    await stage.devTools('Emulation.setEmulatedMedia', { media: '' });
    expect([await shown('paper'), await shown('screen')]).toEqual([false, true]);
  });
});

describe('without a network', () => {
  it('works after the first visit: builds and engraves a study offline', async () => {
    const stage = await Stage.open({ offline: true });
    try {
      await stage.go('/studies/new');
      await stage.score();
      await stage.until('the service worker ready', () =>
        stage.driver.executeScript<boolean>(
          'return navigator.serviceWorker.getRegistration().then((r) => Boolean(r?.active) && caches.keys().then((k) => k.length > 0));',
        ),
      );
      await stage.go('/');
      await stage.until('the page under the service worker', () =>
        stage.driver.executeScript<boolean>('return Boolean(navigator.serviceWorker.controller);'),
      );
      await stage.cutOff();
      stage.shut();
      await stage.go('/studies/new?instrument=viola&tonic=D&octaves=2&start=D3');
      expect(await stage.score()).toContain('D major, two octaves');
    } finally {
      await stage.close();
    }
  });
});
