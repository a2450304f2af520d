import { memo } from 'react';
import { Download, Printer } from 'lucide-react';
import { Button } from '../../ui/button.tsx';
import { Menu, MenuAction, MenuCheck } from '../../ui/menu.tsx';
import { EXPORTS, type Export } from './exports.ts';
import { PAPER_NAMES, PAPER_PARTS, type PaperPart } from './paper.ts';

/** What can be done with the study as a whole, kept or not: printed, exported. */
export const StudyActions = memo(function StudyActions({
  ready,
  onExport,
  paper,
  onPaper,
}: {
  /** Whether there is a study to do anything with. */
  ready: boolean;
  onExport: (one: Export) => void;
  paper: ReadonlySet<PaperPart>;
  onPaper: (paper: ReadonlySet<PaperPart>) => void;
}) {
  return (
    <>
      <Menu
        trigger={
          <Button disabled={!ready}>
            <Printer size={18} aria-hidden="true" /> Print
          </Button>
        }
      >
        {PAPER_PARTS.map((part) => (
          <MenuCheck
            key={part}
            on={paper.has(part)}
            onToggle={(on) => onPaper(new Set(PAPER_PARTS.filter((one) => (one === part ? on : paper.has(one)))))}
          >
            {PAPER_NAMES[part]}
          </MenuCheck>
        ))}
        <MenuAction onSelect={() => setTimeout(() => window.print())}>Print …</MenuAction>
      </Menu>
      <Menu
        trigger={
          <Button disabled={!ready}>
            <Download size={18} aria-hidden="true" /> Export
          </Button>
        }
      >
        {EXPORTS.map((one) => (
          <MenuAction key={one.words} onSelect={() => onExport(one)}>
            {one.words}
          </MenuAction>
        ))}
      </Menu>
    </>
  );
});
