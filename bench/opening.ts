import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { median } from '../src/core/base/median.ts';
import { Stage } from '../tests/e2e/stage.ts';

const line = (text: string): void => void process.stdout.write(`${text}\n`);
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
    if (!score) return;
    const now = performance.now() - window.askedAt;
    const picture = score.querySelector('.screen-copy svg .note') !== null;
    if (picture || /[1-4]/.test(score.textContent)) window.opened.fingering ??= now;
    if (picture) window.opened.score ??= now;
  }).observe(document, { subtree: true, childList: true });`;

async function opened(stage: Stage): Promise<Opened> {
  return stage.until('the score', async () => {
    const times = (await stage.driver.executeScript('return window.opened ?? {};')) as Partial<Opened>;
    return times.score === undefined || times.fingering === undefined ? false : (times as Opened);
  });
}

/** A browser that has come up opens a page of its own for a second; a visitor's has long done so. */
const COMING_UP = 2_000;

/** Waits until the browser does nothing of its own any more. */
async function atRest(stage: Stage): Promise<void> {
  await stage.driver.get('about:blank');
  const over = Date.now() + COMING_UP;
  await stage.until('a browser at rest', async () => Date.now() > over);
}

/** A browser never used, as on the first visit; then the same page again with everything at hand. */
async function visit(): Promise<{ first: Opened; again: Opened; kept: Opened }> {
  const stage = await Stage.open();
  try {
    await atRest(stage);
    await stage.devTools('Page.addScriptToEvaluateOnNewDocument', { source: WATCH });
    await stage.go(STUDY);
    const first = await opened(stage);
    // The page's own worker has everything when it takes over; then the browser has compiled what it keeps.
    await stage.driver.executeAsyncScript('navigator.serviceWorker.ready.then(() => arguments[0]());');
    await stage.go(STUDY);
    await opened(stage);
    await stage.go(STUDY);
    const again = await opened(stage);
    await stage.click('Keep in the library');
    await stage.until('its own address', async () => /[0-9a-f-]{36}$/.test(await stage.driver.getCurrentUrl()));
    await stage.click('Library');
    await stage.find(By.css('tbody th a'));
    await stage.driver.executeScript(`
      window.opened = {};
      window.askedAt = performance.now();
      document.querySelector('tbody th a').click();`);
    return { first, again, kept: await opened(stage) };
  } finally {
    await stage.close();
  }
}

/** A page that holds one word, in the same kind of browser: what no application could be faster than. */
async function bare(): Promise<number> {
  const server = createServer((_, response) =>
    response.writeHead(200, { 'content-type': 'text/html' }).end('<!doctype html><p id="word">Here</p>'),
  );
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const build = mkdtempSync(join(tmpdir(), 'step-ladder-bare-'));
  writeFileSync(join(build, 'index.html'), '');
  const stage = await Stage.open({ build });
  try {
    await atRest(stage);
    await stage.driver.get(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
    return (await stage.driver.executeScript(
      "return performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? performance.timing.domComplete - performance.timing.navigationStart;",
    )) as number;
  } finally {
    await stage.close();
    server.close();
    rmSync(build, { recursive: true });
  }
}

const visits: Awaited<ReturnType<typeof visit>>[] = [];
const words: number[] = [];
for (let round = 0; round < ROUNDS; round += 1) {
  words.push(await bare());
  visits.push(await visit());
}
const word = median(words);
line(
  `\nOpening a study of three octaves, middle of ${ROUNDS} browsers; a bare page shows its word after ${word.toFixed(0)} ms`,
);
for (const [name, of] of [
  ['first visit', 'first'],
  ['again, all at hand', 'again'],
  ['a kept study, from the library', 'kept'],
] as const) {
  const fingering = median(visits.map((one) => one[of].fingering));
  const score = median(visits.map((one) => one[of].score));
  line(
    `  ${name}: fingering ${fingering.toFixed(0)} ms (${(fingering / word).toFixed(1)} times the bare page), score ${score.toFixed(0)} ms (${(score / word).toFixed(1)})`,
  );
}
