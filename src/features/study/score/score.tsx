import { memo, useEffect, useLayoutEffect, useMemo, useReducer, useRef } from 'react';
import { fingeringText } from '../../../core/fingering/index.ts';
import {
  noteId,
  type ScoredStudy,
  pictureSize,
  STAFF,
  staffFit,
  tallerThanThought,
} from '../../../core/score/index.ts';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import type { PageSetting } from '../../../workers/engraver.ts';
import { useSize, type Size } from '../../../ui/use-size.ts';
import { PAPER_PAGE } from '../paper/paper.ts';
import { frameNotes, showPicture } from './score-picture.ts';
import type { Selection } from '../selection.ts';
import { markEngraved } from '../timing.ts';
import { useEngraving, type TakePicture } from './use-engraving.ts';

/** What the keyboard asks for while the score has the focus. */
export interface ScoreKeys {
  readonly onSelect: (at: number, extend: boolean) => void;
  /** Any key the score itself has no use for; true when it was of use. */
  readonly onKey: (key: string) => boolean;
}

/** A picture that is kept from eyes and ears, its focus left to it; the browser need not look at its parts for that. */
const PUT_AWAY = 'put-away';

/** The engraved score, as wide as its place; the fingering as text until the engraver is ready. */
export const Score = memo(function Score({
  study,
  under,
  selection,
  fits = false,
  onSelect,
  onKey,
}: {
  study: ScoredStudy;
  /** The name over it: `nameOfStudy`. */
  under: string;
  selection: Selection | undefined;
  /** Whether the score is made as large as its place lets it be; otherwise it takes what height it needs. */
  fits?: boolean;
} & ScoreKeys) {
  const place = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const size = useSize(place);
  const width = size?.width;
  const [staff, fit] = useStaff(study, size, fits);
  const setting = width === undefined ? undefined : { width, ...staff };
  const room = useRef<Room>({ of: '', height: 0 });
  const show = useStableCallback((svg: string, of: ScoredStudy): boolean => {
    if (!sheet.current) return false;
    const share = fit(svg);
    if (share === undefined) return false;
    sheet.current.style.width = share < 1 ? `${share * 100}%` : '';
    sheet.current.classList.remove(PUT_AWAY);
    showPicture(sheet.current, svg, of);
    frameNotes(sheet.current, selection);
    if (!fits) keepRoom(sheet.current, room.current, svg, of, width);
    markEngraved();
    return true;
  });
  const [paperPlace, keepForPaper] = usePaperCopy(study);
  // While the study of a choice is worked out its place may change its size already: the last one is not drawn for that.
  const asked = nameOfStudy(study.title, study.recipe.instrument) === under ? study : undefined;
  const { shown, trouble } = useEngraving(asked, setting, PAPER_PAGE, show, keepForPaper);

  useLayoutEffect(() => {
    if (sheet.current) frameNotes(sheet.current, selection);
  }, [selection]);
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

  // A picture never stands under another study's name: until its own is drawn its place stays empty.
  const another = shown !== undefined && nameOfStudy(shown.title, shown.recipe.instrument) !== under;
  const failed = trouble !== undefined && shown !== study;

  const label = `Score of ${study.title}. Fingering: ${fingeringText(study.way.fingers)}`;
  return (
    <div
      ref={place}
      className={`score rounded-sm border border-rule bg-sheet px-3 py-1 print:border-0 print:p-0 ${fits ? 'h-full overflow-x-hidden overflow-y-auto print:h-auto' : ''}`}
    >
      <div
        ref={sheet}
        hidden={!shown || failed}
        className={`screen-copy ${another ? PUT_AWAY : ''}`}
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
      {shown && !failed ? null : (
        <div className="no-print min-h-56 px-2 py-4" role="status">
          <p className="font-serif text-2xl leading-10 tracking-wide">{fingeringText(study.way.fingers)}</p>
          <p className="mt-3 text-faint">{trouble ? trouble : 'The engraver is getting ready …'}</p>
        </div>
      )}
      <div ref={paperPlace} className="paper-copy" />
    </div>
  );
});

/** What tells one study's heading from another's. */
export function nameOfStudy(title: string, instrument: string | undefined): string {
  return `${instrument ?? ''} ${title}`;
}

/** The height of the tallest picture of one study so far. */
interface Room {
  of: string;
  height: number;
}

/**
 * Keeps the sheet as high as the tallest picture of the same notes so far: another fingering may need
 * less room, and what stands below must not jump away from under the hand.
 */
function keepRoom(
  sheet: HTMLElement,
  room: Room,
  svg: string,
  { title, passage, look }: ScoredStudy,
  width: number | undefined,
): void {
  const { wide, high } = pictureSize(svg);
  // The picture fills its place, so it stands higher than it was engraved by as much as it is wider.
  const scale = width === undefined ? 1 : width / wide;
  const of = JSON.stringify([title, passage.notes.length, wide, look?.fingers, look?.names, look?.beside?.length]);
  room.height = Math.max(room.of === of ? room.height : 0, high * scale);
  room.of = of;
  sheet.style.minHeight = `${room.height}px`;
}

/**
 * The place of the paper's copy of a picture, where it stands while the page is printed if it is of the
 * study shown; and what takes that copy when it is made.
 */
function usePaperCopy(study: ScoredStudy): readonly [React.RefObject<HTMLDivElement | null>, TakePicture] {
  const place = useRef<HTMLDivElement>(null);
  const copy = useRef<{ svg: string; of: ScoredStudy }>(undefined);
  useEffect(() => {
    const put = (): void => {
      if (place.current && copy.current?.of === study) place.current.innerHTML = copy.current.svg;
    };
    const clear = (): void => place.current?.replaceChildren();
    window.addEventListener('beforeprint', put);
    window.addEventListener('afterprint', clear);
    return () => {
      window.removeEventListener('beforeprint', put);
      window.removeEventListener('afterprint', clear);
      clear();
    };
  }, [study]);
  const keep = useStableCallback((svg: string, of: ScoredStudy): void => {
    copy.current = { svg, of };
  });
  return [place, keep];
}

/** The note an event fell on. */
function noteUnder(target: EventTarget): number | undefined {
  const note = target instanceof Element ? target.closest('.note') : null;
  const match = /^n(\d+)$/.exec(note?.id ?? '');
  return match ? Number(match[1]) : undefined;
}

/** How large the staff is, and on how many lines at least. */
type Staff = Pick<PageSetting, 'staffHeight' | 'lines'>;

/** How much higher pictures stood than was thought, by what they are of and where; the last few. */
const TALLER = new Map<string, number>();
const TALLER_KEPT = 40;

/** A picture that stands a little too high is shown by so much smaller rather than engraved again. */
const SQUEEZED = 0.9;

/**
 * How high the staff is for a study in its place, CSS pixels, and on how many lines; and what says of a
 * picture at which share of the width it fits, or nothing if another picture will come.
 */
function useStaff(
  study: ScoredStudy,
  size: Size | undefined,
  fits: boolean,
): readonly [Staff, (svg: string) => number | undefined] {
  const { width = 0, height = 0 } = size ?? {};
  const key = useMemo(() => {
    const { title, recipe, look } = study;
    const { beside, ...plain } = look ?? {};
    return JSON.stringify([title, recipe.instrument, recipe.bowing, plain, beside?.length, width, height]);
  }, [study, width, height]);
  const [, tryAgain] = useReducer((tries: number) => tries + 1, 0);
  const taller = TALLER.get(key) ?? 1;
  const staff = useMemo<Staff>(
    () =>
      fits && width > 0
        ? staffFit(study, width, height, taller)
        : { staffHeight: width < 600 ? STAFF.narrow : STAFF.usual },
    [study, width, height, taller, fits],
  );
  const fit = useStableCallback((svg: string): number | undefined => {
    if (!fits || staff.lines === undefined) return 1;
    const { wide, high } = pictureSize(svg);
    const stands = (high * width) / wide;
    const share = Math.min(1, height / stands);
    if (share === 1) return 1;
    if (share >= SQUEEZED && staff.staffHeight * share >= STAFF.squeezed) return share;
    // At its least it is scrolled.
    if (staff.staffHeight <= STAFF.least) return 1;
    const next = tallerThanThought(study, { staffHeight: staff.staffHeight, lines: staff.lines }, stands, taller);
    TALLER.delete(key);
    TALLER.set(key, next);
    for (const old of [...TALLER.keys()].slice(0, -TALLER_KEPT)) TALLER.delete(old);
    tryAgain();
    return undefined;
  });
  return [staff, fit];
}
