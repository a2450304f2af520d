import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { application } from './serve.ts';

const html = { headers: { accept: 'text/html' }, redirect: 'manual' } as const;

describe('the server', () => {
  const servers: Server[] = [];
  let own = '';
  let demo = '';
  beforeAll(async () => {
    const build = mkdtempSync(join(tmpdir(), 'step-ladder-'));
    mkdirSync(join(build, 'assets'));
    writeFileSync(join(build, 'index.html'), '<!doctype html><title>Step Ladder</title>');
    writeFileSync(join(build, 'assets', 'a-1234.js'), '1');
    const listen = (withDemo: boolean): Promise<string> =>
      new Promise((resolve) => {
        const server = application(build, withDemo).listen(0, '127.0.0.1', () => {
          resolve(`http://127.0.0.1:${(server.address() as AddressInfo).port}`);
        });
        servers.push(server);
      });
    own = await listen(false);
    demo = await listen(true);
  });
  afterAll(() => servers.forEach((server) => server.close()));

  it('allows its own scripts, workers and WebAssembly, and nothing from anywhere else', async () => {
    const policy = (await fetch(own, html)).headers.get('content-security-policy') ?? '';
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self' 'wasm-unsafe-eval'");
    expect(policy).toContain("worker-src 'self' blob:");
    expect(policy).toContain("connect-src 'self'");
    expect(policy).not.toMatch(/https?:|\*|'unsafe-eval'/);
  });

  it('serves the application at every address of its own, and 404 for files that are not there', async () => {
    expect(await (await fetch(`${own}/studies/new`, html)).text()).toContain('Step Ladder');
    expect((await fetch(`${own}/assets/none.js`)).status).toBe(404);
    expect((await fetch(`${own}/none.png`)).status).toBe(404);
    expect((await fetch(`${own}/assets/a-1234.js`)).headers.get('cache-control')).toContain('immutable');
  });

  it('opens the demonstration for a browser that has not chosen, and leaves a choice alone', async () => {
    const first = await fetch(`${demo}/studies/new?tonic=A`, html);
    expect(first.status).toBe(302);
    expect(first.headers.get('location')).toBe('/studies/new?tonic=A&studio=demo');
    expect((await fetch(`${demo}/?studio=own`, html)).status).toBe(200);
    expect((await fetch(demo, { ...html, headers: { accept: 'text/html', cookie: 'studio=own' } })).status).toBe(200);
    expect((await fetch(own, html)).status).toBe(200);
  });
});
