import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ownScripts } from '../../server/serve.ts';
import { Stage } from './stage.ts';

const ROOT = join(import.meta.dirname, '..', '..');
const SHIPPED = readFileSync(join(ROOT, 'hosting', 'nginx.conf'), 'utf8');

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  await new Promise((resolve) => server.close(resolve));
  return port;
}

/** The build under /strings/, served by nginx with the configuration that is shipped. */
describe('under a path of its own, served by nginx', () => {
  const folder = mkdtempSync(join(tmpdir(), 'step-ladder-nginx-'));
  let nginx: ChildProcess;
  let address = '';
  beforeAll(async () => {
    const port = await freePort();
    address = `http://127.0.0.1:${port}`;
    cpSync(join(ROOT, 'dist'), join(folder, 'www', 'strings'), { recursive: true });
    mkdirSync(join(folder, 'temp'));
    const site = SHIPPED.replace('listen 8080', `listen 127.0.0.1:${port}`).replace(
      'root /srv/www',
      `root ${join(folder, 'www')}`,
    );
    writeFileSync(
      join(folder, 'nginx.conf'),
      `${process.getuid?.() === 0 ? 'user root;' : ''} daemon off; pid ${folder}/pid; error_log stderr; events {}
      http {
        ${['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map((one) => `${one}_temp_path ${folder}/temp;`).join('\n')}
        ${site}
      }`,
    );
    nginx = spawn('nginx', ['-p', folder, '-c', join(folder, 'nginx.conf')], {
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    const stands = async (tries: number): Promise<void> => {
      const answer = await fetch(`${address}/strings/`).catch(() => undefined);
      if (answer?.ok) return;
      if (tries === 0 || nginx.exitCode !== null) throw new Error('nginx does not come up.');
      await new Promise((resolve) => setTimeout(resolve, 100));
      await stands(tries - 1);
    };
    await stands(100);
  });
  afterAll(() => {
    nginx.kill();
    rmSync(folder, { recursive: true, force: true });
  });

  it('sends what the page needs: its policy, compressed files, what may be kept', async () => {
    const page = await fetch(`${address}/strings/studies/new`);
    expect(page.headers.get('content-security-policy')).toContain(ownScripts(join(ROOT, 'dist'))[0]);
    expect(page.headers.get('cache-control')).toBe('no-cache');
    const text = await page.text();
    const [, style = ''] = /href="\.\/(assets\/[^"]+\.css)"/.exec(text) ?? [];
    const file = await fetch(`${address}/strings/${style}`, { headers: { 'accept-encoding': 'gzip' } });
    expect(file.headers.get('cache-control')).toContain('immutable');
    expect(file.headers.get('content-encoding')).toBe('gzip');
    expect((await fetch(`${address}/strings/assets/gone.js`)).status).toBe(404);
  });

  it('opens a study, and opens it again without a network', async () => {
    const stage = await Stage.open({ offline: true });
    try {
      const study = `${address}/strings/studies/new?instrument=cello&tonic=G&octaves=2`;
      await stage.driver.get(study);
      expect(await stage.score()).toContain('G major, two octaves');
      await stage.click('Keep in the library');
      await stage.until('its own address', async () =>
        /\/strings\/studies\/[0-9a-f-]{36}$/.test(await stage.driver.getCurrentUrl()),
      );
      const own = await stage.driver.getCurrentUrl();
      await stage.controlled();
      nginx.kill();
      await stage.cutOff();
      await stage.driver.get('about:blank');
      await stage.driver.get(own);
      expect(await stage.score()).toContain('G major, two octaves');
      await stage.click('Library');
      await stage.sees('G major');
    } finally {
      await stage.close();
    }
  });
});
