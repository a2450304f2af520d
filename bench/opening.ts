import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { median } from '../src/core/base/median.ts';
import { Stage } from '../tests/e2e/stage.ts';
import { stockPage } from './stock-page.ts';
import { Visitor } from './visitor.ts';

const line = (text: string): void => void process.stdout.write(`${text}\n`);
/** Another build than the one that stands, to be held against it. */
const BUILD = process.env['STEP_LADDER_BUILD'] ?? join(import.meta.dirname, '..', 'dist');
const ROUNDS = 5;
const STUDY = '/studies/new?instrument=violin&tonic=A&octaves=3';

/** When the fingering can be read, and when the score stands, milliseconds from the address being asked for. */
interface Opened {
  readonly fingering: number;
  readonly score: number;
}

/** Notes both moments from the first line of the page on. */
const WATCH = `
  window.opened = {};
  window.askedAt = 0;
  new MutationObserver(() => {
    const score = document.querySelector('.score');
    if (!score || window.opened.score) return;
    const now = performance.now() - window.askedAt;
    const picture = score.querySelector('.screen-copy svg .note') !== null;
    if (picture || /[1-4]/.test(score.textContent)) window.opened.fingering ??= now;
    if (picture) window.opened.score ??= now;
    if (picture) window.told?.(window.opened);
  }).observe(document, { subtree: true, childList: true });`;

/** A page tells its times; when its own worker has everything, and it has come to rest, it is opened again: three times in all. */
const TOLD = `${WATCH}
  window.told = (opened) => {
    tell(opened);
    sessionStorage.visits = Number(sessionStorage.visits ?? 0) + 1;
    if (sessionStorage.visits < 3)
      navigator.serviceWorker.ready.then(() => setTimeout(() => { location.href = '${STUDY}'; }, 3000));
  };`;

/** A browser never used, as on a first visit; then the same page again with everything cached. */
async function visit(): Promise<{ first: Opened; again: Opened }> {
  const visitor = await Visitor.open(BUILD, TOLD);
  try {
    // At the second visit the browser compiles what it keeps.
    const [first, , again] = await visitor.visit<Opened>(STUDY, 3);
    return { first: first!, again: again! };
  } finally {
    await visitor.close();
  }
}

/** A kept study opened from the library, which stands already. */
async function kept(): Promise<Opened> {
  const stage = await Stage.open();
  try {
    await stage.devTools('Page.addScriptToEvaluateOnNewDocument', { source: WATCH });
    await stage.go(STUDY);
    await stage.score();
    await stage.click('Keep in the library');
    await stage.until('its own address', async () => /[0-9a-f-]{36}$/.test(await stage.driver.getCurrentUrl()));
    await stage.click('Library');
    await stage.find(By.css('tbody th a'));
    await stage.driver.executeScript(`
      window.opened = {};
      window.askedAt = performance.now();
      document.querySelector('tbody th a').click();`);
    return await stage.until('the score', async () => {
      const times = (await stage.driver.executeScript('return window.opened;')) as Partial<Opened>;
      return times.score === undefined || times.fingering === undefined ? false : (times as Opened);
    });
  } finally {
    await stage.close();
  }
}

/** A page that holds one word, in the same kind of browser: what no application could be faster than. */
async function bare(): Promise<number> {
  const build = mkdtempSync(join(tmpdir(), 'step-ladder-bare-'));
  writeFileSync(join(build, 'index.html'), '<!doctype html><p id="word">Here</p>');
  const visitor = await Visitor.open(
    build,
    `new PerformanceObserver((list) => {
      for (const { name, startTime } of list.getEntries()) if (name === 'first-contentful-paint') tell(startTime);
    }).observe({ type: 'paint', buffered: true });`,
  );
  try {
    const [word] = await visitor.visit<number>('/', 1);
    return word!;
  } finally {
    await visitor.close();
    rmSync(build, { recursive: true });
  }
}

/** A page with the engraver as it ships and the same study, and nothing else. */
async function stock(): Promise<{ readonly score: number; readonly engraver: number }> {
  const folder = stockPage({ instrument: 'violin', tonic: 'A', octaves: 3 });
  const visitor = await Visitor.open(folder, '');
  try {
    const [told] = await visitor.visit<{ score: number; engraver: number }>('/', 1);
    return told!;
  } finally {
    await visitor.close();
    rmSync(folder, { recursive: true });
  }
}

const visits: (Awaited<ReturnType<typeof visit>> & { kept: Opened })[] = [];
const words: number[] = [];
const stocks: Awaited<ReturnType<typeof stock>>[] = [];
for (let round = 0; round < ROUNDS; round += 1) {
  words.push(await bare());
  stocks.push(await stock());
  visits.push({ ...(await visit()), kept: await kept() });
}
const word = median(words);
const stockScore = median(stocks.map(({ score }) => score));
line(
  `\nOpening a study of three octaves, middle of ${ROUNDS} browsers; a bare page shows its word after ${word.toFixed(0)} ms`,
);
line(
  `  a page with the engraver as it ships, and nothing else: score ${stockScore.toFixed(0)} ms; drawn again ${median(stocks.map(({ engraver }) => engraver)).toFixed(0)} ms`,
);
for (const [name, of, asked] of [
  ['first visit', 'first', ' (asked: at most 1.3)'],
  ['again, everything cached', 'again', ' (asked: at most 0.8)'],
  ['a kept study, from the library', 'kept', ''],
] as const) {
  const fingering = median(visits.map((one) => one[of].fingering));
  const score = median(visits.map((one) => one[of].score));
  line(
    `  ${name}: fingering ${fingering.toFixed(0)} ms (${(fingering / word).toFixed(1)} times the bare page), score ${score.toFixed(0)} ms, ${(score / stockScore).toFixed(2)} times the page with the engraver${asked}`,
  );
}
