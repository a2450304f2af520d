import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs';
import { request, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { application, serverFor } from './serve.ts';

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
    writeFileSync(join(build, 'assets', 'v-1234.wasm'), 'plain');
    writeFileSync(join(build, 'assets', 'v-1234.wasm.br'), brotliCompressSync('compressed when built'));
    const listen = (withDemo: boolean): Promise<string> =>
      new Promise((resolve) => {
        const server = serverFor(application(build, withDemo)).listen(0, '127.0.0.1', () => {
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
    expect(policy).toContain("media-src 'self' blob:");
    expect(policy).not.toMatch(/https?:|\*|'unsafe-eval'/);
  });

  it('serves the application at every address of its own, and 404 for files that are not there', async () => {
    expect(await (await fetch(`${own}/studies/new`, html)).text()).toContain('Step Ladder');
    expect((await fetch(`${own}/assets/none.js`)).status).toBe(404);
    expect((await fetch(`${own}/none.png`)).status).toBe(404);
    expect((await fetch(`${own}/assets/a-1234.js`)).headers.get('cache-control')).toContain('immutable');
  });

  it('gives a file as it was compressed when built, and plain to who reads nothing else', async () => {
    const answer = await fetch(`${own}/assets/v-1234.wasm`, { headers: { 'accept-encoding': 'br' } });
    // Without this type no browser compiles it while it arrives.
    expect(answer.headers.get('content-type')).toBe('application/wasm');
    expect(answer.headers.get('cache-control')).toContain('immutable');
    expect(await answer.text()).toBe('compressed when built');
    const plain = await fetch(`${own}/assets/v-1234.wasm`, { headers: { 'accept-encoding': 'identity' } });
    expect(await plain.text()).toBe('plain');
  });

  it('takes a long link, and answers one that is too long with a sentence', async () => {
    expect((await raw(own, `/studies/new?pins=${'x'.repeat(40_000)}`)).answer.statusCode).toBe(200);
    const { answer, text } = await raw(own, `/studies/new?pins=${'x'.repeat(70_000)}`);
    expect(answer.statusCode).toBe(431);
    expect(text).toBe('This address is too long. Open the study from the library instead.\n');
  });

  it('opens the demonstration for a browser that has not chosen, and leaves a choice alone', async () => {
    const first = await fetch(`${demo}/studies/new?tonic=A`, html);
    expect(first.status).toBe(302);
    expect(first.headers.get('location')).toBe('/studies/new?tonic=A&studio=demo');
    expect((await fetch(`${demo}/?studio=own`, html)).status).toBe(200);
    expect((await fetch(demo, { ...html, headers: { accept: 'text/html', cookie: 'studio=own' } })).status).toBe(200);
    expect((await fetch(own, html)).status).toBe(200);
  });

  /** Asks for a path as it is written, which a browser's own rules would have tidied. */
  const raw = (address: string, path: string, method = 'GET'): Promise<{ answer: IncomingMessage; text: string }> =>
    new Promise((resolve, reject) => {
      const { hostname, port } = new URL(address);
      const asked = request({ hostname, port, path, method, headers: { accept: 'text/html' } }, (answer) => {
        let text = '';
        answer.on('data', (part: Buffer) => (text += part.toString()));
        answer.on('end', () => resolve({ answer, text }));
      });
      asked.on('error', reject);
      asked.end();
    });

  it.each([
    '//evil.example/',
    '///evil.example/x',
    '/\\evil.example/',
    '//evil.example/?a=b?c',
    'http://evil.example/',
  ])('sends nobody to another host: %s', async (path) => {
    const { answer } = await raw(demo, path);
    expect(answer.statusCode).toBe(302);
    const to = new URL(answer.headers.location ?? '', demo);
    expect(to.origin).toBe(demo);
    expect(answer.headers.location).toMatch(/^\/(?![/\\])/);
    expect(to.searchParams.get('studio')).toBe('demo');
  });

  it.each([
    ['/assets/%E0%A4%A', 'GET', 400],
    ['/assets/%2e%2e%2f%2e%2e%2fpackage.json', 'GET', 403],
    ['/assets/..%5c..%5cserver.ts', 'GET', 403],
    ['/none%00.js', 'GET', 404],
    ['/', 'PUT', 404],
  ])('answers %s %s with a sentence, and tells nothing of its inside', async (path, method, status) => {
    for (const address of [own, demo]) {
      const { answer, text } = await raw(address, `${path}?studio=own`, method);
      expect(answer.statusCode).toBe(status);
      expect(text).not.toMatch(/node_modules|at .*\.[jt]s|Error|\/tmp\/|\/work\/|stack/);
      expect(text).toMatch(/[Nn]othing at this address|cannot be read/);
    }
  });
});
