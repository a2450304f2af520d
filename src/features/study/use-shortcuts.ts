import { useEffect } from 'react';

/** Undo, redo, the list of keys and the list of commands, from anywhere unless a field has the keys. */
export function useShortcuts(stepBack: (forth: boolean) => void, openHelp: () => void, openPalette: () => void): void {
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const field = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (field) return;
      if (event.key === '?') openHelp();
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key === 'k') {
        event.preventDefault();
        openPalette();
      }
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      stepBack(key === 'y' || event.shiftKey);
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [stepBack, openHelp, openPalette]);
}
