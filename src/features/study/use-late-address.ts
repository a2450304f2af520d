import { useEffect, useRef } from 'react';
import { useStableCallback } from '../../ui/stable-callback.ts';
import { expectAddress, expectNoAddress } from './address-to-come.ts';
import { nextScore } from './score-stands.ts';

/** From when a score is on the page until a browser has drawn it, milliseconds; an address takes its time from that. */
const DRAWN = 50;

/** After so long a browser that is asked to read a page again knows the address it wrote last, milliseconds. */
const TAKEN = 1_000;

/** What a hand does before it leaves a page: by then the address is written. */
const BEFORE_LEAVING = ['click', 'keydown'] as const;

/**
 * Gives what writes an address once the score of a choice has been drawn: a browser draws its own frame again for an address, which
 * takes the processor for as long as a fifth of the score. What is not written yet is written before a click or a key has
 * any effect, and remembered where the page is read again, so that nothing is left out of it where the page is left.
 */
export function useLateAddress(): (search: string, write: () => void) => void {
  const waiting = useRef<(() => void)[]>([]);
  const taken = useRef<ReturnType<typeof setTimeout>>(undefined);
  const writeNow = useStableCallback((): void => {
    if (waiting.current.length === 0) return;
    for (const write of waiting.current.splice(0)) write();
    // What the page writes the browser takes for its address a moment later.
    clearTimeout(taken.current);
    taken.current = setTimeout(expectNoAddress, TAKEN);
  });
  useEffect(() => {
    const beforeLeaving = ({ type, target }: Event): void => {
      // The click that has just chosen from a list leaves nothing.
      if (!(type === 'click' && target instanceof Element && target.closest('select'))) writeNow();
    };
    for (const what of BEFORE_LEAVING) window.addEventListener(what, beforeLeaving, { capture: true });
    // Who goes back is led by the address that stands there.
    window.addEventListener('popstate', expectNoAddress);
    return () => {
      window.removeEventListener('popstate', expectNoAddress);
      for (const what of BEFORE_LEAVING) window.removeEventListener(what, beforeLeaving, { capture: true });
      waiting.current = [];
      clearTimeout(taken.current);
      expectNoAddress();
    };
  }, [writeNow]);
  return useStableCallback((search: string, write: () => void): void => {
    waiting.current.push(write);
    clearTimeout(taken.current);
    expectAddress(search);
    void nextScore().then(() => setTimeout(writeNow, DRAWN));
  });
}
