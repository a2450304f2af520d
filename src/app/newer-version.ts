import { useEffect, useState } from 'react';
import { BASE } from '../data/base-path.ts';

/** How often a page that stays open asks whether there is a newer build, milliseconds. */
const ASK_AFTER = 15 * 60_000;
/** How long a first visit waits before it fetches what works offline, milliseconds. */
const FETCHES_AFTER = 3_000;

/**
 * Takes a newer build when the teacher says so; `undefined` while no newer build is known. The page goes on with
 * the files it has until then. One that was loaded again is the newest already, and its files are
 * taken over without a word.
 */
export function useNewerVersion(): (() => void) | undefined {
  const [take, setTake] = useState<() => void>();
  useEffect(() => {
    if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return undefined;
    const { serviceWorker } = navigator;
    let registration: ServiceWorkerRegistration | undefined;
    let over = false;
    const waiting = async (worker: ServiceWorker): Promise<void> => {
      // The first worker of all has nothing to take over from.
      if (!serviceWorker.controller || over) return;
      if (await isNewest()) worker.postMessage({ type: 'SKIP_WAITING' });
      else setTake(() => () => takeOver(worker));
    };
    const look = (found: ServiceWorkerRegistration): void => {
      if (found.waiting) void waiting(found.waiting);
      const coming = found.installing;
      coming?.addEventListener('statechange', () => {
        if (coming.state === 'installed') void waiting(coming);
      });
    };
    const ask = (): void => {
      if (document.visibilityState === 'visible') registration?.update().catch(() => undefined);
    };
    const register = (): void =>
      void serviceWorker.register(`${BASE}sw.js`, { updateViaCache: 'none' }).then(
        (found) => {
          registration = found;
          look(found);
          found.addEventListener('updatefound', () => look(found));
          ask();
        },
        // Without one there is no working offline; everything else goes on.
        () => undefined,
      );
    // On a first visit it fetches every file there is: what the page needs itself comes first.
    const first = setTimeout(register, serviceWorker.controller ? 0 : FETCHES_AFTER);
    const timer = setInterval(ask, ASK_AFTER);
    document.addEventListener('visibilitychange', ask);
    window.addEventListener('focus', ask);
    window.addEventListener('online', ask);
    return () => {
      over = true;
      clearTimeout(first);
      clearInterval(timer);
      document.removeEventListener('visibilitychange', ask);
      window.removeEventListener('focus', ask);
      window.removeEventListener('online', ask);
    };
  }, []);
  return take;
}

/** Hands over to a newer worker and loads the page again; edits not yet kept are written down as the page is left. */
function takeOver(worker: ServiceWorker): void {
  navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), { once: true });
  worker.postMessage({ type: 'SKIP_WAITING' });
}

/** True when this page is of the build the server has now: both begin with the same script. */
async function isNewest(): Promise<boolean> {
  const script = document.querySelector<HTMLScriptElement>('script[type="module"][src]');
  try {
    // With a question behind it the address is not one the worker answers from its own files.
    const answer = await fetch(`${BASE}index.html?newest`, { cache: 'no-store' });
    return script !== null && (await answer.text()).includes(script.src.slice(script.src.lastIndexOf('/')));
  } catch {
    return false;
  }
}
