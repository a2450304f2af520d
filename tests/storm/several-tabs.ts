import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { KEPT_KINDS, KINDS, type Kind } from '../../src/core/library/kinds.ts';
import { Stage } from '../e2e/stage.ts';

/** What came of it: what was done, how often a question was asked, and what was wrong, a sentence each. */
export interface TabsStorm {
  readonly acts: number;
  readonly asked: number;
  readonly wrong: readonly string[];
}

/** All that is stored, by its kind. */
type Stored = Readonly<Record<string, readonly Readonly<Record<string, unknown>>[]>>;

const TABS = 3;

/** Words that no page may show. */
const RAW = /\bundefined\b|\bNaN\b|\[object |TypeError|Cannot read prop|is not a function|Invalid input|DOMException/;

const READ = `const [names, done] = arguments;
  indexedDB.open('step-ladder-demo').onsuccess = ({ target: { result: db } }) => {
    const transaction = db.transaction(names);
    const kept = {};
    for (const name of names) transaction.objectStore(name).getAll().onsuccess = ({ target }) => { kept[name] = target.result; };
    transaction.oncomplete = () => { db.close(); done(JSON.stringify(kept)); };
  };`;

/** Types words into a field as a hand does, at its end. */
const TYPE = `const [field, words] = arguments;
  field.focus();
  if (field.isContentEditable) { getSelection().selectAllChildren(field); getSelection().collapseToEnd(); }
  else field.setSelectionRange(field.value.length, field.value.length);
  document.execCommand('insertText', false, words);`;

const NOTES = 'textarea[aria-label="Your notes on this pupil"]';
const BOOK = '[role="textbox"][aria-label="The lines"]';
const WORDS = '.lesson-now input';

/**
 * A teacher with several tabs of one browser, the studio of the demonstration in them: notes, the book, lessons, practice,
 * pupils and studies that come and go, files read in whole and damaged, and pages reloaded, left and closed in the
 * middle of it. Afterwards every word that was typed is stored, or was asked about; what was deleted stays deleted,
 * what was taken back is there; every record can be read. Needs the build.
 */
export async function severalTabs(acts: number, chance: () => number): Promise<TabsStorm> {
  const stage = await Stage.open({ demo: true, offline: false });
  const { driver } = stage;
  const any = <One>(list: readonly One[]): One => list[Math.floor(chance() * list.length)] as One;
  // As text: the driver makes nothing of what is left out.
  const stored = async (): Promise<Stored> =>
    JSON.parse(await driver.executeAsyncScript<string>(READ, KEPT_KINDS)) as Stored;
  const wrong: string[] = [];
  /** Each word that was typed, and the record it belongs to. */
  const typed: { readonly word: string; readonly kind: Kind; readonly id: string }[] = [];
  /** Records of which another tab’s version was chosen, and what was deleted or brought back by hand. */
  const asked = new Set<string>();
  const gone = new Set<string>();
  const back = new Set<string>();
  let questions = 0;
  let number = 0;

  /** Answers whatever the page asks, and reads what it says. */
  const settle = async (ofRecord = ''): Promise<void> => {
    const text = await driver.executeScript<string>('return document.body.innerText;');
    const raw = RAW.exec(text);
    if (raw) wrong.push(`${await driver.getCurrentUrl()} shows “${raw[0]}”`);
    if (!/Keep mine/.test(text)) return;
    questions += 1;
    asked.add(ofRecord);
    for (const [button] of [
      await driver.findElements(By.xpath(`//button[. = "${any(['Keep mine', 'Keep theirs'])}"]`)),
    ])
      await button?.click().catch(() => undefined);
  };
  const field = async (path: string, css: string): Promise<boolean> => {
    if (new URL(await driver.getCurrentUrl()).pathname !== path || chance() < 0.3) await stage.go(path);
    return stage
      .until(`${css} at ${path}`, async () => {
        const text = await driver.executeScript<string>('return document.body.innerText;');
        if (/There is no such pupil|was deleted|Nothing is set/.test(text)) return 'none';
        const [found] = await driver.findElements(By.css(css));
        if (!found) return undefined;
        number += 1;
        await driver.executeScript(TYPE, found, ` w${number}w`);
        return 'typed';
      })
      .then((came) => came === 'typed');
  };
  const pupil = async (): Promise<string> => String(any((await stored())['pupils'] ?? [])['id'] ?? '');

  const works: Readonly<Record<string, () => Promise<void>>> = {
    notes: async () => {
      const id = await pupil();
      if (await field(`/pupils/${id}`, NOTES)) typed.push({ word: `w${number}w`, kind: 'pupils', id });
    },
    book: async () => {
      if (await field('/book', BOOK)) typed.push({ word: `w${number}w`, kind: 'books', id: 'own-book' });
    },
    lesson: async () => {
      const id = await pupil();
      if (await field(`/pupils/${id}/lesson`, WORDS)) {
        await driver.executeScript(
          `document.dispatchEvent(new KeyboardEvent('keydown', { key: arguments[0], bubbles: true }));`,
          any(['1', '2', '3']),
        );
      }
    },
    practice: async () => {
      await stage.go(`/pupils/${await pupil()}/practice`);
      await driver.executeScript(`document.dispatchEvent(new KeyboardEvent('keydown', { key: '2', bubbles: true }));`);
    },
    'a new pupil': async () => {
      number += 1;
      await stage.go('/pupils');
      await stage.click('Add a pupil');
      await (await stage.find(By.css('[role="dialog"] input[name="name"]'))).sendKeys(`Pupil w${number}w`);
      await stage.click('Add the pupil');
      await stage.until('the pupil’s page', async () => /pupils\/[0-9a-f-]{36}$/.test(await driver.getCurrentUrl()));
      back.add(new URL(await driver.getCurrentUrl()).pathname.split('/').at(-1) ?? '');
    },
    'a pupil deleted': async () => {
      const all = (await stored())['pupils'] ?? [];
      if (all.length < 4) return;
      const { id, name } = any(all) as { readonly id: string; readonly name: string };
      await stage.go(`/pupils/${id}`);
      await stage.click('More …');
      await stage.click(`Delete ${name} …`);
      await stage.click('Delete everything of theirs');
      await stage.sees('is deleted, with everything of theirs.');
      gone.add(id);
      back.delete(id);
      if (chance() < 0.5) return;
      await stage.click('Undo');
      await stage.until('the pupil back', async () => (await stored())['pupils']?.some((one) => one['id'] === id));
      gone.delete(id);
      back.add(id);
    },
    'a study made': async () => {
      await stage.go(`/studies/new?instrument=violin&tonic=${any(['G', 'A', 'B', 'C', 'D'])}&octaves=1`);
      await stage.click('Keep in the library');
      await stage.until('the study kept', async () => !(await driver.getCurrentUrl()).includes('/new'));
    },
    'a file read in': async () => {
      const whole = JSON.stringify({ format: 'step-ladder-library', version: 1, studies: [] });
      const file = join(stage.downloads, `storm-${(number += 1)}.json`);
      writeFileSync(file, any([whole, whole.slice(0, 30), '{}', '﻿[1', whole.replace('1', '"x"')]));
      const [path, label] = any([
        ['/', 'Backup file to import'],
        ['/pupils', 'A homework or a log'],
      ] as const);
      await stage.go(path);
      await (await stage.find(By.css(`input[aria-label="${label}"]`))).sendKeys(file);
    },
  };

  try {
    await stage.go('/pupils');
    await stage.find(By.css('[aria-label="This week"]'));
    await stage.until('the demonstration', async () => ((await stored())['pupils'] ?? []).length > 3);
    for (let tab = 1; tab < TABS; tab += 1) {
      await driver.switchTo().newWindow('tab');
      await stage.go(any(['/', '/pupils', '/book']));
    }
    for (let act = 0; act < acts; act += 1) {
      await driver.switchTo().window(any(await driver.getAllWindowHandles()));
      await settle(typed.at(-1)?.id);
      const name = any([...Object.keys(works), 'notes', 'notes', 'book', 'lesson']);
      try {
        await works[name]?.();
      } catch (error) {
        wrong.push(`${name}: ${error instanceof Error ? error.message.split('\n')[0] : String(error)}`);
      }
      const interrupted = chance();
      if (interrupted < 0.15) await driver.navigate().refresh();
      else if (interrupted < 0.3) await stage.go(any(['/', '/pupils', '/syllabus']));
      else if (interrupted < 0.4) {
        // A tab is closed, another opened.
        await driver.switchTo().newWindow('tab');
        const opened = await driver.getWindowHandle();
        await stage.go('/');
        const closing = any((await driver.getAllWindowHandles()).filter((one) => one !== opened));
        await driver.switchTo().window(closing);
        await settle(typed.at(-1)?.id);
        await driver.close();
        await driver.switchTo().window(opened);
      }
    }
    // Each page that has something to ask is opened once more and answered.
    for (const path of ['/book', ...((await stored())['pupils'] ?? []).map(({ id }) => `/pupils/${String(id)}`)]) {
      await stage.go(path);
      await stage.find(By.css('h1'));
      await settle(path.split('/').at(-1)?.replace('book', 'own-book'));
    }
    wrong.push(...amiss(await stored(), { typed, asked, gone, back }));
    return { acts, asked: questions, wrong };
  } finally {
    await stage.close();
  }
}

/** What is not as it must be in the end. */
function amiss(
  kept: Stored,
  done: {
    readonly typed: readonly { readonly word: string; readonly kind: Kind; readonly id: string }[];
    readonly asked: ReadonlySet<string>;
    readonly gone: ReadonlySet<string>;
    readonly back: ReadonlySet<string>;
  },
): string[] {
  const wrong: string[] = [];
  for (const kind of KEPT_KINDS) {
    for (const record of kept[kind] ?? []) {
      if (!KINDS[kind].entry.safeParse(record).success) wrong.push(`a record of ${kind} cannot be read`);
      if (done.gone.has(String(record['pupil']))) wrong.push(`a record of ${kind} outlived its pupil`);
    }
  }
  const pupils = new Set((kept['pupils'] ?? []).map(({ id }) => String(id)));
  for (const id of done.gone) if (pupils.has(id)) wrong.push('a deleted pupil came back');
  for (const id of done.back) if (!pupils.has(id)) wrong.push('a pupil that was added or brought back is gone');
  for (const { word, kind, id } of done.typed) {
    const record = kept[kind]?.find((one) => one['id'] === id);
    const text = String(record?.[kind === 'books' ? 'text' : 'notes'] ?? '');
    if (record && !text.includes(word) && !done.asked.has(id)) wrong.push(`“${word}” in ${kind} is lost`);
  }
  return wrong;
}
