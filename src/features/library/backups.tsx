import { useState } from 'react';
import { toast } from 'sonner';
import { counted } from '../../core/base/index.ts';
import { BACKUPS_KEPT, backUpToFolder, chooseFolder, type BackupState } from '../../data/backup-folder.ts';
import { useBackupMade, useBackupState, usePersistence } from '../../data/backup-queries.ts';
import { currentStudio } from '../../data/studio.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** A backup older than this, days, is pointed out. From memory. */
const OLD = 7;

function daysSince(moment: string): number {
  return Math.floor((Date.now() - Date.parse(moment)) / 86_400_000);
}

/** Says that a backup is due, with one click to make it; empty otherwise. */
export function BackupReminder({ onExport }: { onExport: () => void }) {
  const { data: state } = useBackupState();
  const made = useBackupMade();
  if (!state || !state.changed || currentStudio() !== 'own') return null;
  const old = state.last !== undefined && daysSince(state.last) >= OLD;
  const last =
    state.last === undefined ? 'No backup yet.' : `Last backup ${counted(daysSince(state.last), 'day')} ago.`;
  if (state.folder !== undefined && state.asks) {
    const now = (): void => void backUpToFolder(true).then(made).catch(sayTrouble);
    return (
      <Reminder words={`${last} The browser asks before it writes to “${state.folder}”.`} action="Back up" onDo={now} />
    );
  }
  if (state.folder !== undefined || (state.last !== undefined && !old)) return null;
  return <Reminder words={last} action="Export the library" onDo={onExport} />;
}

function Reminder({ words, action, onDo }: { words: string; action: string; onDo: () => void }) {
  return (
    <p role="status" className="no-print mt-2 flex flex-wrap items-baseline gap-x-3 border-l-4 border-faint pl-3">
      {words} <Button onClick={onDo}>{action}</Button>
    </p>
  );
}

const PERSISTENCE_WORDS = {
  kept: 'The browser has promised to keep the library.',
  'may be dropped': 'The browser may drop the library when the disk is full: keep backups.',
  unknown: 'This browser does not say whether it keeps the library: keep backups.',
} as const;

/** Where backups go, when the last was made, and what the browser promises. */
export function Backups() {
  const [open, setOpen] = useState(false);
  // An invented studio needs none.
  if (currentStudio() !== 'own') return null;
  return (
    <>
      <Button kind="quiet" onClick={() => setOpen(true)}>
        Backups …
      </Button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Backups"
        description="Everything you have made, in one file. Import a library brings it back."
      >
        {open ? <State /> : null}
      </Dialog>
    </>
  );
}

function State() {
  const { data: state, error } = useBackupState();
  const persistence = usePersistence();
  const made = useBackupMade();
  if (error) return <p role="alert">{error.message}</p>;
  if (!state) return <p role="status">Looking …</p>;
  const choose = async (): Promise<void> => {
    if (await chooseFolder()) toast.success('The first backup is in the folder.');
    made();
  };
  const now = async (): Promise<void> => {
    if (await backUpToFolder(true)) toast.success('Backed up.');
    made();
  };
  return (
    <>
      <ul className="mt-2 list-inside list-disc">
        <li>{lastWords(state)}</li>
        <li>{folderWords(state)}</li>
        {persistence ? <li>{PERSISTENCE_WORDS[persistence]}</li> : null}
      </ul>
      {state.canFolder ? (
        <div className="mt-4 flex flex-wrap gap-2">
          {state.folder === undefined ? null : (
            <Button kind="strong" onClick={() => void now().catch(sayTrouble)}>
              Back up now
            </Button>
          )}
          <Button
            kind={state.folder === undefined ? 'strong' : 'plain'}
            onClick={() => void choose().catch(sayTrouble)}
          >
            {state.folder === undefined ? 'Choose a folder …' : 'Choose another folder …'}
          </Button>
        </div>
      ) : null}
    </>
  );
}

function lastWords({ last, changed }: BackupState): string {
  if (last === undefined) return 'No backup yet.';
  const when = new Date(last).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' });
  return `Last backup: ${when}${changed ? '; changed since' : ''}.`;
}

function folderWords({ canFolder, folder }: BackupState): string {
  if (folder !== undefined) return `After each day’s work into “${folder}”; the last ${BACKUPS_KEPT} are kept.`;
  return canFolder
    ? 'Choose a folder once, and a backup is written there after each day’s work.'
    : 'This browser cannot write to a folder by itself: export the library now and then.';
}
