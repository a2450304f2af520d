import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { counted } from '../../core/base/words.ts';
import { readPupilFile, type HomeworkMerge, type TriesMerge } from '../../core/practice/pupil-file.ts';
import { previewFile, type FilePreview } from '../../data/pupil-files.ts';
import { save } from '../../data/save.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { FileButton } from '../../ui/file-button.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** A file larger than this is none of ours. */
const LARGEST = 50 * 1024 * 1024;

/** Opens a homework or a log: says what it would change before anything is written, and takes it back when asked. */
export function OpenPupilFile() {
  const [preview, setPreview] = useState<FilePreview>();
  const navigate = useNavigate();
  const open = async (file: File): Promise<void> => {
    if (file.size > LARGEST)
      throw new Error(`${file.name} is too large to be a homework or a log. Nothing was read in.`);
    const outcome = readPupilFile(await file.text());
    if (!outcome.ok) throw new Error(`${file.name}: ${outcome.refusal.message}`);
    setPreview(await previewFile(outcome.value));
  };
  const take = async ({ file, changes }: FilePreview & { kind: 'homework' | 'log' }): Promise<void> => {
    const { undo } = await save(changes);
    setPreview(undefined);
    toast.success(`${file.pupil.name}: the ${file.format === 'step-ladder-log' ? 'log' : 'homework'} is read in.`, {
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
    void navigate(`/pupils/${file.pupil.id}`);
  };
  const taken = preview && preview.kind !== 'stranger' && preview.changes.length > 0 ? preview : undefined;
  return (
    <>
      <FileButton
        label="A homework or a log"
        accept=".json,application/json"
        onFile={(file) => void open(file).catch(sayTrouble)}
      >
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

function titleOf({ kind, file }: FilePreview): string {
  return kind === 'homework' ? `Homework for ${file.pupil.name}` : `The log of ${file.pupil.name}`;
}

/** What a file would change, a sentence each. */
function linesOf(preview: FilePreview): string[] {
  if (preview.kind === 'stranger')
    return [`${preview.file.pupil.name} is not a pupil here. Open the log where they are.`];
  if (preview.kind === 'log') return triesWords(preview.tries);
  if (preview.merge.own) return ['This homework was made here. The pupil opens it; you get their log back.'];
  return [...homeworkWords(preview.merge), ...triesWords(preview.merge.tries)];
}

function homeworkWords({ newPupil, pupil, set, changed, ended, foreign }: HomeworkMerge): string[] {
  return [
    newPupil ? `${newPupil.name} is added` : '',
    pupil ? 'Instrument, practice time and goals as in the file; your notes stay' : '',
    set.length > 0 ? `${counted(set.length, 'study', 'studies')} set` : '',
    changed.length > 0 ? `${counted(changed.length, 'set study changes', 'set studies change')}` : '',
    ended.length > 0 ? `${counted(ended.length, 'study is', 'studies are')} no longer set; the history stays` : '',
    foreign > 0 ? `${counted(foreign, 'set study')} of another pupil left out` : '',
    !newPupil && !pupil && set.length + changed.length + ended.length === 0
      ? 'What is set here is as new, or newer'
      : '',
  ].filter(Boolean);
}

function triesWords({ fresh, known, strange, future }: TriesMerge): string[] {
  const days = new Set(fresh.map(({ date }) => date)).size;
  return [
    fresh.length > 0 ? `${counted(fresh.length, 'new try', 'new tries')} on ${counted(days, 'day')}` : 'No new tries',
    known > 0 ? `${counted(known, 'try is', 'tries are')} here already` : '',
    strange > 0 ? `${counted(strange, 'try', 'tries')} at studies that are not set here, left out` : '',
    future > 0 ? `${counted(future, 'try', 'tries')} dated in the future, left out` : '',
  ].filter(Boolean);
}
