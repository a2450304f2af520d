import { counted } from '../../../core/base/index.ts';
import { memo, type ReactNode } from 'react';
import { Download, Ellipsis, Printer, Redo2, Undo2 } from '../../../ui/icons.tsx';
import { Button } from '../../../ui/button.tsx';
import { Menu, MenuAction, MenuCheck } from '../../../ui/menu.tsx';
import { EXPORTS, type Export } from '../paper/exports.ts';
import { PAPER_NAMES, PAPER_PARTS, type PaperPart } from '../paper/paper.ts';
import type { Sheet } from './sheets.tsx';

const MORE: readonly (readonly [Sheet, string])[] = [
  ['keys', 'In other keys …'],
  ['variations', 'Variations …'],
  ['palette', 'Do …'],
  ['help', 'Shortcuts …'],
];

const OF_SCALES: readonly Sheet[] = ['keys', 'variations'];

/** What can be done with the study as a whole, kept or not: undone, printed, exported, and what is rarer. */
export const StudyActions = memo(function StudyActions({
  ready,
  canUndo,
  canRedo,
  pinned,
  passage,
  onUndo,
  onReleaseAll,
  onExport,
  paper,
  onPaper,
  onSheet,
}: {
  /** Whether there is a study to do anything with. */
  ready: boolean;
  canUndo: boolean;
  canRedo: boolean;
  /** How many notes are pinned. */
  pinned: number;
  /** It is music somebody else wrote: in no other key, with no other bow. */
  passage: boolean;
  /** Takes a step back, or does it again. */
  onUndo: (forth: boolean) => void;
  onReleaseAll: () => void;
  onExport: (one: Export) => void;
  paper: ReadonlySet<PaperPart>;
  onPaper: (paper: ReadonlySet<PaperPart>) => void;
  onSheet: (sheet: Sheet) => void;
}) {
  // Where the screen is narrow the picture stands alone.
  const opener = (words: string, picture: ReactNode): ReactNode => (
    <Button disabled={!ready} aria-label={words}>
      {picture} <span className="wide-words">{words}</span>
    </Button>
  );
  return (
    <>
      {pinned > 0 ? (
        <p className="text-sm text-faint">
          {counted(pinned, 'note is', 'notes are')} pinned.
          <Button kind="quiet" onClick={onReleaseAll}>
            Release all pins
          </Button>
        </p>
      ) : null}
      <Button kind="sign" disabled={!canUndo} onClick={() => onUndo(false)} aria-label="Undo">
        <Undo2 size={18} aria-hidden="true" />
      </Button>
      <Button kind="sign" disabled={!canRedo} onClick={() => onUndo(true)} aria-label="Redo">
        <Redo2 size={18} aria-hidden="true" />
      </Button>
      <Menu trigger={opener('Print', <Printer size={18} aria-hidden="true" />)}>
        {PAPER_PARTS.map((part) => (
          <MenuCheck
            key={part}
            on={paper.has(part)}
            onToggle={(on) => onPaper(new Set(PAPER_PARTS.filter((one) => (one === part ? on : paper.has(one)))))}
          >
            {PAPER_NAMES[part]}
          </MenuCheck>
        ))}
        <MenuAction onSelect={() => onSheet('byline')}>Your name on paper …</MenuAction>
        <MenuAction onSelect={() => setTimeout(() => window.print())}>Print …</MenuAction>
      </Menu>
      <Menu trigger={opener('Export', <Download size={18} aria-hidden="true" />)}>
        {EXPORTS.map((one) => (
          <MenuAction key={one.words} onSelect={() => onExport(one)}>
            {one.words}
          </MenuAction>
        ))}
      </Menu>
      <Menu
        trigger={
          <Button kind="sign" aria-label="More">
            <Ellipsis size={18} aria-hidden="true" />
          </Button>
        }
      >
        {MORE.filter(([sheet]) => !passage || !OF_SCALES.includes(sheet)).map(([sheet, words]) => (
          <MenuAction key={sheet} onSelect={() => onSheet(sheet)}>
            {words}
          </MenuAction>
        ))}
      </Menu>
    </>
  );
});
