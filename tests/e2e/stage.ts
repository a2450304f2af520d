import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, type Locator, type WebElement } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';
import { application } from '../../server/serve.ts';

const BUILD = join(import.meta.dirname, '..', '..', 'dist');

/**
 * How long a condition may take before the test says it never came, milliseconds. Everything comes within
 * seconds; a shared machine may be a hundred times slower for a while, and that is no fault of the page.
 */
const PATIENCE = Number(process.env['STEP_LADDER_PATIENCE'] ?? 120_000);

/** A condition is looked at again after so long, milliseconds. */
const EVERY = 120;

/** The rooms in which lists of choices stand. */
const ROOM_OF: Readonly<Record<string, string>> = {
  'Beside this way': 'Ways',
  'And beside both': 'Ways',
  'Notes to a bow': 'Bow',
  'Notes to a beat': 'Bow',
  'Opening turn': 'Bow',
  'Count-in': 'Sound',
  Drone: 'Sound',
  'Shown as': 'Look',
  'Over the notes': 'Look',
  'Under the notes': 'Look',
  'Known already': 'Look',
  'Estimated by': 'Grade',
};

/** Lists that stand among the rules for the hand. */
const RULES: readonly string[] = ['Open strings', 'Strings', 'Way down', 'Position', 'First finger', 'Coming down'];

/** What a test looks at of a kept study. */
export interface KeptRecord {
  readonly id: string;
  readonly name?: string;
  readonly recipe: { readonly form: string; readonly tonic: string; readonly octaves: number };
}

/** Starts a browser; once more where it took longer to come up than its driver would wait. */
async function begin(chromium: chrome.Options, again = 2): Promise<chrome.Driver> {
  const service = new chrome.ServiceBuilder('/usr/bin/chromedriver').build();
  await service.start(PATIENCE);
  try {
    const driver = chrome.Driver.createSession(chromium, service) as chrome.Driver;
    await driver.manage().setTimeouts({ script: PATIENCE });
    return driver;
  } catch (error) {
    await service.kill();
    if (again === 0) throw error;
    return begin(chromium, again - 1);
  }
}

/** The server of a stage. */
export class House {
  #serve: RequestListener;
  readonly #demo: boolean;
  /** Whether the page may fetch what works offline: every file there is, on each first visit. */
  readonly #offline: boolean;
  /** Requests for such paths get no answer but an error, as many as the number says. */
  #spoilt: { readonly path: RegExp; left: number } | undefined;

  constructor(build: string, demo: boolean, offline: boolean) {
    this.#demo = demo;
    this.#offline = offline;
    this.#serve = application(build, demo) as RequestListener;
  }

  async open(): Promise<Server> {
    const server = createServer((request, response) => {
      const spoilt = this.#spoilt;
      if (spoilt && spoilt.left > 0 && spoilt.path.test(request.url ?? '')) {
        spoilt.left -= 1;
        response.writeHead(500).end();
      } else if (!this.#offline && request.url === '/sw.js') response.writeHead(404).end();
      else this.#serve(request, response);
    });
    return new Promise((resolve) => server.listen(0, '127.0.0.1', () => resolve(server)));
  }

  /** Serves another build from now on, as after a deployment. */
  deploy(build: string): void {
    this.#serve = application(build, this.#demo) as RequestListener;
  }

  /** Lets requests for a path fail so many times. */
  spoil(path: RegExp, times: number): void {
    this.#spoilt = { path, left: times };
  }
}

/** The built application in a headless browser of its own, with a folder for its downloads. */
export class Stage {
  driver: chrome.Driver;
  readonly #chromium: chrome.Options;
  readonly address: string;
  readonly downloads: string;
  readonly #server: Server;
  readonly #profile: string;

  /** The server, to be made to fail or to serve another build. */
  readonly house: House;

  private constructor(
    driver: chrome.Driver,
    address: string,
    downloads: string,
    server: Server,
    profile: string,
    house: House,
    chromium: chrome.Options,
  ) {
    this.driver = driver;
    this.#chromium = chromium;
    this.house = house;
    this.address = address;
    this.downloads = downloads;
    this.#server = server;
    this.#profile = profile;
  }

  /** Serves the build and opens a browser with an empty profile. */
  static async open(
    options: {
      demo?: boolean;
      /** Lets the page fetch what it needs to work offline, and take newer builds: as it comes where no test asks. */
      offline?: boolean;
      width?: number;
      height?: number;
      build?: string;
      /** A recording that the microphone takes, once, from when it is first opened; or that it is there and refused. */
      microphone?: { readonly takes: string } | 'refused';
      /** A folder for what the browser keeps, rather than one of its own. */
      profile?: string;
    } = {},
  ): Promise<Stage> {
    const house = new House(
      options.build ?? BUILD,
      options.demo === true,
      options.offline ?? process.env['VITEST'] === undefined,
    );
    const server = await house.open();
    const profile = options.profile ?? mkdtempSync(join(tmpdir(), 'step-ladder-browser-'));
    const downloads = mkdtempSync(join(tmpdir(), 'step-ladder-downloads-'));
    const chromium = new chrome.Options();
    chromium.setChromeBinaryPath('/usr/bin/chromium');
    chromium.addArguments(
      '--headless=new',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--hide-scrollbars',
      // The line for addresses draws its suggestions in pages of its own, which costs a second at each start.
      '--disable-features=WebUIOmniboxPopup,WebUIOmniboxAimPopup',
      `--user-data-dir=${profile}`,
      // A test tries what a page does, not how fast its code becomes, on which a third of each start is spent.
      // A benchmark, which is no test, has the browser as it comes.
      ...(process.env['VITEST'] === undefined ? [] : ['--js-flags=--liftoff-only']),
      `--window-size=${options.width ?? 1280},${options.height ?? 800}`,
    );
    const { microphone } = options;
    if (microphone === 'refused') chromium.addArguments('--use-fake-device-for-media-stream');
    if (typeof microphone === 'object') {
      chromium.addArguments(
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
        `--use-file-for-fake-audio-capture=${microphone.takes}%noloop`,
      );
    }
    chromium.setUserPreferences({
      'download.default_directory': downloads,
      'download.prompt_for_download': false,
    });
    const driver = await begin(chromium);
    const { port } = server.address() as AddressInfo;
    const stage = new Stage(driver, `http://127.0.0.1:${port}`, downloads, server, profile, house, chromium);
    if (microphone === 'refused') {
      const denied = { permission: { name: 'microphone' }, setting: 'denied', origin: stage.address };
      await stage.devTools('Browser.setPermission', denied);
    }
    return stage;
  }

  /** Restarts the browser with the same profile; the server stays. */
  async restart(): Promise<void> {
    await this.driver.quit();
    this.driver = await begin(this.#chromium);
  }

  /** Stops the server, as when the network is gone. */
  shut(): void {
    this.#server.close();
    this.#server.closeAllConnections();
  }

  async close(): Promise<void> {
    await this.driver.quit();
    this.shut();
    rmSync(this.#profile, { recursive: true, force: true, maxRetries: 5 });
    rmSync(this.downloads, { recursive: true, force: true });
  }

  /** The same browser as if it had never been here: nothing kept, nothing downloaded. */
  async fresh(): Promise<void> {
    await this.driver.get('about:blank');
    await this.devTools('Storage.clearDataForOrigin', {
      origin: this.address,
      storageTypes: 'cookies,indexeddb,local_storage',
    });
    this.forgetDownloads();
  }

  private forgetDownloads(): void {
    for (const name of readdirSync(this.downloads)) rmSync(join(this.downloads, name));
  }

  /** Waits until a service worker controls the page. */
  async controlled(): Promise<void> {
    await this.until('a worker that controls the page', () =>
      this.driver.executeScript<boolean>(
        `return navigator.serviceWorker.ready.then((found) => found.active?.state === 'activated' && navigator.serviceWorker.controller !== null);`,
      ),
    );
  }

  /** Cuts the browser off the network. */
  async cutOff(): Promise<void> {
    await this.devTools('Network.enable', {});
    await this.devTools('Network.emulateNetworkConditions', {
      offline: true,
      latency: 0,
      downloadThroughput: 0,
      uploadThroughput: 0,
    });
  }

  /** Sends a command of Chromium's own tools. */
  async devTools(command: string, parameters: object): Promise<void> {
    await this.driver.sendDevToolsCommand(command, parameters);
  }

  /** Loads a page, as from the line for addresses. */
  async go(path: string): Promise<void> {
    await this.driver.get(this.address + path);
  }

  /**
   * Goes to a page as by a link, in the application that is open: nothing is loaded again, which is most of what a visit
   * costs. By way of a page without a study, so that what stands there afterwards begins as where it is opened.
   */
  async turnTo(path: string): Promise<void> {
    if (!(await this.driver.getCurrentUrl()).startsWith(this.address)) return this.go(path);
    const follow = (to: string): Promise<void> =>
      this.driver.executeScript(
        `history.pushState({}, '', arguments[0]);
        dispatchEvent(new PopStateEvent('popstate', { state: history.state }));`,
        to,
      );
    await follow('/notices');
    await this.until('the page that was left gone', async () =>
      (await this.texts(By.css('h1'))).some((title) => title.startsWith('Licence')),
    );
    await follow(path);
  }

  /** Forgets everything kept and downloaded, as `fresh` does, in the application that is open. */
  async emptied(): Promise<void> {
    if (!(await this.driver.getCurrentUrl()).startsWith(this.address)) return;
    await this.turnTo('/notices');
    await this.driver.executeAsyncScript(`
      const done = arguments[0];
      localStorage.clear();
      indexedDB.open('step-ladder').onsuccess = ({ target: { result: kept } }) => {
        const all = kept.transaction([...kept.objectStoreNames], 'readwrite');
        for (const name of kept.objectStoreNames) all.objectStore(name).clear();
        all.oncomplete = () => { kept.close(); done(); };
      };`);
    this.forgetDownloads();
  }

  /** Waits until something holds; says what never came otherwise, and what the page said instead. */
  async until<T>(what: string, check: () => Promise<T | undefined | false>): Promise<T> {
    const value = await this.driver
      .wait(
        async () => {
          try {
            return (await check()) || false;
          } catch (error) {
            // The page may be changing under the check; it is made again.
            if (
              [
                'StaleElementReferenceError',
                'NoSuchElementError',
                'ElementNotInteractableError',
                'ElementClickInterceptedError',
              ].includes((error as Error).name)
            )
              return false;
            throw error;
          }
        },
        PATIENCE,
        `Waited in vain for: ${what}`,
        EVERY,
      )
      .catch(async (error: unknown) => {
        const [address, words] = await this.driver
          .executeScript<[string, string]>('return [location.href, document.body?.innerText ?? ""];')
          .catch(() => ['', 'nothing: it answers no script']);
        const message = error instanceof Error ? error.message : String(error);
        throw new Error(`${message}\n${address} says: ${words?.slice(0, 800)}`, { cause: error });
      });
    return value as T;
  }

  async find(locator: Locator): Promise<WebElement> {
    return this.until(String(locator), async () => (await this.driver.findElements(locator))[0]);
  }

  /** Clicks the button, link, radio or menu action of that name. */
  async click(name: string): Promise<void> {
    const quoted = JSON.stringify(name);
    const path = ['button', 'a', '*[@role="menuitem"]', '*[@role="radio"]']
      .map((tag) => `//${tag}[normalize-space()=${quoted} or @aria-label=${quoted}]`)
      .join(' | ');
    await this.until(`something to click called ${name}`, async () => {
      const found = await this.driver.findElement(By.xpath(path));
      await found.click();
      return true;
    });
  }

  /** Opens a room beside the score. */
  async room(name: string): Promise<void> {
    await this.until(`the room ${name}`, async () => {
      const door = await this.driver.findElement(By.xpath(`//button[@role="tab"][normalize-space()="${name}"]`));
      if ((await door.getAttribute('aria-selected')) !== 'true') await door.click();
      return (await door.getAttribute('aria-selected')) === 'true';
    });
  }

  /** Unfolds the rules for the hand. */
  async rules(): Promise<void> {
    await this.until('the rules', async () => {
      const button = await this.driver.findElement(By.css('button[aria-controls="hand-rules"]'));
      if ((await button.getAttribute('aria-expanded')) !== 'true') await button.click();
      return (await button.getAttribute('aria-expanded')) === 'true';
    });
  }

  /** Opens what is folded under some words. */
  async unfold(words: string): Promise<void> {
    await this.until(`what is folded under ${words}`, async () => {
      const folds = await this.driver.findElements(
        By.xpath(`//summary[contains(., ${JSON.stringify(words)})]/ancestor::details`),
      );
      // The outermost first.
      for (const fold of folds)
        if ((await fold.getAttribute('open')) === null) await fold.findElement(By.css('summary')).click();
      return folds.length > 0 && (await folds.at(-1)!.getAttribute('open')) !== null;
    });
  }

  /** Does something rare, by the menu at the end of the title line. */
  async more(action: string): Promise<void> {
    await this.click('More');
    await this.click(action);
  }

  /** Goes where a list of choices stands, as a teacher does. */
  private async reach(list: string): Promise<void> {
    const room = ROOM_OF[list];
    if (room) await this.room(room);
    else if (RULES.includes(list)) await this.rules();
  }

  /** Chooses from the list of that name by the words a teacher reads. */
  async choose(list: string, words: string): Promise<void> {
    await this.reach(list);
    await this.until(`"${words}" in the list ${list}`, async () => {
      const select = await this.driver.findElement(By.css(`select[aria-label="${list}"]`));
      const option = await this.option(select, words);
      if (option) {
        await option.click();
        return true;
      }
      // A long list is whole once it is reached.
      await this.driver.executeScript('arguments[0].focus();', select);
      return false;
    });
  }

  /** The choice of a list that says so, where it can be taken. */
  async option(list: WebElement, words: string): Promise<WebElement | null> {
    return this.driver.executeScript<WebElement | null>(
      `return [...arguments[0].options].find((one) => one.innerText.trim() === arguments[1] && !one.matches(':disabled')) ?? null;`,
      list,
      words,
    );
  }

  async chosen(list: string): Promise<string> {
    await this.reach(list);
    const select = await this.find(By.css(`select[aria-label="${list}"]`));
    return this.read(await select.findElement(By.css('option:checked')));
  }

  /** Waits for the engraved score of the study now chosen and gives its description. */
  async score(): Promise<string> {
    return this.until('the engraved score', async () => {
      const picture = await this.driver.findElement(By.css('[role="listbox"][data-current="true"]'));
      return (await picture.getAttribute('aria-label')) ?? undefined;
    });
  }

  /** The words on a part of the page, as they are rendered. */
  async text(locator: Locator): Promise<string> {
    return this.read(await this.find(locator));
  }

  /** The words on each part of the page that fits, as they are rendered. */
  async texts(locator: Locator): Promise<string[]> {
    return this.driver.executeScript<string[]>(
      'return arguments[0].map((part) => (part.innerText ?? part.textContent).trim());',
      await this.driver.findElements(locator),
    );
  }

  /** The words drawn in a picture, whatever pieces they are drawn in. */
  async drawn(locator: Locator): Promise<string> {
    return this.driver.executeScript<string>('return arguments[0].textContent;', await this.find(locator));
  }

  /** The browser itself reads a page in a hundredth of a second; the driver's own way of looking takes half of one. */
  private async read(part: WebElement): Promise<string> {
    const words = await this.driver.executeScript<string>('return arguments[0].innerText;', part);
    return words.replaceAll('\t', ' ').trim();
  }

  /** Waits for text to stand somewhere on the page. */
  async sees(words: string): Promise<void> {
    await this.until(`the words "${words}"`, async () =>
      (await this.read(await this.driver.findElement(By.css('body')))).includes(words),
    );
  }

  /** Opens a second tab and gives what goes from one to the other. */
  async secondTab(path: string): Promise<{ first: () => Promise<void>; second: () => Promise<void> }> {
    const first = await this.driver.getWindowHandle();
    await this.driver.switchTo().newWindow('tab');
    const second = await this.driver.getWindowHandle();
    await this.go(path);
    return {
      first: () => this.driver.switchTo().window(first),
      second: () => this.driver.switchTo().window(second),
    };
  }

  /** The studies kept in the browser's own database, as they stand. */
  async kept(): Promise<KeptRecord[]> {
    return this.driver.executeAsyncScript(`
      const done = arguments[0];
      indexedDB.open('step-ladder').onsuccess = (event) => {
        event.target.result.transaction('studies').objectStore('studies').getAll().onsuccess = (found) => {
          event.target.result.close();
          done(found.target.result);
        };
      };`);
  }

  /**
   * Waits for a finished download whose name ends so, and gives its path. The browser takes the name with an empty
   * file before a byte has come, and writes beside it until the last one has.
   */
  async downloaded(ending: string): Promise<string> {
    return this.until(`a download ending in ${ending}`, async () => {
      const files = readdirSync(this.downloads);
      const file = files.find((name) => name.endsWith(ending));
      if (file === undefined || files.some((name) => name.endsWith('.crdownload'))) return undefined;
      const path = join(this.downloads, file);
      return statSync(path).size > 0 && path;
    });
  }
}
