import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { counted } from '../../core/base/words.ts';
import { readPupilFile, type Homework, type PracticeLog } from '../../core/practice/pupil-file.ts';
import { useTakeHomework, useTakeLog } from '../../data/pupil-queries.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { FileButton } from '../../ui/file-button.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** A file larger than this is none of ours. */
const LARGEST = 50 * 1024 * 1024;

/** Reads a homework or a log: shows what it holds before anything is kept. */
export function OpenPupilFile() {
  const [read, setRead] = useState<Homework | PracticeLog>();
  const takeHomework = useTakeHomework();
  const takeLog = useTakeLog();
  const navigate = useNavigate();
  const open = async (file: File): Promise<void> => {
    if (file.size > LARGEST) {
      toast.error(`${file.name} is too large to be a homework or a log. Nothing was read in.`);
      return;
    }
    const outcome = readPupilFile(await file.text());
    if (outcome.ok) setRead(outcome.value);
    else toast.error(`${file.name}: ${outcome.refusal.message}`, { duration: 15_000 });
  };
  const take = async (): Promise<void> => {
    if (!read) return;
    try {
      if (read.format === 'step-ladder-homework') {
        await takeHomework.mutateAsync(read);
        toast.success(`The homework of ${read.pupil.name} is here.`);
      } else {
        const { fresh, known, strange } = await takeLog.mutateAsync(read);
        const more = [
          known > 0 ? `${known} were here already` : '',
          strange > 0 ? `${strange} belong to studies that are not set here and were left out` : '',
        ].filter(Boolean);
        toast.success(
          `${counted(fresh.length, 'try', 'tries')} read in${more.length > 0 ? `; ${more.join('; ')}` : ''}.`,
        );
      }
      setRead(undefined);
      void navigate(`/pupils/${read.pupil.id}`);
    } catch (error) {
      sayTrouble(error);
    }
  };
  return (
    <>
      <FileButton label="A homework or a log" accept=".json,application/json" onFile={(file) => void open(file)}>
        Open a homework or a log …
      </FileButton>
      <Dialog
        open={read !== undefined}
        onClose={() => setRead(undefined)}
        title={
          read?.format === 'step-ladder-log'
            ? `The log of ${read.pupil.name}`
            : `Homework for ${read?.pupil.name ?? ''}`
        }
        description="Nothing has been kept yet."
      >
        {read ? <Preview read={read} /> : null}
        <div className="mt-4 flex gap-2">
          <Button kind="strong" onClick={() => void take()}>
            {read?.format === 'step-ladder-log' ? 'Read it in' : 'Open it here'}
          </Button>
          <Button kind="quiet" onClick={() => setRead(undefined)}>
            Leave it
          </Button>
        </div>
      </Dialog>
    </>
  );
}

function Preview({ read }: { read: Homework | PracticeLog }) {
  const days = [...new Set(read.attempts.map(({ date }) => date))].sort();
  const span = days.length === 0 ? '' : `, from ${days[0]} to ${days.at(-1)}`;
  const clean = read.attempts.filter(({ result }) => result === 'clean').length;
  return (
    <ul className="mt-2 list-inside list-disc">
      {read.format === 'step-ladder-homework' ? (
        <li>{counted(read.assignments.length, 'study', 'studies')} set, with their fingers</li>
      ) : null}
      <li>
        {counted(read.attempts.length, 'try', 'tries')} on {counted(days.length, 'day')}
        {span}; {clean} clean
      </li>
    </ul>
  );
}
