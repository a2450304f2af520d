import { useState } from 'react';
import { toast } from 'sonner';
import {
  askName,
  besidesBow,
  drawCalls,
  drawSlur,
  type MockCall,
  type Went,
  asksOf,
  type Ask,
  type Section,
  type Syllabus,
} from '../../core/grading/index.ts';
import { slurWords } from '../../core/bowing/index.ts';
import { added } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { useMockCalls } from '../../data/syllabuses.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { SyllabusLines } from './syllabus-lines.tsx';

interface Call {
  readonly ask: Ask;
  readonly slur: number;
  readonly went?: Went;
}

const WENT: readonly { readonly went: Went; readonly words: string; readonly mark: string }[] = [
  { went: 'right', words: 'Right', mark: '✓' },
  { went: 'shaky', words: 'Shaky', mark: '~' },
  { went: 'missed', words: 'Missed', mark: '✗' },
];

/** Calls for things of a grade as an examiner would, one at a time, and keeps how they went. */
export function MockExamination({ syllabus, section }: { syllabus: Syllabus; section: Section }) {
  const [grade, setGrade] = useState(0);
  const [count, setCount] = useState('6');
  const [calls, setCalls] = useState<readonly Call[]>([]);
  const [at, setAt] = useState(0);
  const held = useMockCalls();
  const name = section.grades[grade]?.name ?? '';
  const ours = held.filter((one) => one.syllabus === syllabus.id && one.instrument === section.instrument);
  const last = (ask: Ask): Went | undefined =>
    ours
      .filter((one) => one.grade === name)
      .flatMap((one) => one.calls)
      .filter((one) => one.item === ask.item.id && one.tonic === ask.tonic)
      .at(-1)?.went;
  const start = (): void => {
    const asks = asksOf(section).filter((ask) => ask.grade === grade);
    setAt(0);
    setCalls(
      drawCalls(asks, Number(count), last, Math.random).map((ask) => ({ ask, slur: drawSlur(ask, Math.random) })),
    );
  };
  const finish = (done: readonly Call[]): void => {
    const record: MockCall = {
      date: new Date().toISOString(),
      syllabus: syllabus.id,
      instrument: section.instrument,
      grade: name,
      calls: done.flatMap(({ ask, went }) => (went ? [{ item: ask.item.id, tonic: ask.tonic, went }] : [])),
    };
    save([added('examinations', record)])
      .then(() => toast.success('Kept with today’s date.'))
      .catch(sayTrouble);
  };
  const tick = (went: Went): void => {
    const next = calls.map((call, k) => (k === at ? { ...call, went } : call));
    setCalls(next);
    setAt(at + 1);
    if (at + 1 === calls.length) finish(next);
  };
  const call = calls[at];
  return (
    <section aria-label="Mock examination" className="mt-3">
      <p className="leading-9">
        Call for{' '}
        <Choice
          label="How many"
          value={count}
          options={['3', '4', '6', '8', '12'].map((value) => ({ value, label: `${value} things` }))}
          onChoose={setCount}
        />{' '}
        of{' '}
        <Choice
          label="Grade"
          value={String(grade)}
          options={section.grades.map((one, k) => ({ value: String(k), label: one.name }))}
          onChoose={(value) => {
            setGrade(Number(value));
            setCalls([]);
          }}
        />
        , oftener what was weak or not yet heard.{' '}
        <Button kind={call ? 'plain' : 'strong'} onClick={start}>
          {calls.length > 0 ? 'Start again' : 'Begin'}
        </Button>
      </p>
      {call ? (
        <div className="mt-6 rounded-sm border border-rule bg-sheet px-6 py-10 text-center">
          <p className="text-faint">
            {at + 1} of {calls.length}
          </p>
          <p role="status" className="font-serif text-5xl leading-tight font-bold text-balance">
            {askName(call.ask)}
          </p>
          <p className="mt-3 text-3xl">{slurWords(call.slur)}</p>
          <p className="mt-2 text-faint">{besidesBow(call.ask)}</p>
          <div className="mt-8 flex justify-center gap-4 text-xl">
            {WENT.map(({ went, words, mark }) => (
              <Button key={went} onClick={() => tick(went)}>
                <span aria-hidden="true">{mark}</span> {words}
              </Button>
            ))}
          </div>
        </div>
      ) : null}
      {calls.length > 0 && !call ? (
        <ul className="mt-4" aria-label="How it went">
          {calls.map(({ ask, slur, went }, k) => (
            <li key={k} className="border-b border-rule py-1">
              {WENT.find((one) => one.went === went)?.mark} {WENT.find((one) => one.went === went)?.words}:{' '}
              {askName(ask)}, {slurWords(slur)}
            </li>
          ))}
        </ul>
      ) : null}
      {calls.length === 0 ? <SyllabusLines grades={section.grades.slice(grade, grade + 1)} /> : null}
      {ours.length > 0 ? (
        <>
          <h2 className="mt-6 text-xl">Held before</h2>
          <ul>
            {[...ours].reverse().map((one) => (
              <li key={one.date} className="border-b border-rule py-0.5">
                {new Date(one.date).toLocaleDateString()}, {one.grade}:{' '}
                {WENT.map(
                  ({ went, words }) => `${one.calls.filter((c) => c.went === went).length} ${words.toLowerCase()}`,
                ).join(', ')}
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}
