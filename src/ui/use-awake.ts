import { useEffect } from 'react';

/** Keeps the screen awake as long as something stands on it that is read from afar, where the browser can. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let up = true;
    const hold = async (): Promise<void> => {
      try {
        const held = await navigator.wakeLock.request('screen');
        if (up) lock = held;
        else await held.release();
      } catch {
        // Not every browser can, and a battery may say no: the score stands all the same.
      }
    };
    // The browser lets go of it when the page is hidden.
    const seen = (): void => void (document.visibilityState === 'visible' && hold());
    void hold();
    document.addEventListener('visibilitychange', seen);
    return () => {
      up = false;
      document.removeEventListener('visibilitychange', seen);
      void lock?.release();
    };
  }, []);
}
