import { memo } from 'react';
import { Download, Printer } from 'lucide-react';
import type { ScoredStudy } from '../../core/formats/scored-study.ts';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { engraver } from '../../workers/engraver.ts';
import { PAPER_NAMES, PAPER_PAGE, PAPER_PARTS, type PaperPart } from './paper.ts';
import { Button } from '../../ui/button.tsx';
import { download, fileName } from '../../ui/download.ts';
import { Menu, MenuAction, MenuCheck } from '../../ui/menu.tsx';

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
  const exportMusicXml = async (study: ScoredStudy): Promise<void> => {
    const { musicXml } = await import('../../core/formats/musicxml.ts');
    download(fileName(study.title, 'musicxml'), musicXml(study), 'application/vnd.recordare.musicxml+xml');
  };
  const exportMidi = async (study: ScoredStudy): Promise<void> => {
    const { midiFile } = await import('../../core/formats/midi.ts');
    download(fileName(study.title, 'mid'), midiFile(study), 'audio/midi');
  };
  const exportSvg = async (study: ScoredStudy): Promise<void> => {
    const svg = await engraver().engrave(study, PAPER_PAGE);
    download(fileName(study.title, 'svg'), svg, 'image/svg+xml');
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
        <MenuAction onSelect={() => setTimeout(() => window.print())}>Print, or save as PDF …</MenuAction>
      </Menu>
      <Menu
        trigger={
          <Button disabled={!scored}>
            <Download size={18} aria-hidden="true" /> Export
          </Button>
        }
      >
        <MenuAction onSelect={() => scored && void exportMusicXml(scored)}>MusicXML, for notation software</MenuAction>
        <MenuAction onSelect={() => scored && void exportMidi(scored)}>MIDI, to play it</MenuAction>
        <MenuAction onSelect={() => scored && void exportSvg(scored)}>SVG, a picture of the score</MenuAction>
      </Menu>
    </div>
  );
});
