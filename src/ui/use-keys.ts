import { useEffect } from 'react';
import { useStableCallback } from './stable-callback.ts';

const FIELDS = ['INPUT', 'SELECT', 'TEXTAREA'];

/**
 * Hears single keys from anywhere on the page but a field; those with Ctrl, Alt or Meta are left alone. `act` gives whether it
 * did something with a key; space on a button stays the button's.
 */
export function useKeys(act: (key: string) => boolean): void {
  const press = useStableCallback((event: KeyboardEvent): void => {
    const { target, key } = event;
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (target instanceof Element && FIELDS.includes(target.tagName)) return;
    if (key === ' ' && target instanceof HTMLButtonElement) return;
    if (act(key)) event.preventDefault();
  });
  useEffect(() => {
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [press]);
}
