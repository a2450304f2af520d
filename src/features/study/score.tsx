import { memo, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { fingeringText } from '../../core/fingering/way-name.ts';
import { noteId, type ScoredStudy } from '../../core/formats/scored-study.ts';
import { PAPER_PAGE } from './paper.ts';
import { frameNotes, showPicture } from './score-picture.ts';
import type { Selection } from './selection.ts';
import { markEngraved } from './timing.ts';
import { useEngraving } from './use-engraving.ts';

/** What the keyboard asks for while the score has the focus. */
export interface ScoreKeys {
  readonly onSelect: (at: number, extend: boolean) => void;
  /** Any key the score itself has no use for; true when it was of use. */
  readonly onKey: (key: string) => boolean;
}

/** The engraved score, as wide as its place; the fingering as text until the engraver is ready. */
export const Score = memo(function Score({
  study,
  selection,
  onSelect,
  onKey,
}: { study: ScoredStudy; selection: Selection | undefined } & ScoreKeys) {
  const place = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const width = useWidth(place);
  const setting = width === undefined ? undefined : { width, staffHeight: width < 600 ? 30 : 38 };
  const { screen, paper, trouble } = useEngraving(study, setting, PAPER_PAGE);
  const shown = screen?.of;
  const room = useRef<Room>({ of: '', height: 0 });
  const paperPlace = useRef<HTMLDivElement>(null);
  usePaperCopy(paperPlace, paper?.of === study ? paper.svg : undefined);

  useLayoutEffect(() => {
    if (!screen || !sheet.current) return;
    showPicture(sheet.current, screen.svg, screen.of);
    keepRoom(sheet.current, room.current, screen.of);
    markEngraved();
  }, [screen]);
  useLayoutEffect(() => {
    if (shown && sheet.current) frameNotes(sheet.current, selection);
  }, [shown, selection]);
  const head = selection?.head;
  useEffect(() => {
    if (head !== undefined) sheet.current?.querySelector(`#${noteId(head)}`)?.scrollIntoView({ block: 'nearest' });
  }, [head]);

  const last = study.way.fingers.length - 1;
  const moves: Readonly<Record<string, number>> = {
    ArrowRight: (selection?.head ?? -1) + 1,
    ArrowLeft: (selection?.head ?? last + 1) - 1,
    Home: 0,
    End: last,
  };
  const press = (event: React.KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const to = moves[event.key];
    if (to !== undefined) onSelect(to, event.shiftKey);
    else if (!onKey(event.key)) return;
    event.preventDefault();
  };

  const label = `Score of ${study.title}. Fingering: ${fingeringText(study.way.fingers)}`;
  return (
    <div ref={place} className="score rounded-sm border border-rule bg-sheet px-3 py-2 print:border-0 print:p-0">
      {screen ? (
        <div
          ref={sheet}
          className="screen-copy"
          role="listbox"
          aria-orientation="horizontal"
          aria-multiselectable="true"
          tabIndex={0}
          aria-label={label}
          aria-activedescendant={selection ? noteId(selection.head) : undefined}
          data-notes={study.passage.notes.length}
          data-current={shown === study}
          onKeyDown={press}
          onClick={(event) => {
            const at = noteUnder(event.target);
            if (at !== undefined) onSelect(at, event.shiftKey);
          }}
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
      <div ref={paperPlace} className="paper-copy" />
    </div>
  );
});

/** The height of the tallest picture of one study so far. */
interface Room {
  of: string;
  height: number;
}

/**
 * Keeps the sheet as high as the tallest picture of the same notes so far: another fingering may need
 * less room, and what stands below must not jump away from under the hand.
 */
function keepRoom(sheet: HTMLElement, room: Room, { title, passage, look }: ScoredStudy): void {
  const [, , wide = 0, high = 0] = sheet.querySelector('svg')?.getAttribute('viewBox')?.split(' ').map(Number) ?? [];
  const of = JSON.stringify([title, passage.notes.length, wide, look?.fingers, look?.names, look?.beside?.length]);
  room.height = Math.max(room.of === of ? room.height : 0, high);
  room.of = of;
  sheet.style.minHeight = `${room.height}px`;
}

/** Puts the paper's copy of a picture in its place while the page is printed. */
function usePaperCopy(place: React.RefObject<HTMLDivElement | null>, svg: string | undefined): void {
  useEffect(() => {
    if (svg === undefined) return undefined;
    const put = (): void => {
      if (place.current) place.current.innerHTML = svg;
    };
    const clear = (): void => place.current?.replaceChildren();
    window.addEventListener('beforeprint', put);
    window.addEventListener('afterprint', clear);
    return () => {
      window.removeEventListener('beforeprint', put);
      window.removeEventListener('afterprint', clear);
      clear();
    };
  }, [place, svg]);
}

/** The note an event fell on. */
function noteUnder(target: EventTarget): number | undefined {
  const note = target instanceof Element ? target.closest('.note') : null;
  const match = /^n(\d+)$/.exec(note?.id ?? '');
  return match ? Number(match[1]) : undefined;
}

/** The width an element has for what is in it, CSS pixels. */
function useWidth(place: React.RefObject<HTMLDivElement | null>): number | undefined {
  const [width, setWidth] = useState<number>();
  useLayoutEffect(() => {
    const element = place.current;
    if (!element) return undefined;
    const measure = (wide: number): void => {
      if (wide > 0) setWidth(Math.round(wide));
    };
    const { paddingLeft, paddingRight } = getComputedStyle(element);
    measure(element.clientWidth - parseFloat(paddingLeft) - parseFloat(paddingRight));
    // What the browser has measured is taken as told: asking again would make it lay the page out again.
    const observer = new ResizeObserver(([entry]) => measure(entry?.contentRect.width ?? 0));
    observer.observe(element);
    return () => observer.disconnect();
  }, [place]);
  return width;
}
