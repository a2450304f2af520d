import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';
import { application } from '../../server/serve.ts';

const BUILD = join(import.meta.dirname, '..', '..', 'dist');
/** From edit to edit, milliseconds: as fast as a hand chooses. */
const EVERY = 150;
const KEYS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];

/** Edits the teacher had made when the browser was killed, and how many of the last were lost. */
export interface Killed {
  readonly edits: number;
  readonly lost: number;
}

/**
 * Kills a browser, all its processes at once, at a random moment of rapid edits, and looks at what
 * the next one finds kept. Needs the build, Chromium and its driver.
 */
export async function killedBrowser(rounds: number, chance: () => number): Promise<Killed[]> {
  const server = createServer(application(BUILD, false) as never);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const profile = mkdtempSync(join(tmpdir(), 'step-ladder-killed-'));
  const open = (): chrome.Driver => {
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
    return chrome.Driver.createSession(options, service) as chrome.Driver;
  };
  const found: Killed[] = [];
  let path = '';
  try {
    for (let round = 0; round <= rounds; round += 1) {
      const driver = open();
      if (path === '') {
        await driver.get(`${address}/studies/new?instrument=violin&tonic=C&octaves=1`);
        const keep = By.xpath('//button[@aria-label="Keep in the library" and not(@disabled)]');
        await driver.wait(async () => (await driver.findElements(keep)).length > 0, 60_000);
        await driver.findElement(keep).click();
        await driver.wait(async () => /studies\/[0-9a-f-]{36}$/.test(await driver.getCurrentUrl()), 60_000);
        path = new URL(await driver.getCurrentUrl()).pathname;
      } else await driver.get(address + path);
      const list = By.css('select[aria-label="Tonic"]');
      await driver.wait(async () => (await driver.findElements(list)).length > 0, 60_000);
      const before = found.at(-1);
      if (before) {
        const tonic = await driver.executeScript<string>(
          `return document.querySelector('select[aria-label="Tonic"]').value;`,
        );
        const at = before.edits % KEYS.length;
        const behind = (at - KEYS.indexOf(tonic) + KEYS.length) % KEYS.length;
        found[found.length - 1] = { edits: before.edits, lost: behind };
      }
      if (round === rounds) {
        await driver.quit();
        break;
      }
      await driver.executeScript(
        `const [keys, every] = arguments;
         window.edits = 0;
         setInterval(() => {
           const list = document.querySelector('select[aria-label="Tonic"]');
           window.edits += 1;
           Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(list, keys[window.edits % keys.length]);
           list.dispatchEvent(new Event('change', { bubbles: true }));
         }, every);`,
        KEYS,
        EVERY,
      );
      await new Promise((resolve) => setTimeout(resolve, 800 + chance() * 1_500));
      const edits = await driver.executeScript<number>('return window.edits;');
      execFileSync('pkill', ['-9', '-f', `user-data-dir=${profile}`]);
      found.push({ edits, lost: 0 });
      await driver.quit().catch(() => undefined);
    }
  } finally {
    server.close();
    server.closeAllConnections();
    rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
  }
  return found;
}
