import { memo, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { fingeringText } from '../../core/fingering/way-name.ts';
import { noteId, type ScoredStudy } from '../../core/formats/scored-study.ts';
import { markEngraved } from './timing.ts';
import { useEngraving } from './use-engraving.ts';
import type { PageSetting } from '../../workers/engraver.ts';

/** A4 less its margins at 96 dots to the inch, with a staff of 8.5 mm: readable from a stand. */
const PAPER: PageSetting = { width: 690, staffHeight: 32 };

/** The engraved score, as wide as its place; the fingering as text until the engraver is ready. */
export const Score = memo(function Score({ study }: { study: ScoredStudy }) {
  const place = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const width = useWidth(place);
  const setting = width === undefined ? undefined : { width, staffHeight: width < 600 ? 30 : 38 };
  const { screen, paper, trouble } = useEngraving(study, setting, PAPER);
  const shown = screen?.of;

  useEffect(() => {
    if (!shown || !sheet.current) return;
    for (const shift of shown.way.shifts) {
      sheet.current.querySelector(`#${noteId(shift.to)}`)?.classList.add('arrival');
    }
    markEngraved();
  }, [shown]);

  const label = `Score of ${study.title}. Fingering: ${fingeringText(study.way.fingers)}`;
  return (
    <div ref={place} className="score rounded-sm border border-rule bg-sheet px-3 py-2 print:border-0 print:p-0">
      {screen ? (
        <div
          ref={sheet}
          className={paper?.of === study ? 'no-print' : undefined}
          role="img"
          aria-label={label}
          data-notes={study.passage.notes.length}
          data-current={shown === study}
          dangerouslySetInnerHTML={{ __html: screen.svg }}
        />
      ) : (
        <div className="no-print min-h-56 px-2 py-4" role="status">
          <p className="font-serif text-2xl leading-10 tracking-wide">{fingeringText(study.way.fingers)}</p>
          <p className="mt-3 text-faint">
            {trouble
              ? `The score could not be engraved: ${trouble} Reload the page to try again.`
              : 'The engraver is getting ready …'}
          </p>
        </div>
      )}
      {paper?.of === study ? (
        <div className="print-only" dangerouslySetInnerHTML={{ __html: withoutIds(paper.svg) }} />
      ) : null}
    </div>
  );
});

/**
 * The printed copy stands beside the one on screen, so its ids, and whatever points to them, are
 * given names of their own; notes lose theirs.
 */
function withoutIds(svg: string): string {
  return svg
    .replace(/ id="n\d[^"]*"/g, '')
    .replace(/ id="([^"]+)"/g, ' id="print-$1"')
    .replace(/"#/g, '"#print-')
    .replace(/<style[^>]*>[\s\S]*?<\/style>/g, (style) => style.replace(/#([\w-]+)(?=[\s,.{])/g, '#print-$1'));
}

function useWidth(place: React.RefObject<HTMLElement | null>): number | undefined {
  const [width, setWidth] = useState<number>();
  useLayoutEffect(() => {
    const element = place.current;
    if (!element) return undefined;
    const measure = (): void => {
      if (element.clientWidth > 0) setWidth(Math.round(element.clientWidth - 24));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [place]);
  return width;
}
