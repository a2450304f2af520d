import { memo } from 'react';
import { Download, Printer } from 'lucide-react';
import type { ScoredStudy } from '../../core/formats/scored-study.ts';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { Button } from '../../ui/button.tsx';
import { download, fileName } from '../../ui/download.ts';
import { Menu, MenuAction } from '../../ui/menu.tsx';

/** What can be done with the study as a whole. */
export const StudyActions = memo(function StudyActions({
  scored,
  saved,
  saving,
  onKeep,
}: {
  scored: ScoredStudy | undefined;
  saved: SavedStudy | undefined;
  saving: boolean;
  onKeep: () => void;
}) {
  const exportMusicXml = async (study: ScoredStudy): Promise<void> => {
    const { musicXml } = await import('../../core/formats/musicxml.ts');
    download(fileName(study.title, 'musicxml'), musicXml(study), 'application/vnd.recordare.musicxml+xml');
  };
  const exportMidi = async (study: ScoredStudy): Promise<void> => {
    const { midiFile } = await import('../../core/formats/midi.ts');
    download(fileName(study.title, 'mid'), midiFile(study), 'audio/midi');
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
      <Button onClick={() => window.print()} disabled={!scored}>
        <Printer size={18} aria-hidden="true" /> Print
      </Button>
      <Menu
        trigger={
          <Button disabled={!scored}>
            <Download size={18} aria-hidden="true" /> Export
          </Button>
        }
      >
        <MenuAction onSelect={() => scored && void exportMusicXml(scored)}>MusicXML, for notation software</MenuAction>
        <MenuAction onSelect={() => scored && void exportMidi(scored)}>MIDI, to play it</MenuAction>
      </Menu>
    </div>
  );
});
