// The service worker: precaches every file of a build, so that everything works offline. `sw-files.js` lists the files and
// is written by the build (scripts/offline-files.ts); the browser notices a new build because that list changes.
importScripts('sw-files.js');

/** @type {{ version: string, files: string[], sounds: string[] }} */
const { version, files, sounds } = self.build;
const OWN = 'step-ladder ';
/** The precache of this build. */
const PRECACHE = OWN + version;
/** Recorded notes are many megabytes: each is cached when it is first played. */
const SOUNDS = 'step-ladder-sounds';
/** Milliseconds to wait for the server's page before the cached one is shown. */
const TIMEOUT = 3_000;

const address = (file) => new URL(file, self.registration.scope).href;
/** Files with a content hash in their name. */
const isHashed = (file) => file.startsWith('assets/');
const KNOWN = new Set(files.map(address));
const PAGE = address('index.html');

self.addEventListener('install', (event) => {
  event.waitUntil(precache());
  // Static routes, where the browser supports them: hashed files come from the cache without starting the worker, and
  // for the page the server and the worker race.
  event
    .addRoutes?.([
      { condition: { requestMode: 'navigate' }, source: 'race-network-and-fetch-handler' },
      ...['js', 'css', 'woff2', 'wasm'].map((kind) => ({
        condition: { urlPattern: new URLPattern({ pathname: `${new URL(address('assets/')).pathname}*.${kind}` }) },
        source: { cacheName: PRECACHE },
      })),
    ])
    ?.catch(() => undefined);
});

self.addEventListener('activate', (event) => event.waitUntil(removeOldCaches()));

self.addEventListener('message', ({ data }) => {
  if (data?.type === 'SKIP_WAITING') void self.skipWaiting();
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  if (request.method !== 'GET') return;
  if (request.mode === 'navigate') event.respondWith(page(request));
  else if (KNOWN.has(request.url)) event.respondWith(cached(request));
  else if (sounds.some((file) => address(file) === request.url)) event.respondWith(sound(request));
});

/** Fetches every file, or copies it from an older build's cache. Rejects, and so installs nothing, if one fails. */
async function precache() {
  const cache = await caches.open(PRECACHE);
  for (const file of files) {
    const url = address(file);
    const before = isHashed(file) ? await caches.match(url) : undefined;
    const answer = before ?? (await fetch(url, { cache: isHashed(file) ? 'default' : 'reload' }));
    if (!answer.ok) throw new Error(`${url}: ${answer.status}`);
    await cache.put(url, answer);
  }
}

/** Deletes the caches of other builds. */
async function removeOldCaches() {
  for (const name of await caches.keys()) if (name.startsWith(OWN) && name !== PRECACHE) await caches.delete(name);
  const cache = await caches.open(SOUNDS);
  const own = new Set(sounds.map(address));
  for (const { url } of await cache.keys()) if (!own.has(url)) await cache.delete(url);
  await self.clients.claim();
}

async function cached(request) {
  const cache = await caches.open(PRECACHE);
  return (await cache.match(request.url)) ?? fetch(request);
}

/** The server's page, so that a reload gets the newest build; the cached one when the server does not answer. */
async function page(request) {
  const late = new Promise((resolve) => setTimeout(resolve, TIMEOUT));
  const answer = await Promise.race([fetch(request).catch(() => undefined), late]);
  return answer ?? (await caches.open(PRECACHE).then((cache) => cache.match(PAGE))) ?? fetch(request);
}

async function sound(request) {
  const cache = await caches.open(SOUNDS);
  const before = await cache.match(request.url);
  if (before) return before;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request.url, answer.clone());
  return answer;
}
