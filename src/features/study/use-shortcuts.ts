import { useEffect } from 'react';
import { useStableCallback } from '../../ui/stable-callback.ts';
import { deskKeyOf, type DeskKey } from './keys.ts';

/** What the desk's keys do. */
export type KeyActs = Readonly<Record<DeskKey['id'], () => void>>;

/** Does what the desk's keys say, from anywhere unless a field has the keys. */
export function useShortcuts(acts: KeyActs): void {
  const press = useStableCallback((event: KeyboardEvent): void => {
    const { target } = event;
    if (target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement) return;
    const pressed = deskKeyOf(event);
    if (!pressed) return;
    // Letters choose in a list of choices.
    if (!pressed.ctrl && target instanceof HTMLSelectElement) return;
    event.preventDefault();
    acts[pressed.id]();
  });
  useEffect(() => {
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [press]);
}
