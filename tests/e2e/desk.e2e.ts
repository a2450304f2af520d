import { By, Key, type WebElement } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

/** What is seen of the desk without touching anything. */
interface Seen {
  readonly scrolls: readonly [down: boolean, sideways: boolean];
  /** Least distance of two lines of a staff, CSS pixels. */
  readonly lines: number;
  readonly notes: number;
  readonly hand: boolean;
  /** The widest disc of a finger on the fingerboard, CSS pixels. */
  readonly disc: number;
  /** Pairs of discs of which one lies on the other's finger. */
  readonly hidden: number;
  readonly ways: number;
  readonly facts: string;
  readonly words: readonly string[];
}

/** Looks at the page as a teacher does: what is wholly in view. */
const LOOK = `
  const inView = (element) => {
    if (!element) return false;
    const box = element.getBoundingClientRect();
    if (box.width <= 0 || box.top < -1 || box.left < -1 || box.bottom > innerHeight + 1 || box.right > innerWidth + 1) return false;
    for (let up = element.parentElement; up; up = up.parentElement) {
      const { overflowY } = getComputedStyle(up);
      if (overflowY === 'visible') continue;
      const frame = up.getBoundingClientRect();
      if (box.bottom > frame.bottom + 1 || box.top < frame.top - 1) return false;
    }
    return true;
  };
  const page = document.documentElement;
  const lines = [...document.querySelectorAll('.screen-copy .staff')].map((staff) => {
    const tops = [...staff.querySelectorAll(':scope > path')].slice(0, 5).map((line) => line.getBoundingClientRect().top);
    return (tops[4] - tops[0]) / 4;
  });
  const discs = [...document.querySelectorAll('.fingerboard .place circle')].map((disc) => {
    const { x, y, width } = disc.getBoundingClientRect();
    return { x: x + width / 2, y: Math.round(y + width / 2), r: width / 2 };
  });
  const words = [];
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (walk.nextNode()) {
    const element = walk.currentNode.parentElement;
    if (element.closest('.score, option, script, style, .sr-only, [hidden], details:not([open]) > :not(summary)')) continue;
    const range = document.createRange();
    range.selectNodeContents(walk.currentNode);
    const box = range.getBoundingClientRect();
    const room = element.closest('.room')?.getBoundingClientRect();
    if (!box.width || box.top >= (room?.bottom ?? innerHeight) || box.bottom <= 0) continue;
    words.push(...walk.currentNode.textContent.split(/\\s+/));
  }
  for (const list of document.querySelectorAll('select')) {
    if (list.getBoundingClientRect().width && !list.closest('details:not([open])')) words.push(...list.selectedOptions[0].textContent.split(/\\s+/));
  }
  return {
    scrolls: [page.scrollHeight > innerHeight, page.scrollWidth > innerWidth],
    lines: Math.min(...lines),
    notes: [...document.querySelectorAll('.screen-copy .notehead')].filter(inView).length,
    hand: inView(document.querySelector('.fingerboard .hand')),
    disc: 2 * Math.max(...discs.map(({ r }) => r)),
    hidden: discs.filter((one, k) => discs.slice(k + 1).some((other) => one.y === other.y && Math.abs(one.x - other.x) < 0.85 * (one.r + other.r))).length,
    ways: [...document.querySelectorAll('[role="radio"]')].filter(inView).length,
    facts: inView(document.querySelector('.now-line')) ? document.querySelector('.now-line').textContent : '',
    words: words.filter((word) => /\\p{L}{2,}/u.test(word)),
  };`;

describe('the desk', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
  });
  beforeEach(() => stage.emptied());
  afterAll(() => stage.close());

  const resize = (width: number, height: number): Promise<void> =>
    stage.devTools('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile: false });
  const look = (): Promise<Seen> => stage.driver.executeScript<Seen>(LOOK);
  /** Opens a study and waits until its score and all its ways stand. */
  const open = async (asked: string): Promise<Seen> => {
    await stage.turnTo(`/studies/new?${asked}`);
    await stage.score();
    await stage.until('more than one way', async () => (await look()).ways > 1);
    return look();
  };

  const STUDIES: readonly (readonly [asked: string, notes: number])[] = [
    ['instrument=violin&tonic=A&octaves=3', 43],
    ['instrument=viola&tonic=G&form=melodic-minor&octaves=3', 43],
    ['instrument=cello&tonic=Eb&octaves=2', 29],
    ['instrument=bass&tonic=E&octaves=2', 29],
    ['instrument=violin&tonic=D&octaves=1', 15],
    ['instrument=violin&tonic=C%23&octaves=3&form=harmonic-minor', 43],
  ];

  it.each([
    [1280, 800],
    [1440, 900],
    [1024, 768],
  ])('shows score, hand, ways and the shift at %i by %i, and never scrolls as a page', async (width, height) => {
    await resize(width, height);
    for (const [asked, notes] of STUDIES) {
      const seen = await open(asked);
      expect(seen.scrolls, asked).toEqual([false, false]);
      expect(seen.notes, asked).toBe(notes);
      expect(seen.lines, asked).toBeGreaterThanOrEqual(5.5);
      expect(seen.hand, asked).toBe(true);
      // Read by two who sit at one screen.
      expect(seen.disc, asked).toBeGreaterThanOrEqual(19);
      expect(seen.hidden, asked).toBe(0);
      expect(seen.ways, asked).toBeGreaterThanOrEqual(4);
      expect(seen.facts, asked).toMatch(/Shift 1 of \d+.*→.*half steps?, \d+ mm|No shift/);
    }
  });

  it('says what it says in 140 words', async () => {
    await resize(1280, 800);
    for (const [asked] of STUDIES) {
      const { words } = await open(asked);
      expect(words.length, words.join(' ')).toBeLessThanOrEqual(140);
      expect(words.length).toBeGreaterThan(60);
    }
  });

  it('has all in view on a tablet held upright', async () => {
    await resize(768, 1024);
    const seen = await open('instrument=violin&tonic=A&octaves=3');
    expect(seen).toMatchObject({ scrolls: [false, false], notes: 43, hand: true });
    expect(seen.ways).toBeGreaterThanOrEqual(4);
  });

  it('on a phone goes nowhere sideways, and every room is a tap away and sinks again', async () => {
    await resize(390, 844);
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=3');
    await stage.score();
    expect((await look()).hidden).toBe(0);
    const sideways = async (): Promise<boolean> => (await look()).scrolls[1];
    expect(await sideways()).toBe(false);
    const room = By.css('.room');
    for (const name of ['Ways', 'Note', 'Shifts', 'Bow', 'Sound', 'Look', 'Grade']) {
      const door = await stage.find(By.xpath(`//button[@role="tab"][normalize-space()="${name}"]`));
      await door.click();
      await stage.until(`the room ${name} in view`, async () => (await stage.find(room)).isDisplayed());
      expect(await sideways(), name).toBe(false);
      await door.click();
      await stage.until(`the room ${name} gone`, async () => !(await (await stage.find(room)).isDisplayed()));
    }
    // From one room to another is one tap, or one key, too.
    for (const [name, open] of [
      ['Shifts', (door: WebElement) => door.click()],
      ['Bow', (door: WebElement) => door.click()],
      ['Look', (door: WebElement) => door.sendKeys(Key.ENTER)],
    ] as const) {
      await open(await stage.find(By.xpath(`//button[@role="tab"][normalize-space()="${name}"]`)));
      await stage.until(`${name} in place of the room before`, async () =>
        (await stage.find(By.css(`.room[data-room="${name.toLowerCase()}"]`))).isDisplayed(),
      );
    }
    await (await stage.find(By.xpath('//button[@role="tab"][normalize-space()="Look"]'))).click();
    // The sentence unfolds from the title.
    await stage.click('Change …');
    await stage.choose('Tonic', 'B♭');
    expect(await stage.score()).toContain('B♭ major');
    expect(await sideways()).toBe(false);
  });

  it('moves everything with the shift that is chosen, and opens a room wide and back', async () => {
    await resize(1280, 800);
    await open('instrument=violin&tonic=A&octaves=3');
    const hand = (): Promise<string | null> =>
      stage.driver.executeScript(`return document.querySelector('.fingerboard .hand')?.getAttribute('x') ?? null;`);
    const first = await hand();
    await stage.click('The shift after');
    await stage.sees('Shift 2 of 6');
    await stage.until('the hand of the second shift', async () => (await hand()) !== first);
    await stage.until(
      'its note on the score',
      async () => (await stage.driver.findElements(By.css('.screen-copy .chosen-note'))).length === 1,
    );
    await stage.room('Shifts');
    await stage.until(
      'its sentences open',
      async () => (await stage.driver.findElements(By.css('.room details[open]'))).length === 1,
    );
    await stage.click('Open wide');
    await stage.until('the score away', async () => !(await (await stage.find(By.css('.stage'))).isDisplayed()));
    await stage.click('Back beside the score');
    await stage.until('the score back', async () => (await stage.find(By.css('.stage'))).isDisplayed());
  });

  it('is divided by the arrow keys, and is so again when it is opened next', async () => {
    await resize(1280, 800);
    await open('instrument=violin&tonic=A&octaves=3');
    const divider = await stage.find(By.css('[role="separator"]'));
    const share = async (): Promise<number> =>
      Number(await (await stage.find(By.css('[role="separator"]'))).getAttribute('aria-valuenow'));
    const before = await share();
    await divider.sendKeys(Key.ARROW_UP, Key.ARROW_UP);
    expect(await share()).toBeLessThan(before);
    const after = await share();
    await stage.click('Map');
    await stage.driver.navigate().refresh();
    await stage.score();
    expect(await share()).toBe(after);
    await stage.find(By.css('svg.climb'));
    // The score has made itself smaller to fit, and is whole.
    await stage.until('the whole score in view', async () => (await look()).notes === 43);
  });

  /** Lets a pen down, moves it, and lifts it. */
  const pen = async (way: readonly { x: number; y: number }[]): Promise<void> => {
    const send = (type: string, { x, y }: { x: number; y: number }): Promise<void> => {
      const button = { button: 'left', buttons: type === 'mouseReleased' ? 0 : 1, clickCount: 1 };
      return stage.devTools('Input.dispatchMouseEvent', { type, x, y, pointerType: 'pen', ...button });
    };
    await send('mousePressed', way[0]!);
    for (const place of way.slice(1)) await send('mouseMoved', place);
    await send('mouseReleased', way.at(-1)!);
  };

  it('is divided by the mouse, by a finger and by a pen, and remembers it', async () => {
    await resize(1280, 800);
    await open('instrument=violin&tonic=A&octaves=3');
    const divider = (): Promise<{ x: number; y: number; share: number }> =>
      stage.driver.executeScript(`
        const bar = document.querySelector('[role="separator"]');
        const box = bar.getBoundingClientRect();
        return { x: box.left + box.width / 2, y: box.top + box.height / 2, share: Number(bar.ariaValueNow) };`);
    const by = async (pixels: number): Promise<number> => {
      const { height } = await (await stage.find(By.css('.stage'))).getRect();
      return (100 * pixels) / height;
    };
    const before = await divider();
    const actions = stage.driver.actions();
    await actions.dragAndDrop(await stage.find(By.css('[role="separator"]')), { x: 0, y: -80 }).perform();
    const dragged = await divider();
    expect(Math.abs(dragged.y - (before.y - 80))).toBeLessThanOrEqual(8);
    expect(dragged.share).toBeCloseTo(before.share - (await by(80)), -0.5);
    await stage.devTools('Emulation.setTouchEmulationEnabled', { enabled: true });
    const touch = (type: string, ...touchPoints: { x: number; y: number }[]): Promise<void> =>
      stage.devTools('Input.dispatchTouchEvent', { type, touchPoints });
    await touch('touchStart', dragged);
    for (let step = 1; step <= 6; step += 1) await touch('touchMove', { x: dragged.x, y: dragged.y + 10 * step });
    await touch('touchEnd');
    await stage.devTools('Emulation.setTouchEmulationEnabled', { enabled: false });
    const touched = await divider();
    expect(Math.abs(touched.y - (dragged.y + 60))).toBeLessThanOrEqual(8);
    await pen([0, 10, 20, 30].map((up) => ({ x: touched.x, y: touched.y - up })));
    const drawn = await divider();
    expect(Math.abs(drawn.y - (touched.y - 30))).toBeLessThanOrEqual(8);
    await stage.driver.navigate().refresh();
    await stage.score();
    expect((await divider()).share).toBe(drawn.share);
  });

  it.each(['touch', 'pen'])(
    'is worked by %s alone: a note, its finger, a room, the stand and its pages',
    async (tool) => {
      await resize(1024, 768);
      await stage.devTools('Emulation.setTouchEmulationEnabled', { enabled: tool === 'touch' });
      await open('instrument=violin&tonic=A&octaves=3');
      const tap = async (locator: By): Promise<void> => {
        const { x, y } = await stage.until(String(locator), async () =>
          stage.driver.executeScript<{ x: number; y: number } | false>(
            `const box = arguments[0].getBoundingClientRect();
           const at = { x: box.left + box.width / 2, y: box.top + box.height / 2 };
           return arguments[0].contains(document.elementFromPoint(at.x, at.y)) && at;`,
            await stage.driver.findElement(locator),
          ),
        );
        if (tool === 'pen') return pen([{ x, y }]);
        await stage.devTools('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] });
        await stage.devTools('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
      };
      const button = (words: string): By =>
        By.xpath(`//button[normalize-space()="${words}" or @aria-label="${words}"]`);
      const before = await stage.score();
      await tap(By.css('#n12 .notehead'));
      await tap(By.xpath('//button[@role="tab"][normalize-space()="Note"]'));
      await stage.sees('Note 13 of 43');
      await tap(By.xpath('(//*[@aria-label="Ways to play this note"]//button)[2]'));
      await stage.until('another fingering', async () => (await stage.score()) !== before);
      await tap(button('Undo'));
      await stage.until('the fingering as it was', async () => (await stage.score()) === before);
      await tap(button('Stand'));
      await stage.find(By.css('.stand-page .note'));
      for (let step = 0; step < 3; step += 1) await tap(button('Larger'));
      await stage.sees('Page 1 of');
      await tap(button('The page after'));
      await stage.sees('Page 2 of');
      await tap(button('Leave'));
      expect(await stage.score()).toBe(before);
      await stage.devTools('Emulation.setTouchEmulationEnabled', { enabled: false });
    },
  );

  it('at twice the size of everything goes nowhere sideways, and each room is a click away', async () => {
    // A window of 1280 by 800 in which all is shown at 200 %.
    const twice = { width: 640, height: 400, deviceScaleFactor: 2, mobile: false };
    await stage.devTools('Emulation.setDeviceMetricsOverride', twice);
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=3');
    await stage.score();
    expect((await look()).hidden).toBe(0);
    const sideways = async (): Promise<boolean> => (await look()).scrolls[1];
    expect(await sideways()).toBe(false);
    for (const name of ['Ways', 'Note', 'Shifts', 'Bow', 'Sound', 'Look', 'Grade']) {
      const door = await stage.find(By.xpath(`//button[@role="tab"][normalize-space()="${name}"]`));
      await door.click();
      await stage.until(`the room ${name} in view`, async () => {
        const { y, height } = await (await stage.find(By.css('.room'))).getRect();
        const top = await stage.driver.executeScript<number>('return scrollY;');
        return height > 120 && y - top < 400;
      });
      expect(await sideways(), name).toBe(false);
      await door.click();
    }
    // Each line of the score can be brought into view whole.
    const whole = await stage.driver.executeScript<boolean[]>(`
      return [...document.querySelectorAll('.screen-copy .staff')].map((staff) => {
        staff.scrollIntoView({ block: 'center' });
        const box = staff.getBoundingClientRect();
        return box.top >= 0 && box.bottom <= innerHeight && box.left >= 0 && box.right <= innerWidth;
      });`);
    expect(whole.length).toBeGreaterThan(2);
    expect(whole.every(Boolean)).toBe(true);
  });

  it('puts the score on the music stand: large, turned by page keys, without fingers, dark, and back', async () => {
    await resize(1280, 800);
    await open('instrument=violin&tonic=A&octaves=3');
    const small = (await look()).lines;
    await stage.click('Stand');
    const stand = async (): Promise<{ notes: number; lines: number; fingers: number }> =>
      stage.driver.executeScript(`
        const page = document.querySelector('.stand-page');
        const tops = [...page.querySelectorAll('.staff:first-of-type > path')].slice(0, 5).map((line) => line.getBoundingClientRect().top);
        return { notes: page.querySelectorAll('.note').length, lines: (tops[4] - tops[0]) / 4, fingers: page.querySelectorAll('.fing').length };`);
    const whole = await stage.until('the score on the stand', async () => {
      const now = await stand();
      return now.notes > 0 && now;
    });
    expect(whole.lines).toBeGreaterThan(1.5 * small);
    for (let step = 0; step < 3; step += 1) await stage.click('Larger');
    await stage.sees('Page 1 of');
    const one = await stage.until('a larger score', async () => {
      const now = await stand();
      return now.lines > 1.3 * whole.lines && now;
    });
    await stage.driver.actions().sendKeys(Key.PAGE_DOWN).perform();
    await stage.sees('Page 2 of');
    const seen = one.notes + (await stand()).notes;
    expect(seen).toBeLessThanOrEqual(43);
    expect(seen).toBeGreaterThan(one.notes);
    await stage.driver.actions().sendKeys(Key.PAGE_UP).perform();
    await stage.sees('Page 1 of');
    // By tap as well.
    await stage.click('The page after');
    await stage.sees('Page 2 of');
    await stage.click('The page before');
    await stage.sees('Page 1 of');
    await stage.click('Fingers on');
    await stage.until('no fingers', async () => (await stand()).fingers === 0);
    await stage.click('Dark');
    const ground = await (await stage.find(By.css('.stand'))).getCssValue('background-color');
    expect(ground).toMatch(/rgba?\(20, 17, 13/);
    await stage.driver.actions().sendKeys(Key.ESCAPE).perform();
    expect(await stage.score()).toContain('A major');
  });
});
