import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { counted } from '../../core/base/index.ts';
import {
  openPupilFile,
  stopLibrarian,
  takeOpened,
  wasStopped,
  type OpenedFile,
  type OpenedTries,
} from '../../data/librarian.ts';
import { textOf } from '../../data/outside.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { FileButton } from '../../ui/file-button.tsx';
import { LongWork, useLongWork } from '../../ui/long-work.tsx';
import { sayTrouble, troubleWords } from '../../ui/say-trouble.ts';

/** Opens a homework or a log: says what it would change before anything is written, and takes it back when asked. */
export function OpenPupilFile() {
  const [preview, setPreview] = useState<OpenedFile>();
  const navigate = useNavigate();
  const { going, go } = useLongWork((error) => {
    if (error instanceof Error && wasStopped(error)) toast(error.message);
    else sayTrouble(error);
  });
  const open = (file: File): void =>
    go(`Reading ${file.name}`, async (onProgress) => {
      const text = await textOf(file, 'pupilFile');
      const opened = await openPupilFile(text, onProgress).catch((error: unknown) => {
        if (error instanceof Error && wasStopped(error)) throw error;
        throw new Error(`${file.name}: ${troubleWords(error)}`);
      });
      setPreview(opened);
    });
  const take = async ({ kind, pupil }: OpenedFile): Promise<void> => {
    const { undo } = await takeOpened();
    setPreview(undefined);
    toast.success(`${pupil.name}: the ${kind} is read in.`, {
      duration: 20_000,
      action: {
        label: 'Undo',
        onClick: () => {
          // Their page may be gone with it.
          void navigate('/pupils');
          undo().then((left) => left > 0 && toast(`${counted(left, 'record')} changed since stay.`), sayTrouble);
        },
      },
    });
    void navigate(`/pupils/${pupil.id}`);
  };
  if (going) return <LongWork going={going} onStop={stopLibrarian} />;
  const taken = preview && preview.changes > 0 ? preview : undefined;
  return (
    <>
      <FileButton label="A homework or a log" accept=".json,application/json" onFile={open}>
        Open a homework or a log …
      </FileButton>
      <Dialog
        open={preview !== undefined}
        onClose={() => setPreview(undefined)}
        title={preview ? titleOf(preview) : ''}
        description={taken ? 'Nothing is changed yet. This is what will be:' : 'Nothing will be changed.'}
      >
        {preview ? (
          <ul className="mt-2 list-inside list-disc">
            {linesOf(preview).map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        ) : null}
        <div className="mt-4 flex gap-2">
          {taken ? (
            <Button kind="strong" onClick={() => void take(taken).catch(sayTrouble)}>
              {taken.kind === 'log' ? 'Read it in' : 'Open it here'}
            </Button>
          ) : null}
          <Button kind="quiet" onClick={() => setPreview(undefined)}>
            {taken ? 'Cancel' : 'Close'}
          </Button>
        </div>
      </Dialog>
    </>
  );
}

function titleOf({ kind, pupil }: OpenedFile): string {
  return kind === 'homework' ? `Homework for ${pupil.name}` : `The log of ${pupil.name}`;
}

/** What a file would change, a sentence each. */
function linesOf(opened: OpenedFile): string[] {
  const { name } = opened.pupil;
  if (opened.kind !== 'homework') {
    return opened.kind === 'log'
      ? triesWords(opened.tries)
      : [`${name} is not a pupil here. Open the log where they are.`];
  }
  if (opened.own) return ['This homework was made here. The pupil opens it; you get their log back.'];
  return [...homeworkWords(opened), ...triesWords(opened.tries)];
}

function homeworkWords(opened: OpenedFile & { kind: 'homework' }): string[] {
  const { pupil, newPupil, changedPupil, set, changed, ended, foreign } = opened;
  return [
    newPupil ? `${pupil.name} is added` : '',
    changedPupil ? 'Instrument, practice time and goals as in the file; your notes stay' : '',
    set > 0 ? `${counted(set, 'study', 'studies')} set` : '',
    changed > 0 ? `${counted(changed, 'set study changes', 'set studies change')}` : '',
    ended > 0 ? `${counted(ended, 'study is', 'studies are')} no longer set; the history stays` : '',
    foreign > 0 ? `${counted(foreign, 'set study')} of another pupil left out` : '',
    !newPupil && !changedPupil && set + changed + ended === 0 ? 'What is set here is as new, or newer' : '',
  ].filter(Boolean);
}

function triesWords({ fresh, days, known, strange, future }: OpenedTries): string[] {
  return [
    fresh > 0 ? `${counted(fresh, 'new try', 'new tries')} on ${counted(days, 'day')}` : 'No new tries',
    known > 0 ? `${counted(known, 'try is', 'tries are')} here already` : '',
    strange > 0 ? `${counted(strange, 'try', 'tries')} at studies that are not set here, left out` : '',
    future > 0 ? `${counted(future, 'try', 'tries')} dated in the future, left out` : '',
  ].filter(Boolean);
}
