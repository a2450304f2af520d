// A big studio: how soon each of its screens stands, and the longest task of the page's thread meanwhile.
import { median } from '../src/core/base/median.ts';
import { playable } from '../src/core/study/playable.ts';
import { listed } from '../src/core/study/listed-study.ts';
import { ENGINE_VERSION } from '../src/core/study/saved-study.ts';
import { CIRCLE } from '../src/core/theory/key-signature.ts';
import { By } from 'selenium-webdriver';
import { Stage } from '../tests/e2e/stage.ts';

const line = (text: string): void => void process.stdout.write(`${text}\n`);

const STUDIES = 3_000;
const PUPILS = 200;
const TRIES = 50;
const SET = 6;
const ROUNDS = 5;
/** Lines of a book, and of a printed page. */
const LINES = 5_000;
const KEYS = ['A', 'B flat', 'C', 'D', 'E flat', 'F', 'G'];
const BOOK_LINES = [
  'Violin',
  ...Array.from(
    { length: LINES - 1 },
    (_, k) => `${KEYS[k % 7]} major, two octaves: G ${1 + (k % 3)}234 D 1234 A 0123 E 01${k % 5}3`,
  ),
].join('\n');
const PRINTED_LINES = Array.from({ length: LINES }, (_, k) =>
  k % 50 === 0
    ? `Grade ${1 + ((k / 50) % 8)}`
    : `${KEYS[k % 7]} major, ${1 + (k % 3)} octaves, slurred in ${1 + (k % 4)}s`,
).join('\n');

const at = '2026-03-02T10:00:00.000Z';
const models = CIRCLE.major.map((tonic, k) => {
  const { recipe, ways } = playable({ instrument: 'violin', tonic, octaves: 1 + (k % 2), ways: 1 });
  const fingering = ways[0]!.fingers.map(({ string, finger }) => ({ string, finger }));
  const study = {
    id: 'study',
    name: `${tonic} major`,
    recipe,
    fingering,
    engine: ENGINE_VERSION,
    highestPosition: '1st',
  };
  return { ...study, created: at, updated: at };
});

/** Puts a studio into the browser's own database, as the application would. */
async function fill(stage: Stage): Promise<void> {
  await stage.driver.executeAsyncScript(
    `const [models, rows, STUDIES, PUPILS, TRIES, SET, done] = arguments;
     const name = (k) => 'study-' + String(k).padStart(6, '0');
     const day = (ago) => new Date(Date.now() - ago * 864e5).toISOString().slice(0, 10);
     const updated = new Date().toISOString();
     indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
       const work = db.transaction(['studies', 'listed', 'pupils', 'assignments', 'attempts', 'lessons'], 'readwrite');
       const put = (store, one) => work.objectStore(store).put(one, one.id);
       for (let k = 0; k < STUDIES; k += 1) {
         const own = { id: name(k), name: models[k % models.length].name + ' ' + k, updated: new Date(1.77e12 + k * 1000).toISOString() };
         put('studies', { ...models[k % models.length], ...own });
         put('listed', { ...rows[k % rows.length], ...own });
       }
       for (let p = 0; p < PUPILS; p += 1) {
         const pupil = 'pupil-' + p;
         put('pupils', { id: pupil, name: 'Pupil ' + p, instrument: 'violin', smallHand: false, ladder: 'usual', grade: { syllabus: 'lindenfeld-board', grade: 'grade-2' },
           exam: new Date(Date.now() + 40 * 864e5).toISOString().slice(0, 10), lessonDay: p % 7, practice: { minutes: 20, restDays: [0] }, tempo: {}, notes: '', created: updated, updated });
         for (let s = 0; s < SET; s += 1) {
           put('assignments', { id: 'set-' + p + '-' + s, pupil, study: name((p * SET + s) % STUDIES), set: day(40), target: { bpm: 60, perBeat: 2 }, words: '', updated });
         }
         for (let t = 0; t < TRIES; t += 1) {
           put('attempts', { id: 'try-' + p + '-' + t, pupil, study: name((p * SET + (t % SET)) % STUDIES), rung: 'whole', date: day(40 - Math.floor(t * 0.8)), bpm: 50 + (t % 12), result: ['clean', 'clean', 'shaky', 'missed'][t % 4], seconds: 60 });
         }
       }
       work.oncomplete = () => { db.close(); done(); };
     };`,
    models,
    models.map(listed),
    STUDIES,
    PUPILS,
    TRIES,
    SET,
  );
}

/** Every screen of the studio, and by what it is known to stand. */
const SCREENS = [
  ['the library', '/', 'tbody th a'],
  ['the pupils', '/pupils', 'main tbody th a'],
  ['a pupil', '/pupils/pupil-7', 'section, figure'],
  ['a pupil, charts drawn', '/pupils/pupil-8', 'figure svg'],
  ['a lesson', '/pupils/pupil-7/lesson', '.music svg .note'],
  ['the practice room', '/pupils/pupil-7/practice', '.music svg .note'],
  ['the sheet of a week', '/pupils/pupil-7/sheet', '.study-of-week svg .note'],
] as const;

/** Goes there within the application and notes when the screen stands; `window.tasks` holds the long tasks meanwhile. */
const GO = `
  const [path, selector, done] = arguments;
  window.tasks = [];
  window.watching ??= new PerformanceObserver((list) => window.tasks.push(...list.getEntries().map((one) => one.duration)));
  window.watching.observe({ entryTypes: ['longtask'] });
  const begun = performance.now();
  const stands = () => {
    if (!document.querySelector(selector)) return false;
    requestAnimationFrame(() => setTimeout(() => { const took = performance.now() - begun; setTimeout(() => done([took, Math.max(0, ...window.tasks)]), 700); }));
    return true;
  };
  history.pushState({}, '', path);
  dispatchEvent(new PopStateEvent('popstate', { state: {} }));
  requestAnimationFrame(() => {
    if (stands()) return;
    const seen = new MutationObserver(() => { if (stands()) seen.disconnect(); });
    seen.observe(document, { subtree: true, childList: true });
  });`;

line(
  `\nA studio of ${PUPILS} pupils, ${PUPILS * TRIES} tries, ${STUDIES} studies; middle of ${ROUNDS} visits after a first`,
);
const stage = await Stage.open();
try {
  await stage.go('/');
  await stage.sees('Nothing here yet.');
  await fill(stage);
  // Opened afresh, and come to rest.
  await stage.go('/notices');
  await stage.sees('Packages shipped');
  const rested = Date.now() + 3_000;
  await stage.until('a rest', async () => Date.now() > rested);
  const seen = new Map<string, { took: number[]; longest: number[] }>();
  for (let round = 0; round <= ROUNDS; round += 1) {
    for (const [name, path, selector] of SCREENS) {
      // From a page that shows nothing of the studio.
      await stage.driver.executeAsyncScript(GO, '/nowhere', 'a[href="/"].underline');
      const [took, longest] = await stage.driver.executeAsyncScript<[number, number]>(GO, path, selector);
      const one = seen.get(name) ?? { took: [], longest: [] };
      seen.set(name, one);
      // On the first visit the code of a screen is loaded, too.
      if (round === 0) line(`  first, ${name}: ${took.toFixed(0)} ms, longest task ${longest.toFixed(0)} ms`);
      else {
        one.took.push(took);
        one.longest.push(longest);
      }
    }
  }
  for (const [name, { took, longest }] of seen) {
    line(
      `  ${name}: ${median(took).toFixed(0)} ms (asked: at most 500), longest task ${median(longest).toFixed(0)} ms (asked: at most 100)`,
    );
  }
  await longTexts(stage);
} finally {
  await stage.close();
}

/** A book and a printed page of thousands of lines: the longest task while they are read, and while one is typed in. */
async function longTexts(page: Stage): Promise<void> {
  const tasks = (): Promise<number> =>
    page.driver.executeAsyncScript(
      `const [done] = arguments; setTimeout(() => { const most = Math.max(0, ...window.tasks); window.tasks = []; done(most); }, 1_500);`,
    );
  /** Waits until a check that has begun is over. */
  const checked = async (): Promise<void> => {
    await page.until('the check over', async () => !(await page.text(By.css('main'))).includes('Checking'));
  };
  const told = (what: string, longest: number): void =>
    line(`  ${what}: longest task ${longest.toFixed(0)} ms (asked: at most 150)`);
  await page.driver.executeAsyncScript(
    `const [text, done] = arguments;
     indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
       const work = db.transaction('books', 'readwrite');
       work.objectStore('books').put({ id: 'own-book', text }, 'own-book');
       work.oncomplete = () => { db.close(); done(); };
     };`,
    BOOK_LINES,
  );
  await page.driver.executeAsyncScript(GO, '/nowhere', 'a[href="/"].underline');
  await page.driver.executeAsyncScript(GO, '/book', '[aria-label="The lines"]');
  await page.sees('can be played');
  await checked();
  told(`a book of ${LINES} lines, opened and checked`, await tasks());
  await page.driver.executeScript(
    `document.querySelector('[aria-label="The lines"]').focus();
     document.execCommand('insertText', false, 'x');`,
  );
  await page.sees('Saved.');
  await checked();
  told('a letter typed into it, stored and checked', await tasks());
  await page.driver.executeAsyncScript(GO, '/syllabus', 'h1');
  await page.click('From a printed page …');
  await page.find(By.css('[aria-label="The printed text"]'));
  await tasks();
  await page.driver.executeScript(
    `const field = document.querySelector('[aria-label="The printed text"]');
     Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value').set.call(field, arguments[0]);
     field.dispatchEvent(new Event('input', { bubbles: true }));`,
    PRINTED_LINES,
  );
  await page.until('the lines read', async () =>
    /[1-9]\d* things asked/.test(await page.text(By.css('[role="dialog"]'))),
  );
  told(`a printed page of ${LINES} lines, pasted and read`, await tasks());
}
