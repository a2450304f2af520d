// Read by the service worker as it is installed: what may go on without waking it, where the browser knows how.
self.addEventListener('install', (event) => {
  if (!('addRoutes' in event)) return;
  // The page itself comes from whoever is quicker, the server or what is kept of it.
  const pages = { condition: { requestMode: 'navigate' }, source: 'race-network-and-fetch-handler' };
  // A file whose name changes with what is in it comes from what was fetched for working offline.
  const kept = { cacheName: `workbox-precache-v2-${self.registration.scope}` };
  const files = ['js', 'css', 'woff2', 'wasm'].map((kind) => ({
    condition: { urlPattern: new URLPattern({ pathname: `/assets/*.${kind}` }) },
    source: kept,
  }));
  event.addRoutes([pages, ...files]).catch(() => undefined);
});
