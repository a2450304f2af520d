import { useLayoutEffect, useState, type RefObject } from 'react';

/** The room inside an element, CSS pixels. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** The room an element has for what is in it; `undefined` until it is measured. */
export function useSize(place: RefObject<HTMLElement | null>): Size | undefined {
  const [size, setSize] = useState<Size>();
  useLayoutEffect(() => {
    const element = place.current;
    if (!element) return undefined;
    const measure = (wide: number, high: number): void => {
      if (wide <= 0) return;
      const [width, height] = [Math.round(wide), Math.round(high)];
      setSize((before) => (before?.width === width && before.height === height ? before : { width, height }));
    };
    // To the fraction of a pixel, as the observer will tell it: another width would be another picture.
    const { width, height } = element.getBoundingClientRect();
    const style = getComputedStyle(element);
    const edges = (...names: ('Left' | 'Right' | 'Top' | 'Bottom')[]): number =>
      names.reduce(
        (sum, name) => sum + parseFloat(style[`padding${name}`]) + parseFloat(style[`border${name}Width`]),
        0,
      );
    measure(width - edges('Left', 'Right'), height - edges('Top', 'Bottom'));
    // What the browser has measured is taken as told: asking again would make it lay the page out again.
    const observer = new ResizeObserver(([entry]) =>
      measure(entry?.contentRect.width ?? 0, entry?.contentRect.height ?? 0),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [place]);
  return size;
}
