import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { speakBy, type Answer, type Question } from '../data/save.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';

interface Asked {
  readonly question: Question;
  readonly answer: (answer: Answer | undefined) => void;
}

/** Asks whose change is kept where two tabs changed the same, one question at a time; and tells why something is not saved. */
export function WhoseChange() {
  const [asked, setAsked] = useState<readonly Asked[]>([]);
  useEffect(
    () =>
      speakBy({
        ask: (question) =>
          new Promise((resolve) => {
            const answer = (given: Answer | undefined): void => {
              setAsked((list) => list.filter((one) => one.answer !== answer));
              resolve(given);
            };
            setAsked((list) => [...list, { question, answer }]);
          }),
        // Said once, however often it is tried again.
        tell: (words) => void toast.error(words, { id: words, duration: 15_000 }),
      }),
    [],
  );
  const [first] = asked;
  if (!first) return null;
  const { question, answer } = first;
  return (
    <Dialog
      open
      onClose={() => answer(undefined)}
      title={question.words}
      description={`Your change is not saved yet. Choose which one to keep${question.waits ? '; close this to decide later' : ''}.`}
    >
      <Version name="Theirs" text={question.theirs} />
      <Version name="Yours" text={question.mine} />
      <div className="mt-4 flex flex-wrap justify-end gap-2">
        <Button onClick={() => answer('theirs')}>Keep theirs</Button>
        <Button kind="strong" onClick={() => answer('mine')}>
          Keep mine
        </Button>
      </div>
    </Dialog>
  );
}

function Version({ name, text }: { name: string; text: string | undefined }) {
  if (text === undefined) return null;
  return (
    <div className="mt-3">
      <p className="text-sm text-faint">{name}</p>
      <p className="max-h-40 overflow-y-auto border-l-2 border-rule pl-2 wrap-anywhere whitespace-pre-wrap">
        {text === '' ? '(empty)' : text}
      </p>
    </div>
  );
}
