import { ownPath } from '../../data/base-path.ts';

/** Under which a tab keeps the address that is to be written, behind the one it stands at. */
const TO_COME = 'step-ladder-address-to-come';

/**
 * Remembers what a study's address will be until it is written: a page that is read again at that very moment
 * would go back by a choice otherwise, and no page can change where it is read again from.
 */
export function expectAddress(search: string): void {
  try {
    sessionStorage.setItem(TO_COME, `${window.location.search}\n?${search}`);
  } catch {
    // Without it the address still comes, a moment later.
  }
}

/** The address has been written, or is not to be any more. */
export function expectNoAddress(): void {
  try {
    sessionStorage.removeItem(TO_COME);
  } catch {
    // What could not be kept need not be taken away.
  }
}

/** Writes the address that was still to come when this page was read again, before anything reads it. */
export function takeExpectedAddress(): void {
  let kept: string | null = null;
  try {
    kept = sessionStorage.getItem(TO_COME);
  } catch {
    return;
  }
  if (kept === null) return;
  expectNoAddress();
  const [navigation] = performance.getEntriesByType('navigation');
  const reloaded = navigation instanceof PerformanceNavigationTiming && navigation.type === 'reload';
  const [from, to] = kept.split('\n');
  const { pathname, search } = window.location;
  // The study itself is read from it like from any other address.
  if (reloaded && ownPath(pathname) === '/studies/new' && from === search && to?.startsWith('?'))
    window.history.pushState(null, '', pathname + to);
}
