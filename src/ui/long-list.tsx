import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, type ReactNode } from 'react';

/** Up to this many entries are all on the page, so that the browser's own search and printing see them. */
const ALL_SHOWN = 200;

/** A list of any length: of a long one, only the entries near the view are on the page. */
export function LongList<One>({
  entries,
  label,
  height,
  children,
}: {
  entries: readonly One[];
  label: string;
  /** Height of an entry before it is measured, CSS pixels. */
  height: number;
  /** What one entry shows. */
  children: (entry: One, place: number) => ReactNode;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const few = entries.length <= ALL_SHOWN;
  // eslint-disable-next-line react-hooks/incompatible-library -- what it gives is read at every render
  const rows = useVirtualizer({
    count: few ? 0 : entries.length,
    getScrollElement: () => frame.current,
    estimateSize: () => height,
    overscan: 8,
  });
  if (few) {
    return (
      <ol aria-label={label}>
        {entries.map((entry, place) => (
          <li key={place}>{children(entry, place)}</li>
        ))}
      </ol>
    );
  }
  return (
    // A part of the page that scrolls must be reached by keyboard.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <div ref={frame} tabIndex={0} role="region" aria-label={label} className="max-h-[70vh] overflow-y-auto">
      <ol className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => (
          <li
            key={index}
            data-index={index}
            ref={rows.measureElement}
            aria-setsize={entries.length}
            aria-posinset={index + 1}
            className="absolute inset-x-0"
            style={{ top: start }}
          >
            {children(entries[index] as One, index)}
          </li>
        ))}
      </ol>
    </div>
  );
}
