import { memo } from 'react';
import { Download, Printer } from 'lucide-react';
import type { ScoredStudy } from '../../core/formats/scored-study.ts';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { toast } from 'sonner';
import { Button } from '../../ui/button.tsx';
import { Menu, MenuAction, MenuCheck } from '../../ui/menu.tsx';
import { EXPORTS, type Export } from './exports.ts';
import { PAPER_NAMES, PAPER_PARTS, type PaperPart } from './paper.ts';

/** What can be done with the study as a whole. */
export const StudyActions = memo(function StudyActions({
  scored,
  saved,
  saving,
  onKeep,
  paper,
  onPaper,
}: {
  scored: ScoredStudy | undefined;
  saved: SavedStudy | undefined;
  saving: boolean;
  onKeep: () => void;
  paper: ReadonlySet<PaperPart>;
  onPaper: (paper: ReadonlySet<PaperPart>) => void;
}) {
  const write = (one: Export): void => {
    if (!scored) return;
    one
      .write(scored, paper)
      .catch((error: unknown) => toast.error(error instanceof Error ? error.message : String(error)));
  };
  return (
    <div className="no-print flex flex-wrap items-center gap-2">
      {saved ? (
        <p role="status" className="mr-2 text-sm text-faint">
          {saving
            ? 'Keeping …'
            : `Kept ${new Date(saved.updated).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}`}
        </p>
      ) : (
        <Button kind="strong" onClick={onKeep} disabled={!scored || saving}>
          Keep in the library
        </Button>
      )}
      <Menu
        trigger={
          <Button disabled={!scored}>
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
          <Button disabled={!scored}>
            <Download size={18} aria-hidden="true" /> Export
          </Button>
        }
      >
        {EXPORTS.map((one) => (
          <MenuAction key={one.words} onSelect={() => write(one)}>
            {one.words}
          </MenuAction>
        ))}
      </Menu>
    </div>
  );
});
