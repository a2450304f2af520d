import { memo, useEffect, useState } from 'react';
import { flushSync } from 'react-dom';
import { CAUTION } from '../../../core/shifts/index.ts';
import { ChangesNote } from '../look/changes-note.tsx';
import { Climb } from '../board/climb.tsx';
import { byline } from '../../../data/settings.ts';
import type { DeskView } from '../desk/desk-view.ts';
import { Fingerboard, PLAIN_VIEW } from '../board/fingerboard.tsx';
import { HandPatterns } from '../shifts/hand-patterns.tsx';
import type { Paper } from './paper.ts';
import { ShiftList } from '../shifts/shift-list.tsx';
import { TeacherKey } from '../look/teacher-key.tsx';

/** What stands on paper besides the score; made when the page is printed or a file is, and not before. */
export const OnPaper = memo(function OnPaper({
  view,
  paper,
  asked,
}: {
  view: DeskView;
  paper: Paper;
  /** Whether a file is being made of it. */
  asked: boolean;
}) {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const begin = (): void => flushSync(() => setPrinting(true));
    const end = (): void => setPrinting(false);
    window.addEventListener('beforeprint', begin);
    window.addEventListener('afterprint', end);
    return () => {
      window.removeEventListener('beforeprint', begin);
      window.removeEventListener('afterprint', end);
    };
  }, []);
  if (!printing && !asked) return null;
  const { study, listed, look, changes } = view;
  const unchosen = { selection: undefined, onSelect: () => undefined };
  return (
    <div className="on-paper" aria-hidden={!printing}>
      {byline() ? <p className="italic">{byline()}</p> : null}
      {look.fingers === 'blank' ? <TeacherKey study={study} /> : null}
      {changes ? <ChangesNote changes={changes} /> : null}
      {paper.has('fingerboard') ? (
        <div className="break-inside-avoid" data-paper="fingerboard">
          <h2 className="text-xl">Fingerboard</h2>
          <Fingerboard study={study} {...unchosen} />
          <HandPatterns study={listed} />
        </div>
      ) : null}
      {paper.has('tapes') ? (
        <div className="break-inside-avoid" data-paper="tapes">
          <h2 className="text-xl">Fingerboard with tapes</h2>
          <Fingerboard study={study} {...unchosen} view={{ ...PLAIN_VIEW, tapes: true }} />
        </div>
      ) : null}
      {paper.has('climb') ? (
        <div className="break-inside-avoid" data-paper="climb">
          <h2 className="text-xl">The map</h2>
          <Climb study={study} {...unchosen} />
        </div>
      ) : null}
      {paper.has('shifts') ? <ShiftList study={listed} whole chosen={undefined} onSelect={unchosen.onSelect} /> : null}
      <p className="mt-5 text-sm text-faint">{CAUTION}</p>
    </div>
  );
});

/** Makes a file while what stands on paper besides the score is on the page, drawn but out of sight. */
export async function withPaperParts(show: (shown: boolean) => void, make: () => Promise<void>): Promise<void> {
  flushSync(() => show(true));
  try {
    await make();
  } finally {
    show(false);
  }
}
