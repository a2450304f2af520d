import type { RefObject } from 'react';

const LEAST = 0.3;
const MOST = 0.8;
const STEP = 0.04;

/** Between score and fingerboard: dragged, or moved with the arrow keys. */
export function Divider({
  stage,
  share,
  onShare,
}: {
  /** What is divided. */
  stage: RefObject<HTMLElement | null>;
  share: number;
  onShare: (share: number) => void;
}) {
  const move = (to: number): void => onShare(Math.max(LEAST, Math.min(MOST, to)));
  const drag = (event: React.PointerEvent<HTMLElement>): void => {
    const place = stage.current?.getBoundingClientRect();
    if (!place || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
    move((event.clientY - place.top) / place.height);
  };
  return (
    // A separator that can be moved is a widget: it has a value, the focus and keys.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
    <div
      role="separator"
      aria-orientation="horizontal"
      aria-label="Between score and fingerboard"
      aria-valuemin={LEAST * 100}
      aria-valuemax={MOST * 100}
      aria-valuenow={Math.round(share * 100)}
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
      tabIndex={0}
      className="divider no-print"
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={drag}
      onKeyDown={(event) => {
        if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
        event.preventDefault();
        move(share + (event.key === 'ArrowUp' ? -STEP : STEP));
      }}
    />
  );
}
