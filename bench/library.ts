import { statSync } from 'node:fs';
import { By } from 'selenium-webdriver';
import { playable } from '../src/core/study/playable.ts';
import { ENGINE_VERSION } from '../src/core/study/saved-study.ts';
import { listed } from '../src/core/study/listed-study.ts';
import { Stage } from '../tests/e2e/stage.ts';

const line = (text: string): void => void process.stdout.write(`${text}\n`);
const MANY = 20_000;
const FEW = 10;

/** Watches a page from its first moment: when the first row stands, and the longest task of its thread. */
const WATCH = `
  window.tasks = [];
  new PerformanceObserver((list) => window.tasks.push(...list.getEntries().map((one) => one.duration))).observe({ entryTypes: ['longtask'] });
  new MutationObserver((_, observer) => {
    if (!document.querySelector('tbody th a')) return;
    window.firstRow = performance.now();
    observer.disconnect();
  }).observe(document, { subtree: true, childList: true });`;

const stage = await Stage.open();
await stage.devTools('Page.addScriptToEvaluateOnNewDocument', { source: WATCH });

const { recipe, ways } = playable({ instrument: 'violin', tonic: 'A', octaves: 3, ways: 1 });
const study = {
  id: 'study-000000',
  name: 'Study',
  recipe,
  fingering: ways[0]!.fingers.map(({ string, finger }) => ({ string, finger })),
  engine: ENGINE_VERSION,
  highestPosition: '5th',
  created: '2026-03-02T10:00:00.000Z',
  updated: '2026-03-02T10:00:00.000Z',
};

/** Puts studies into the browser's own database, as the application would. */
async function fill(from: number, to: number): Promise<void> {
  await stage.driver.executeAsyncScript(
    `const [study, row, from, to, done] = arguments;
     indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
       const work = db.transaction(['studies', 'listed'], 'readwrite');
       for (let k = from; k < to; k += 1) {
         const own = { id: 'study-' + String(k).padStart(6, '0'), name: 'Study ' + k, updated: new Date(1.77e12 + k * 1000).toISOString() };
         work.objectStore('studies').put({ ...study, ...own }, own.id);
         work.objectStore('listed').put({ ...row, ...own }, own.id);
       }
       work.oncomplete = () => { db.close(); done(); };
     };`,
    study,
    listed(study),
    from,
    to,
  );
}

async function firstRow(): Promise<number> {
  const times: number[] = [];
  for (let round = 0; round < 5; round += 1) {
    await stage.go('/');
    times.push(
      await stage.until(
        'the first row',
        () => stage.driver.executeScript<number | null>('return window.firstRow ?? null;') as Promise<number>,
      ),
    );
  }
  return times.toSorted((a, b) => a - b)[2]!;
}

/** From a letter typed in the search to the list that answers it, milliseconds, one for each letter. */
async function letters(text: string): Promise<number[]> {
  await stage.driver.executeScript(`
    window.answers = [];
    const field = document.querySelector('input[type="search"]');
    let typed = 0;
    field.addEventListener('input', () => { typed = performance.now(); }, { capture: true });
    new MutationObserver(() => { if (typed) { window.answers.push(performance.now() - typed); typed = 0; } })
      .observe(document.querySelector('#main'), { subtree: true, childList: true, characterData: true });`);
  const field = await stage.find(By.css('input[type="search"]'));
  for (const letter of text) {
    const before = await stage.driver.executeScript<number>('return window.answers.length;');
    await field.sendKeys(letter);
    await stage.until(
      `an answer to ${letter}`,
      async () => (await stage.driver.executeScript<number>('return window.answers.length;')) > before,
    );
  }
  return stage.driver.executeScript<number[]>('return window.answers;');
}

const longest = (): Promise<number> =>
  stage.driver.executeScript<number>('const most = Math.max(0, ...window.tasks); window.tasks = []; return most;');

line('The library');
await stage.go('/');
await stage.sees('Nothing here yet.');
await fill(0, FEW);
const few = await firstRow();
for (let from = FEW; from < MANY; from += 2_000) await fill(from, Math.min(MANY, from + 2_000));
const many = await firstRow();
line(
  `  first rows with ${FEW} studies ${few.toFixed(0)} ms, with ${MANY} ${many.toFixed(0)} ms (asked: within 1000) = ${(many / few).toFixed(1)} times; longest task ${(await longest()).toFixed(0)} ms`,
);
const answers = await letters('7731');
line(
  `  a letter of the search answered within ${Math.max(...answers).toFixed(0)} ms (asked: 50): ${answers.map((one) => one.toFixed(0)).join(', ')}`,
);
await stage.go('/');
await stage.until('rows', () => stage.driver.executeScript<boolean>('return window.firstRow > 0;'));
await longest();
let begun = performance.now();
await stage.click('Export the library');
const file = await stage.downloaded('.json');
line(
  `  export of ${MANY}: ${((performance.now() - begun) / 1000).toFixed(1)} s, ${(statSync(file).size / 1e6).toFixed(0)} MB, longest task ${(await longest()).toFixed(0)} ms (asked: at most 200)`,
);
await stage.driver.executeAsyncScript(
  `const [done] = arguments;
   indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
     const work = db.transaction(['studies', 'listed'], 'readwrite');
     work.objectStore('studies').clear();
     work.objectStore('listed').clear();
     work.oncomplete = () => { db.close(); done(); };
   };`,
);
await stage.go('/');
await stage.sees('Nothing here yet.');
await longest();
begun = performance.now();
await (await stage.find(By.css('input[type="file"]'))).sendKeys(file);
await stage.sees(`${MANY} studies added`);
line(
  `  import of ${MANY}: ${((performance.now() - begun) / 1000).toFixed(1)} s, longest task ${(await longest()).toFixed(0)} ms (asked: at most 200)`,
);
await (await stage.find(By.css('input[type="file"]'))).sendKeys(file);
await stage.click('Stop');
await stage.sees('Stopped. Nothing was changed.');
line('  an import stopped half way kept nothing of itself');
await stage.close();
