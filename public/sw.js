// The service worker: keeps every file of a build, so that all works without a network. `sw-files.js` is written with each
// build (scripts/offline-files.ts) and says which files there are: a newer build is noticed by it.
importScripts('sw-files.js');

/** @type {{ version: string, files: string[], sounds: string[] }} */
const { version, files, sounds } = self.build;
const OWN = 'step-ladder ';
/** What is kept of this build. */
const KEPT = OWN + version;
/** Recorded notes are many megabytes: each is kept when it is first heard. */
const SOUNDS = 'step-ladder-sounds';
/** A page is waited for so long before the kept one is shown, milliseconds. */
const PATIENCE = 3_000;

const address = (file) => new URL(file, self.registration.scope).href;
/** Files whose name changes with what is in them. */
const isNamedByContent = (file) => file.startsWith('assets/');
const KNOWN = new Set(files.map(address));
const PAGE = address('index.html');

self.addEventListener('install', (event) => {
  event.waitUntil(keepAll());
  // Where the browser knows how, what never changes comes from what is kept without waking the worker, and the page
  // from whoever is quicker, the server or the worker.
  event
    .addRoutes?.([
      { condition: { requestMode: 'navigate' }, source: 'race-network-and-fetch-handler' },
      ...['js', 'css', 'woff2', 'wasm'].map((kind) => ({
        condition: { urlPattern: new URLPattern({ pathname: `${new URL(address('assets/')).pathname}*.${kind}` }) },
        source: { cacheName: KEPT },
      })),
    ])
    ?.catch(() => undefined);
});

self.addEventListener('activate', (event) => event.waitUntil(takeOver()));

self.addEventListener('message', ({ data }) => {
  if (data?.type === 'SKIP_WAITING') void self.skipWaiting();
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  if (request.method !== 'GET') return;
  if (request.mode === 'navigate') event.respondWith(page(request));
  else if (KNOWN.has(request.url)) event.respondWith(kept(request));
  else if (sounds.some((file) => address(file) === request.url)) event.respondWith(sound(request));
});

/** Fetches every file, or takes it over from the build before; all of them or none. */
async function keepAll() {
  const cache = await caches.open(KEPT);
  for (const file of files) {
    const url = address(file);
    const before = isNamedByContent(file) ? await caches.match(url) : undefined;
    const answer = before ?? (await fetch(url, { cache: isNamedByContent(file) ? 'default' : 'reload' }));
    if (!answer.ok) throw new Error(`${url}: ${answer.status}`);
    await cache.put(url, answer);
  }
}

/** What is kept of other builds goes. */
async function takeOver() {
  for (const name of await caches.keys()) if (name.startsWith(OWN) && name !== KEPT) await caches.delete(name);
  const cache = await caches.open(SOUNDS);
  const own = new Set(sounds.map(address));
  for (const { url } of await cache.keys()) if (!own.has(url)) await cache.delete(url);
  await self.clients.claim();
}

async function kept(request) {
  const cache = await caches.open(KEPT);
  return (await cache.match(request.url)) ?? fetch(request);
}

/** The page of the server, so that a reload takes the newest build at once; the kept one where none comes. */
async function page(request) {
  const late = new Promise((resolve) => setTimeout(resolve, PATIENCE));
  const answer = await Promise.race([fetch(request).catch(() => undefined), late]);
  return answer ?? (await caches.open(KEPT).then((cache) => cache.match(PAGE))) ?? fetch(request);
}

async function sound(request) {
  const cache = await caches.open(SOUNDS);
  const before = await cache.match(request.url);
  if (before) return before;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request.url, answer.clone());
  return answer;
}
