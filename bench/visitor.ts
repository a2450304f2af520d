import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { setTimeout as pause } from 'node:timers/promises';
import { application } from '../server/serve.ts';

/** A browser is at rest before a visit: one that has come up opens a page of its own for a second. Milliseconds. */
const AT_REST = 2_500;

/** A page that never tells anything is waited for so long, milliseconds. */
const PATIENCE = 120_000;

/** Where a visit begins: a page of another site, which asks where to go on. */
const DOOR = `<!doctype html><title>Door</title><script>
  fetch('/next').then((next) => next.text()).then((address) => { location.href = address; });
</script>`;

/**
 * A browser that nobody looks into. A driver of tests, or the browser's own tools, have it read a whole script again to
 * know where in it something happens: a tenth of what a page needs at its start. So the page itself tells what was noted.
 */
export class Visitor {
  readonly #folder: string;
  readonly #servers: readonly Server[];
  readonly #browser: ChildProcess;
  readonly #pages: string;
  #hear: (told: unknown) => void = () => undefined;
  /** Lets the browser go on from the door, once it stands there. */
  readonly #send: Promise<(address: string) => void>;

  private constructor(
    folder: string,
    servers: readonly Server[],
    pages: string,
    browser: ChildProcess,
    send: Promise<(address: string) => void>,
  ) {
    this.#folder = folder;
    this.#servers = servers;
    this.#pages = pages;
    this.#browser = browser;
    this.#send = send;
  }

  /**
   * A browser of its own with an empty profile.
   *
   * @param build a folder as it is served.
   * @param watch is run at the start of each of its pages; it says `tell(…)`.
   */
  static async open(build: string, watch: string): Promise<Visitor> {
    const folder = mkdtempSync(join(tmpdir(), 'step-ladder-visitor-'));
    const pages = join(folder, 'pages');
    cpSync(build, pages, { recursive: true });
    let stands: (send: (address: string) => void) => void = () => undefined;
    const send = new Promise<(address: string) => void>((resolve) => {
      stands = resolve;
    });
    const door = await listening((request, response) => {
      if (request.url !== '/next') return void response.writeHead(200, { 'content-type': 'text/html' }).end(DOOR);
      stands((address) => void response.end(address));
    });
    const serve = application(pages, false) as RequestListener;
    const pagesServer = await listening((request, response) => {
      if (request.url !== '/told') return serve(request, response);
      void text(request).then((told) => {
        response.writeHead(204).end();
        visitor.#hear(JSON.parse(told));
      });
    });
    const first = join(pages, 'index.html');
    writeFileSync(first, readFileSync(first, 'utf8').replace(/<meta|<p/, '<script src="/watch.js"></script>$&'));
    writeFileSync(
      join(pages, 'watch.js'),
      `const tell = (what) => void navigator.sendBeacon('/told', JSON.stringify(what));
      ${watch}`,
    );
    const browser = spawn(
      '/usr/bin/chromium',
      [
        '--headless=new',
        '--no-sandbox',
        '--disable-gpu',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        `--user-data-dir=${join(folder, 'profile')}`,
        '--window-size=1280,800',
        `http://localhost:${portOf(door)}/`,
      ],
      { stdio: 'ignore' },
    );
    const visitor = new Visitor(folder, [door, pagesServer], `http://127.0.0.1:${portOf(pagesServer)}`, browser, send);
    return visitor;
  }

  /** Goes to a page and gives what it tells, and what the pages it goes on to tell, so many in all. */
  async visit<Told>(path: string, times: number): Promise<Told[]> {
    const send = await this.#send;
    await pause(AT_REST);
    const heard: Told[] = [];
    const told = new Promise<Told[]>((resolve) => {
      this.#hear = (one) => {
        if (heard.push(one as Told) === times) resolve(heard);
      };
    });
    send(this.#pages + path);
    const late = pause(PATIENCE, undefined, { ref: false }).then(() => {
      throw new Error(`${path} told ${heard.length} of ${times} times.`);
    });
    return Promise.race([told, late]);
  }

  async close(): Promise<void> {
    const gone = new Promise((resolve) => this.#browser.once('exit', resolve));
    this.#browser.kill();
    await gone;
    for (const server of this.#servers) {
      server.close();
      server.closeAllConnections();
    }
    // Its other processes write for a moment longer.
    await rm(this.#folder, { recursive: true, force: true, maxRetries: 10, retryDelay: 200 });
  }
}

async function listening(answer: RequestListener): Promise<Server> {
  const server = createServer(answer);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return server;
}

function portOf(server: Server): number {
  return (server.address() as AddressInfo).port;
}
