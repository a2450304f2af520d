import { spawn, type ChildProcess } from 'node:child_process';
import getPort from 'get-port';
import { Builder, By, Key } from 'selenium-webdriver';
import type { Visitor } from './visitor.ts';

const KEYS: Readonly<Record<string, string>> = {
  Home: Key.HOME,
  ArrowRight: Key.ARROW_RIGHT,
  Enter: Key.ENTER,
  Escape: Key.ESCAPE,
};

/** How long a program may take to come up, milliseconds. */
const PATIENCE = 30_000;

/** WebKit as Debian ships it (webkit2gtk), in a window on a screen that nobody sees. */
export async function openWebKit(): Promise<Visitor> {
  const screen = `:${await getPort({ port: [91, 92, 93, 94, 95] })}`;
  const xvfb = spawn('Xvfb', [screen, '-screen', '0', '1400x1000x24'], { stdio: 'ignore' });
  const port = await getPort();
  const driver = spawn('WebKitWebDriver', [`--port=${port}`], {
    stdio: 'ignore',
    env: { ...process.env, DISPLAY: screen, WEBKIT_DISABLE_COMPOSITING_MODE: '1' },
  });
  const end = (): void => [driver, xvfb].forEach((one: ChildProcess) => one.kill());
  try {
    await answers(`http://127.0.0.1:${port}/status`);
    const browser = await new Builder()
      .usingServer(`http://127.0.0.1:${port}`)
      .withCapabilities({
        browserName: 'MiniBrowser',
        'webkitgtk:browserOptions': {
          binary: '/usr/lib/x86_64-linux-gnu/webkit2gtk-4.1/MiniBrowser',
          args: ['--automation', '--geometry=1280x900'],
        },
      })
      .build();
    return {
      name: 'WebKit',
      go: (address) => browser.get(address),
      run: <T>(body: string, ...given: readonly string[]) => browser.executeScript<T>(body, ...given),
      click: (xpath) => browser.findElement(By.xpath(xpath)).click(),
      press: (...keys) =>
        browser
          .actions()
          .sendKeys(...keys.map((key) => KEYS[key] ?? key))
          .perform(),
      give: (css, file) => browser.findElement(By.css(css)).sendKeys(file),
      close: async () => {
        await browser.quit().catch(() => undefined);
        end();
      },
    };
  } catch (error) {
    end();
    throw error;
  }
}

/** Waits until something answers under an address. */
async function answers(address: string): Promise<void> {
  const begun = Date.now();
  for (;;) {
    const there = await fetch(address).then(
      ({ ok }) => ok,
      () => false,
    );
    if (there) return;
    if (Date.now() - begun > PATIENCE) throw new Error(`Nothing answers at ${address}.`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}
