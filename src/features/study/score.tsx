import { memo, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { fingeringText } from '../../core/fingering/way-name.ts';
import { fingeredNotes } from '../../core/formats/score-marks.ts';
import { noteId, type ScoredStudy } from '../../core/formats/scored-study.ts';
import { noteWords } from './note-bar.tsx';
import { PAPER_PAGE } from './paper.ts';
import { isSelected, type Selection } from './selection.ts';
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

  useEffect(() => {
    if (!shown || !sheet.current) return;
    nameNotes(sheet.current, shown);
    markEngraved();
  }, [shown]);
  useEffect(() => {
    if (shown && sheet.current) frameNotes(sheet.current, selection, shown.way.fingers.length);
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
          className={paper?.of === study ? 'no-print' : undefined}
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
          dangerouslySetInnerHTML={screen.markup}
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
      {paper?.of === study ? <div className="print-only" dangerouslySetInnerHTML={paper.markup} /> : null}
    </div>
  );
});

/** Gives every note of the picture its name, for ears; its marks, and those of its finger, for eyes. */
function nameNotes(sheet: HTMLElement, study: ScoredStudy): void {
  sheet.querySelector('svg')?.setAttribute('role', 'presentation');
  const arrivals = new Set(study.way.shifts.map((shift) => shift.to));
  const pins = new Set(study.recipe.pins.map((pin) => pin.at));
  // A note's own finger comes before those of other ways under it.
  const fingers = new Map<string | undefined, SVGElement>();
  for (const finger of sheet.querySelectorAll<SVGElement>('.fing')) {
    const of = finger.dataset['startid'];
    if (!fingers.has(of)) fingers.set(of, finger);
  }
  const fingered = fingeredNotes(study);
  for (const { at } of study.way.fingers) {
    const note = sheet.querySelector(`#${noteId(at)}`);
    note?.setAttribute('role', 'option');
    note?.setAttribute('aria-label', noteWords(study, at));
    for (const part of [note, fingered.has(at) ? fingers.get(`#${noteId(at)}`) : undefined]) {
      part?.classList.toggle('arrival', arrivals.has(at));
      part?.classList.toggle('pinned', pins.has(at));
    }
  }
}

/** The frame's reach from the left end of a notehead's middle line, in the engraver's units. */
const FRAME = { x: -80, y: -200, width: 380, height: 400 };

/** Draws a frame behind the head of each chosen note; the engraver says where heads are, nothing is measured. */
function frameNotes(sheet: HTMLElement, selection: Selection | undefined, count: number): void {
  for (const old of sheet.querySelectorAll('.chosen-note')) old.remove();
  for (let at = 0; at < count; at += 1) {
    const note = sheet.querySelector<SVGGElement>(`#${noteId(at)}`);
    const chosen = isSelected(selection, at);
    note?.setAttribute('aria-selected', String(chosen));
    const place = chosen ? note?.querySelector('.notehead')?.getAttribute('transform') : undefined;
    const [, x, y] = /translate\((-?\d+),\s*(-?\d+)\)/.exec(place ?? '') ?? [];
    if (!note || x === undefined || y === undefined) continue;
    const frame = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
    frame.setAttribute('x', String(Number(x) + FRAME.x));
    frame.setAttribute('y', String(Number(y) + FRAME.y));
    frame.setAttribute('width', String(FRAME.width));
    frame.setAttribute('height', String(FRAME.height));
    frame.classList.add('chosen-note');
    note.prepend(frame);
  }
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
