import { mkdtempSync, readlinkSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';
import { application } from '../../server/serve.ts';

const BUILD = join(import.meta.dirname, '..', '..', 'dist');

/** What a teacher had done when the browser was killed, and how much of the last was lost. */
export interface Killed {
  readonly where: string;
  readonly done: number;
  readonly lost: number;
}

/** Somewhere a teacher works: how they get there, what they do over and over, and what is found of it afterwards. */
interface Work {
  readonly where: string;
  /** From act to act, milliseconds: as fast as a hand goes. */
  readonly every: number;
  /** Script that brings about what the work needs; gives the path of its page. */
  readonly path: (ids: Ids) => string;
  /** Whether the page is ready, as an expression of the page. */
  readonly ready: string;
  /** Statements that do it once; `n` is how often it has been done, this time included. */
  readonly act: string;
  /** How many of the acts are stored, of what is in the database; `before` is what was there when this round began. */
  readonly stored: (kept: Stored, before: Stored) => number;
}

interface Ids {
  readonly pupil: string;
  readonly study: string;
}

interface Stored {
  readonly studies: readonly { readonly recipe: { readonly tonic: string } }[];
  readonly pupils: readonly { readonly notes: string }[];
  readonly books: readonly { readonly text: string }[];
  readonly attempts: readonly unknown[];
  readonly assignments: readonly { readonly words: string }[];
}

/** Types a letter into a field as a key does. */
const TYPE = (field: string): string =>
  `const field = document.querySelector(${JSON.stringify(field)});
   const proto = field instanceof HTMLTextAreaElement ? HTMLTextAreaElement.prototype : HTMLInputElement.prototype;
   Object.getOwnPropertyDescriptor(proto, 'value').set.call(field, field.value + 'x');
   field.dispatchEvent(new Event('input', { bubbles: true }));`;

const KEYS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];

const WORKS: readonly Work[] = [
  {
    where: 'desk',
    every: 150,
    path: ({ study }) => `/studies/${study}`,
    ready: `document.querySelector('select[aria-label="Tonic"]')`,
    act: `const list = document.querySelector('select[aria-label="Tonic"]');
      const keys = ${JSON.stringify(KEYS)};
      const next = keys[(keys.indexOf(list.value) + 1) % keys.length];
      Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(list, next);
      list.dispatchEvent(new Event('change', { bubbles: true }));`,
    stored: ({ studies: [now] }, { studies: [before] }) => {
      const [to, from] = [now, before].map((study) => KEYS.indexOf(study?.recipe.tonic ?? ''));
      return ((to ?? 0) - (from ?? 0) + KEYS.length) % KEYS.length;
    },
  },
  {
    where: 'book',
    every: 60,
    path: () => '/book',
    ready: `document.querySelector('[aria-label="The lines"]')`,
    act: `document.querySelector('[aria-label="The lines"]').focus(); document.execCommand('insertText', false, 'x');`,
    stored: (now, before) => (now.books[0]?.text.length ?? 0) - (before.books[0]?.text.length ?? 0),
  },
  {
    where: 'notes',
    every: 60,
    path: ({ pupil }) => `/pupils/${pupil}`,
    ready: `document.querySelector('textarea[aria-label="Your notes on this pupil"]')`,
    act: TYPE('textarea[aria-label="Your notes on this pupil"]'),
    stored: (now, before) => (now.pupils[0]?.notes.length ?? 0) - (before.pupils[0]?.notes.length ?? 0),
  },
  {
    where: 'lesson',
    every: 60,
    path: ({ pupil }) => `/pupils/${pupil}/lesson`,
    ready: `document.querySelector('.lesson-now input')`,
    act: TYPE('.lesson-now input'),
    stored: (now, before) => (now.assignments[0]?.words.length ?? 0) - (before.assignments[0]?.words.length ?? 0),
  },
  {
    where: 'practice room',
    every: 120,
    path: ({ pupil }) => `/pupils/${pupil}/practice`,
    ready: `document.querySelector('.practice .music svg')`,
    act: `document.dispatchEvent(new KeyboardEvent('keydown', { key: '2', bubbles: true }));`,
    stored: (now, before) => now.attempts.length - before.attempts.length,
  },
];

const READ = `const [done] = arguments;
  const names = ['studies', 'pupils', 'books', 'attempts', 'assignments'];
  indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
    const transaction = db.transaction(names);
    const kept = {};
    for (const name of names) transaction.objectStore(name).getAll().onsuccess = ({ target }) => { kept[name] = target.result; };
    transaction.oncomplete = () => { db.close(); done(kept); };
  };`;

/**
 * Kills a browser, all its processes at once, at a random moment of quick work, and looks at what the next one finds
 * stored: at the desk, in the book, in a pupil’s notes, in a lesson, in the practice room, in turns. Needs the build,
 * Chromium and its driver.
 */
export async function killedBrowser(rounds: number, chance: () => number): Promise<Killed[]> {
  const server = createServer(application(BUILD, false) as never);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const profile = mkdtempSync(join(tmpdir(), 'step-ladder-killed-'));
  const found: Killed[] = [];
  let ids: Ids | undefined;
  let last: { readonly work: Work; readonly before: Stored; readonly done: number } | undefined;
  try {
    for (let round = 0; round <= rounds; round += 1) {
      const driver = open(profile);
      const until = (expression: string): Promise<unknown> =>
        driver.wait(async () => driver.executeScript<boolean>(`return !!(${expression});`), 60_000);
      ids ??= await prepare(driver, address);
      const work = WORKS[round % WORKS.length] as Work;
      await driver.get(address + work.path(ids));
      await until(work.ready);
      const before = await driver.executeAsyncScript<Stored>(READ);
      if (last) {
        const stored = last.work.stored(before, last.before);
        // A choice goes round in a circle of keys.
        const lost = last.work.where === 'desk' ? (last.done - stored + 70) % KEYS.length : last.done - stored;
        found.push({ where: last.work.where, done: last.done, lost });
      }
      if (round === rounds) {
        await driver.quit();
        break;
      }
      await driver.executeScript(
        `window.acts = 0; setInterval(() => { ${work.act}; window.acts += 1; }, ${work.every});`,
      );
      await new Promise((resolve) => setTimeout(resolve, 800 + chance() * 1_500));
      const done = await driver.executeScript<number>('return window.acts;');
      kill(profile);
      last = { work, before, done };
      await driver.quit().catch(() => undefined);
    }
  } finally {
    kill(profile);
    server.close();
    server.closeAllConnections();
    rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
  }
  return found;
}

function open(profile: string): chrome.Driver {
  const options = new chrome.Options();
  options.setChromeBinaryPath('/usr/bin/chromium');
  options.addArguments(
    '--headless=new',
    '--no-sandbox',
    '--disable-gpu',
    '--no-first-run',
    `--user-data-dir=${profile}`,
  );
  options.addArguments('--disable-background-networking', '--disable-component-update', '--disable-sync');
  const service = new chrome.ServiceBuilder('/usr/bin/chromedriver').build();
  const driver = chrome.Driver.createSession(options, service) as chrome.Driver;
  void driver.manage().setTimeouts({ script: 60_000 });
  return driver;
}

/** Keeps a study and adds a pupil it is set to. */
async function prepare(driver: chrome.Driver, address: string): Promise<Ids> {
  const click = async (path: string): Promise<void> => {
    const locator = By.xpath(path);
    await driver.wait(async () => (await driver.findElements(locator)).length > 0, 60_000);
    await driver.findElement(locator).click();
  };
  const idIn = async (pattern: RegExp): Promise<string> => {
    let id = '';
    await driver.wait(async () => (id = pattern.exec(await driver.getCurrentUrl())?.[1] ?? '') !== '', 60_000);
    return id;
  };
  await driver.get(`${address}/studies/new?instrument=violin&tonic=C&octaves=1`);
  await click('//button[@aria-label="Keep in the library" and not(@disabled)]');
  const study = await idIn(/studies\/([0-9a-f-]{36})$/);
  await driver.get(`${address}/pupils`);
  await click('//button[. = "Add a pupil"]');
  await driver.findElement(By.css('[role="dialog"] input[name="name"]')).sendKeys('Nele');
  await click('//button[. = "Add the pupil"]');
  const pupil = await idIn(/pupils\/([0-9a-f-]{36})$/);
  await click('//select[@aria-label="A study to set"]/option[@value != ""]');
  await click('//button[. = "Set it" and not(@disabled)]');
  await driver.wait(async () => (await driver.executeAsyncScript<Stored>(READ)).assignments.length > 0, 60_000);
  return { study, pupil };
}

/** Kills every process of the browser that has this profile, by its process id. */
function kill(profile: string): void {
  for (const pid of processesOf(profile)) {
    try {
      process.kill(pid, 'SIGKILL');
    } catch {
      // It has ended by itself.
    }
  }
}

/** The processes that were started with a profile, and what those started: found by what they are, never by a name. */
function processesOf(profile: string): number[] {
  const all = readdirSync('/proc').filter((name) => /^\d+$/.test(name));
  const read = (pid: string, file: string): string => {
    try {
      return readFileSync(`/proc/${pid}/${file}`, 'utf8');
    } catch {
      return '';
    }
  };
  const parents = new Map(all.map((pid) => [pid, /\) \S (\d+)/.exec(read(pid, 'stat'))?.[1] ?? '']));
  const ours = new Set(
    all.filter((pid) => isBrowser(pid) && read(pid, 'cmdline').includes(`--user-data-dir=${profile}`)),
  );
  for (let grown = true; grown;) {
    grown = false;
    for (const [pid, parent] of parents) if (ours.has(parent) && !ours.has(pid)) grown = ours.add(pid).size > 0;
  }
  return [...ours].map(Number);
}

function isBrowser(pid: string): boolean {
  try {
    return /chrom/.test(readlinkSync(`/proc/${pid}/exe`));
  } catch {
    return false;
  }
}
