import type { Plugin } from 'vite';

/**
 * Workers find their files relative to their own address instead of `import.meta.url`; all of them are in one folder.
 * Chromium 156 ends the tab where a script reads `import.meta` for the first time in a worker that is being terminated, as
 * when a page is left early.
 */
export function workerAddress(): Plugin {
  return {
    name: 'step-ladder-worker-address',
    enforce: 'post',
    renderChunk: (code) => ({ code: code.replaceAll('import.meta.url', 'self.location.href'), map: null }),
  };
}
