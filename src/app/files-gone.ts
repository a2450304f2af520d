/** A page that reloaded itself for files that were gone does not do so again within this time, milliseconds. */
const RELOADED_WITHIN = 30_000;
const RELOADED = 'step-ladder reloaded';

/**
 * A page that stayed open over a new build may ask for a part that is gone: it loads itself again at
 * that step. What was chosen stands in the address or is kept.
 */
export function reloadWhereFilesAreGone(): void {
  window.addEventListener('vite:preloadError', (event) => {
    const last = Number(sessionStorage.getItem(RELOADED) ?? 0);
    if (Date.now() - last < RELOADED_WITHIN) return;
    event.preventDefault();
    sessionStorage.setItem(RELOADED, String(Date.now()));
    window.location.reload();
  });
}
