import { cpSync, mkdtempSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from 'vite';
import { By } from 'selenium-webdriver';
import { afterAll, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

const ROOT = join(import.meta.dirname, '..', '..');
const DIST = join(ROOT, 'dist');

const programIn = (folder: string): string =>
  join(
    folder,
    'assets',
    readdirSync(join(folder, 'assets')).find((name) => name.endsWith('.wasm'))!,
  );

/** An engraver that has the interface and nothing else: it draws one line, whatever it is asked. */
const STAND_IN = {
  'verovio.mjs': `export class VerovioToolkit {
    constructor(module) { this.module = module; }
    setOptions() {}
    loadData() { return true; }
    renderToSVG() {
      return '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><title>stand-in</title><path d="M0 5h10"/></svg>';
    }
    getPageCount() { return 1; }
    getVersion() { return 'stand-in'; }
    getMEI() { return ''; }
    renderToMIDI() { return ''; }
    getMIDIValuesForElement() { return undefined; }
  }`,
  'module.mjs': 'export default async function create() { return {}; }',
};

/** Licence: anybody who has Step Ladder can run it with another engraver. */
describe('the engraver', () => {
  const folder = mkdtempSync(join(tmpdir(), 'step-ladder-engraver-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('has no `import.meta` in worker scripts, which makes Chromium 156 crash a tab that is left early', () => {
    const scripts = readdirSync(join(DIST, 'assets')).filter((name) =>
      /^(?:\w+\.worker|verovio-module|press)-.*\.js$/.test(name),
    );
    expect(scripts.length).toBeGreaterThan(6);
    const text = (name: string): string => readFileSync(join(DIST, 'assets', name), 'utf8');
    expect(scripts.filter((name) => text(name).includes('import.meta'))).toEqual([]);
  });

  it('is its package’s, byte for byte, and can be replaced by another file', async () => {
    const own = readFileSync(programIn(DIST));
    let started: Uint8Array | undefined;
    const instantiate = WebAssembly.instantiate;
    WebAssembly.instantiate = ((bytes: Uint8Array, imports: WebAssembly.Imports) => {
      started = new Uint8Array(bytes);
      return instantiate(bytes as BufferSource, imports);
    }) as typeof WebAssembly.instantiate;
    const { default: create } = await import('verovio/wasm');
    await create();
    WebAssembly.instantiate = instantiate;
    expect(Buffer.compare(own, started!)).toBe(0);

    // Another program: the same with a section of its own, which says who made it.
    const copy = join(folder, 'replaced');
    cpSync(DIST, copy, { recursive: true, filter: (path) => !/\.wasm\.(?:br|gz)$/.test(path) });
    const name = Buffer.from('rebuilt');
    writeFileSync(programIn(copy), Buffer.concat([own, Buffer.from([0, name.length + 1, name.length]), name]));
    const stage = await Stage.open({ build: copy });
    try {
      await stage.go('/studies/new?instrument=violin&tonic=D&octaves=1');
      expect(await stage.score()).toContain('D major');
      expect((await stage.driver.findElements(By.css('.screen-copy svg .note'))).length).toBeGreaterThan(10);
    } finally {
      await stage.close();
    }
  });

  it('can be any package of the same interface when the application is built', async () => {
    const made = join(folder, 'stand-in');
    mkdirSync(made);
    for (const [name, text] of Object.entries(STAND_IN)) writeFileSync(join(made, name), text);
    const outDir = join(folder, 'built');
    await build({
      root: ROOT,
      configFile: join(ROOT, 'vite.config.ts'),
      logLevel: 'error',
      resolve: {
        alias: [
          { find: /^verovio\/esm$/, replacement: join(made, 'verovio.mjs') },
          { find: /^verovio\/wasm$/, replacement: join(made, 'module.mjs') },
        ],
      },
      build: { outDir, emptyOutDir: true },
    });
    const stage = await Stage.open({ build: outDir });
    try {
      await stage.go('/studies/new?instrument=violin&tonic=D&octaves=1');
      await stage.until('the picture of the stand-in', async () =>
        (await stage.drawn(By.css('.screen-copy svg'))).includes('stand-in'),
      );
    } finally {
      await stage.close();
    }
  });
});
