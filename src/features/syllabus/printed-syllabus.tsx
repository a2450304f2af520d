import { useMemo, useState } from 'react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { counted } from '../../core/base/index.ts';
import { askManner, askName, tooMuch, type ReadLine, type Syllabus } from '../../core/grading/index.ts';
import { INSTRUMENT_TABLE, INSTRUMENTS, type InstrumentId } from '../../core/instruments/index.ts';
import { printed } from '../../core/theory/index.ts';
import { textOf } from '../../data/outside.ts';
import { useTyped } from '../../data/typed.ts';
import { grader } from '../../workers/grader.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { LongList } from '../../ui/long-list.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';

const OPTIONS = INSTRUMENTS.map((id) => ({ value: id, label: INSTRUMENT_TABLE[id].name.toLowerCase() }));

/** Reads a syllabus pasted or dropped as it is printed; every line is shown with what was read, to be mended there. */
export function PrintedSyllabus({ onTake }: { onTake: (syllabus: Syllabus) => void }) {
  const [open, setOpen] = useState(false);
  const { typed, type, forget } = useTyped('printed page');
  const { text = '', name = '' } = typed ?? {};
  const setText = (next: string): void => type({ text: next, name });
  const [instrument, setInstrument] = useState<InstrumentId>('violin');
  const called = name.trim() || 'Printed syllabus';
  const [share, setShare] = useState(0);
  const { data, error, isFetching } = useQuery({
    queryKey: ['printed', text, instrument, called],
    queryFn: async () => (await grader().readPrinted(text, instrument, called, setShare)) ?? null,
    enabled: text.trim() !== '',
    placeholderData: keepPreviousData,
    structuralSharing: false,
    gcTime: 3_000,
  });
  const rows = useMemo(() => text.split('\n'), [text]);
  const read = useMemo(
    () => new Map((text.trim() ? data?.lines : undefined)?.map((line) => [line.line, line])),
    [text, data],
  );
  const unclear = useMemo(() => [...read.values()].filter(({ unread }) => unread !== '').length, [read]);
  const asked = useMemo(() => [...read.values()].reduce((sum, { items }) => sum + items.length, 0), [read]);
  const take = (next: string): void => {
    const refusal = tooMuch(next);
    if (refusal === undefined) setText(next.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n'));
    else sayTrouble(refusal);
  };
  return (
    <>
      <Button onClick={() => setOpen(true)}>From a printed page …</Button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        wide
        title="A syllabus as it is printed"
        description="Paste the text of a grade page, or drop a text file. Each line shows what was read from it; mend a line where it stands. Nothing is kept until you say so."
      >
        <p className="mt-2 flex flex-wrap items-end gap-x-4 gap-y-1">
          <label>
            <span className="block text-sm text-faint">Name</span>
            <input
              value={name}
              maxLength={120}
              placeholder="Printed syllabus"
              onChange={(event) => type({ text, name: event.target.value })}
              className="border-b-2 border-ink bg-sheet px-2 py-1"
            />
          </label>
          <span>
            for the{' '}
            <Choice
              label="Whose syllabus"
              value={instrument}
              options={OPTIONS}
              onChoose={(value) => setInstrument(value as InstrumentId)}
            />
          </span>
        </p>
        {text === '' ? (
          <textarea
            aria-label="The printed text"
            rows={8}
            value={text}
            placeholder={
              'Grade 3\nScales: two octaves, separate bows\nG, A and B flat major\nA minor, harmonic or melodic'
            }
            onChange={(event) => take(event.target.value)}
            onDrop={(event) => {
              const file = event.dataTransfer.files[0];
              if (!file) return;
              event.preventDefault();
              void textOf(file, 'printedPage').then(take).catch(sayTrouble);
            }}
            className="mt-3 w-full border border-rule bg-paper p-2"
          />
        ) : (
          <div className="mt-3 max-h-[52vh] overflow-y-auto">
            <LongList entries={rows} label="Lines" height={62}>
              {(row, index) => (
                <Row
                  place={index + 1}
                  text={row}
                  line={read.get(index + 1)}
                  onText={(next) => setText(rows.map((one, k) => (k === index ? next : one)).join('\n'))}
                />
              )}
            </LongList>
          </div>
        )}
        {error ? <p role="alert">{error.message}</p> : null}
        {isFetching && share > 0 ? (
          <p role="status">
            Reading, {Math.round(share * 100)} % … <Button onClick={() => void grader().stopReading()}>Stop</Button>
          </p>
        ) : null}
        <div className="mt-3 flex flex-wrap items-baseline justify-end gap-3">
          {text === '' ? null : (
            <p role="status" className="mr-auto">
              {counted(asked, 'thing asked', 'things asked')}
              {unclear > 0 ? `, ${counted(unclear, 'line')} with words not understood` : ', every line understood'}.
            </p>
          )}
          {text === '' ? null : <Button onClick={() => setText('')}>Begin again</Button>}
          <Button
            kind="strong"
            disabled={!data?.syllabus || text === ''}
            onClick={() => {
              if (!data?.syllabus) return;
              onTake(data.syllabus);
              setOpen(false);
              forget();
            }}
          >
            Keep what was read
          </Button>
        </div>
      </Dialog>
    </>
  );
}

/** One line as it is printed, and under it what was read from it. */
function Row({
  place,
  text,
  line,
  onText,
}: {
  place: number;
  text: string;
  line: ReadLine | undefined;
  onText: (text: string) => void;
}) {
  return (
    <div className="flex gap-2 border-b border-rule py-1">
      <span className="w-8 shrink-0 pt-1 text-right text-sm text-faint">{place}</span>
      <span className="min-w-0 grow">
        <input
          aria-label={`Line ${place}`}
          value={text}
          onChange={(event) => onText(event.target.value)}
          className="w-full bg-sheet px-1 py-0.5 focus:bg-paper"
        />
        {line?.items.map((item) => (
          <span key={item.id} className="block pl-1 text-sm text-faint">
            →{' '}
            {item.tonics
              .slice(0, -1)
              .map((tonic) => `${printed(tonic)}, `)
              .join('')}
            {askName({ item, tonic: item.tonics.at(-1) ?? 'C' })}; {askManner({ item })}
          </span>
        ))}
        {line && line.items.length === 0 && !line.unread && text.trim() ? (
          <span className="block pl-1 text-sm text-faint">→ holds for the lines under it</span>
        ) : null}
        {line?.unread ? (
          <span className="block pl-1 text-sm font-bold text-accent">Not understood: {line.unread}</span>
        ) : null}
      </span>
    </div>
  );
}
