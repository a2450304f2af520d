import type { Plugin } from 'vite';

/**
 * Replaces `import.meta.url` in worker scripts by the worker's own address, which is in the same folder. Chromium 156
 * crashes the tab if a worker reads `import.meta` for the first time while it is being terminated, as when a page is left
 * early.
 */
export function workerAddress(): Plugin {
  return {
    name: 'step-ladder-worker-address',
    enforce: 'post',
    renderChunk: (code) => ({ code: code.replaceAll('import.meta.url', 'self.location.href'), map: null }),
  };
}
