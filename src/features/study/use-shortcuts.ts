import { useEffect } from 'react';

/** Undo and redo from anywhere on the screen, unless a field has the keys. */
export function useShortcuts(stepBack: (forth: boolean) => void, openHelp: () => void): void {
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const field = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (field) return;
      if (event.key === '?') openHelp();
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      stepBack(key === 'y' || event.shiftKey);
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [stepBack, openHelp]);
}
