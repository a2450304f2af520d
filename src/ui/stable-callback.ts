import { useCallback, useLayoutEffect, useRef } from 'react';

/** A callback that stays the same object from render to render and always does what the last render meant. */
export function useStableCallback<Args extends readonly unknown[], Answer = void>(
  act: (...args: Args) => Answer,
): (...args: Args) => Answer {
  const latest = useRef(act);
  useLayoutEffect(() => {
    latest.current = act;
  });
  return useCallback((...args: Args) => latest.current(...args), []);
}
