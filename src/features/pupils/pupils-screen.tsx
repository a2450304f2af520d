import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { counted } from '../../core/base/index.ts';
import { INSTRUMENT_TABLE } from '../../core/instruments/index.ts';
import { dayWords, daysBetween, weekdayOf, type Pupil } from '../../core/practice/index.ts';
import { untilWords } from './until-words.ts';
import { useHeld, useRoll } from '../../data/pupil-queries.ts';
import type { Roll } from '../../data/pupils.ts';
import { added } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { Button, buttonLook } from '../../ui/button.tsx';
import { chartParts } from '../../ui/chart-parts.ts';
import { Notice } from '../../ui/notice.tsx';
import { StorageNotice } from '../../ui/storage-notice.tsx';
import { LadderEditor } from './ladder-editor.tsx';
import { coach } from '../../workers/coach.ts';
import { OpenPupilFile } from './pupil-files.tsx';
import { PupilForm } from './pupil-form.tsx';
import { today } from '../../data/today.ts';
import { weekdayName, weekOf } from './today.ts';

/** The days on which pupils were heard; nothing until they are read. */
type Held = ReturnType<typeof useHeld>;

/** A pupil not heard for so many days is pointed out. From memory. */
const LONG_UNHEARD = 14;

/** The pupils: this week's lessons, and who has not been heard. */
export function PupilsScreen() {
  const roll = useRoll();
  const held = useHeld();
  // A pupil opened next comes sooner; the list comes first.
  const stands = roll.data !== undefined;
  useEffect(() => {
    if (!stands) return undefined;
    const soon = setTimeout(() => {
      void coach().warm();
      // Where the code of charts does not come now, the chart says so when it is drawn.
      chartParts().catch(() => undefined);
    }, 300);
    return () => clearTimeout(soon);
  }, [stands]);
  const navigate = useNavigate();
  const [adding, setAdding] = useState(false);
  const [ladders, setLadders] = useState(false);
  if (roll.error) return <StorageNotice title="The pupils cannot be opened" trouble={roll.error} wholePage />;
  if (!roll.data) return <p role="status">Opening the pupils …</p>;
  const add = async (pupil: Pupil): Promise<void> => {
    await save([added('pupils', pupil)]);
    void navigate(`/pupils/${pupil.id}`);
  };
  const { pupils, damaged } = roll.data;
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="text-3xl">Pupils</h1>
        <div className="no-print flex flex-wrap items-center gap-2">
          <Link to="/class" className={buttonLook('quiet')}>
            Classes
          </Link>
          <OpenPupilFile />
          <Button kind="quiet" onClick={() => setLadders(true)}>
            Ladders …
          </Button>
          <Button kind="strong" onClick={() => setAdding(true)}>
            Add a pupil
          </Button>
        </div>
      </header>
      {damaged > 0 ? (
        <Notice tone="trouble" title={`${counted(damaged, 'record')} of pupils cannot be read`}>
          They are left as they are, and go along in a backup.
        </Notice>
      ) : null}
      {pupils.length === 0 ? (
        <section className="mt-6 max-w-prose">
          <p className="font-serif text-xl">Nobody is here yet.</p>
          <p className="mt-2">
            Add a pupil to keep what is set, hear it a week later, and plan what to practise. Pupils open the homework
            file you give them, and bring their log back. Nothing leaves this browser but in files you export.
          </p>
        </section>
      ) : (
        <>
          <Week pupils={pupils} held={held} />
          <PupilTable roll={roll.data} held={held} />
        </>
      )}
      <LadderEditor open={ladders} onClose={() => setLadders(false)} />
      <PupilForm open={adding} onClose={() => setAdding(false)} onKeep={(_, pupil) => add(pupil)} />
    </>
  );
}

/** The week's lessons, day by day; what is heard is ticked. */
function Week({ pupils, held }: { pupils: readonly Pupil[]; held: Held }) {
  const now = today();
  const days = useMemo(() => new Set(held?.map(({ pupil, date }) => `${pupil} ${date}`)), [held]);
  return (
    <section aria-label="This week" className="mt-4 grid gap-px border border-rule bg-rule sm:grid-cols-7">
      {weekOf(now).map((day) => {
        const here = pupils.filter(({ lessonDay }) => lessonDay === weekdayOf(day));
        return (
          <div key={day} className="bg-sheet px-2 py-1" data-now={day === now || undefined}>
            <h2 className={`text-base ${day === now ? 'text-accent' : ''}`}>
              {weekdayName(weekdayOf(day))}{' '}
              <span className="font-sans text-sm font-normal text-faint">{Number(day.slice(8))}</span>
            </h2>
            <ul className={here.length === 0 ? 'hidden sm:block' : ''}>
              {here.map((pupil) => {
                const heard = days.has(`${pupil.id} ${day}`);
                return (
                  <li key={pupil.id} className="leading-snug wrap-anywhere">
                    <Link className="underline decoration-rule underline-offset-4" to={`/pupils/${pupil.id}/lesson`}>
                      {pupil.name}
                    </Link>
                    {heard ? <span className="text-faint"> ✓ heard</span> : null}
                  </li>
                );
              })}
            </ul>
          </div>
        );
      })}
    </section>
  );
}

/** Rows that fill a window. */
const FIRST_ROWS = 30;

function PupilTable({ roll: { pupils, assignments }, held }: { roll: Roll; held: Held }) {
  const now = today();
  // Of a long list the first stand at once, the rest while the page goes on answering.
  const shown = useDeferredValue(pupils, pupils.slice(0, FIRST_ROWS));
  const last = useMemo(() => {
    const days = new Map<string, string>();
    for (const { pupil, date } of held ?? []) if (date > (days.get(pupil) ?? '')) days.set(pupil, date);
    return days;
  }, [held]);
  const sets = useMemo(() => {
    const counts = new Map<string, number>();
    for (const { pupil, put } of assignments) if (put === undefined) counts.set(pupil, (counts.get(pupil) ?? 0) + 1);
    return counts;
  }, [assignments]);
  return (
    <table className="mt-5 w-full border-collapse text-left">
      <thead>
        <tr className="border-b-2 border-ink text-sm text-faint">
          <th className="py-1 pr-4 font-medium">Pupil</th>
          <th className="hidden py-1 pr-4 font-medium sm:table-cell">Set</th>
          <th className="py-1 pr-4 font-medium">Last lesson</th>
          <th className="hidden py-1 pr-4 font-medium md:table-cell">Exam</th>
          <th className="no-print py-1">
            <span className="sr-only">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {shown.map((pupil) => {
          const set = sets.get(pupil.id) ?? 0;
          return (
            <tr key={pupil.id} className="border-b border-rule align-baseline hover:bg-wash">
              <th scope="row" className="max-w-80 py-2 pr-4 font-serif text-lg leading-snug wrap-anywhere">
                <Link
                  to={`/pupils/${pupil.id}`}
                  className="underline decoration-rule underline-offset-4 hover:decoration-accent"
                >
                  {pupil.name}
                </Link>
                <span className="block font-sans text-sm font-normal text-faint">
                  {INSTRUMENT_TABLE[pupil.instrument].name}
                  {pupil.lessonDay === undefined ? '' : `, ${weekdayName(pupil.lessonDay)}`}
                </span>
              </th>
              <td className="hidden py-2 pr-4 whitespace-nowrap sm:table-cell">{counted(set, 'study', 'studies')}</td>
              <td className="py-2 pr-4">{held ? lastWords(last.get(pupil.id), now) : null}</td>
              <td className="hidden py-2 pr-4 md:table-cell">
                {pupil.exam === undefined ? '' : `${dayWords(pupil.exam)}, ${untilWords(daysBetween(now, pupil.exam))}`}
              </td>
              <td className="no-print py-2 text-right">
                <Link to={`/pupils/${pupil.id}/lesson`} className={buttonLook('plain')}>
                  Lesson
                </Link>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function lastWords(last: string | undefined, now: string): React.ReactNode {
  if (last === undefined) return <span className="font-medium text-accent">not heard yet</span>;
  const ago = daysBetween(last, now);
  const words = ago === 0 ? 'today' : `${dayWords(last)}, ${counted(ago, 'day')} ago`;
  return ago > LONG_UNHEARD ? <span className="font-medium text-accent">{words}: not heard since</span> : words;
}
