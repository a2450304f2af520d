import { useCallback, useSyncExternalStore } from 'react';

/** Whether the window is such as a media query asks: `useMedia('(min-width: 64rem)')`. */
export function useMedia(query: string): boolean {
  const follow = useCallback(
    (changed: () => void) => {
      const list = matchMedia(query);
      list.addEventListener('change', changed);
      return () => list.removeEventListener('change', changed);
    },
    [query],
  );
  return useSyncExternalStore(follow, () => matchMedia(query).matches);
}
