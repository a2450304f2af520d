import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { there, type Visitor } from './visitor.ts';

/** What is used of puppeteer-core, which is installed in a folder of its own. */
interface Puppeteer {
  launch(options: object): Promise<{
    newPage(): Promise<Page>;
    close(): Promise<void>;
  }>;
}

interface Page {
  goto(address: string): Promise<unknown>;
  evaluate(body: string): Promise<unknown>;
  $(selector: string): Promise<{ click(): Promise<void>; uploadFile(file: string): Promise<void> } | null>;
  readonly keyboard: { press(key: string): Promise<void> };
}

/** Firefox as Debian ships it, driven by WebDriver BiDi. */
export async function openFirefox(folder: string): Promise<Visitor> {
  const puppeteer = createRequire(join(folder, 'package.json'))('puppeteer-core') as Puppeteer;
  const profile = mkdtempSync(join(tmpdir(), 'step-ladder-firefox-'));
  // Firefox plays nothing, not even silently, where there is no loudspeaker: a server of sound that throws it away.
  const socket = join(profile, 'sound');
  const sound = spawn(
    'pulseaudio',
    [
      '-n',
      '--exit-idle-time=-1',
      '-L',
      'module-null-sink',
      '-L',
      `module-native-protocol-unix socket=${socket} auth-anonymous=1`,
    ],
    { stdio: 'ignore', env: { ...process.env, XDG_RUNTIME_DIR: profile } },
  );
  await there(socket);
  const browser = await puppeteer.launch({
    browser: 'firefox',
    executablePath: '/usr/bin/firefox-esr',
    headless: true,
    env: { ...process.env, PULSE_SERVER: `unix:${socket}` },
    userDataDir: profile,
    defaultViewport: { width: 1280, height: 800 },
    extraPrefsFirefox: {
      // Sound may begin without a click, as in a browser that knows the site.
      'media.autoplay.default': 0,
      // What is exported is read in the page; the file itself goes with the profile.
      'browser.download.folderList': 2,
      'browser.download.dir': profile,
    },
  });
  const page = await browser.newPage();
  const found = async (selector: string) => {
    const one = await page.$(selector);
    if (!one) throw new Error(`There is no ${selector}`);
    return one;
  };
  return {
    name: 'Firefox',
    go: async (address) => {
      await page.goto(address);
    },
    run: async <T>(body: string, ...given: readonly string[]) =>
      (await page.evaluate(`(function () { ${body} }).apply(null, ${JSON.stringify(given)})`)) as T,
    click: async (xpath) => (await found(`xpath/${xpath}`)).click(),
    press: async (...keys) => {
      for (const key of keys) await page.keyboard.press(key);
    },
    give: async (css, file) => (await found(css)).uploadFile(file),
    close: async () => {
      await browser.close();
      sound.kill();
      rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
    },
  };
}
