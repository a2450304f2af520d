import { useQuery } from '@tanstack/react-query';
import { Undo2 } from '../../ui/icons.tsx';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { ClassRecord, ClassPlan } from '../../core/classroom/index.ts';
import { useClasses } from '../../data/classes.ts';
import { useKept } from '../../data/use-kept.ts';
import { useUndoable } from '../../data/use-undoable.ts';
import { Button, buttonLook } from '../../ui/button.tsx';
import { Notice } from '../../ui/notice.tsx';
import { LiveText } from '../../ui/live-text.tsx';
import { useStableCallback } from '../../ui/stable-callback.ts';
import { StorageNotice } from '../../ui/storage-notice.tsx';
import { useSize } from '../../ui/use-size.ts';
import { coach } from '../../workers/coach.ts';
import { engraver } from '../../workers/engraver.ts';
import { AskLine } from './ask-line.tsx';
import { ClassFiles } from './class-files.tsx';
import { ClassSound } from './class-sound.tsx';
import { CourseList } from './course-list.tsx';
import { KeyTable } from './key-table.tsx';
import { SectionTable } from './section-table.tsx';
import { Wall } from './wall.tsx';

/** One class: what it plays, who sits in it, its score, what to tell each section, and which keys suit. */
export function ClassScreen() {
  const { id = '' } = useParams();
  const classes = useClasses();
  if (classes.error) return <StorageNotice title="The class cannot be opened" trouble={classes.error} wholePage />;
  if (!classes.data) return <p role="status">Opening the class …</p>;
  const record = classes.data.find((one) => one.id === id);
  if (record) return <Plan key={record.id} record={record} />;
  return (
    <Notice tone="trouble" wholePage title="This class is not here">
      It was deleted, or its address is not whole.{' '}
      <Link to="/class" className="underline">
        See the classes
      </Link>
    </Notice>
  );
}

function Plan({ record: stored }: { record: ClassRecord }) {
  const { here: record, change, undo: takeBack, canUndo } = useUndoable(useKept('classes', stored));
  const [wall, setWall] = useState(false);
  const undo = useStableCallback(takeBack);
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const field = event.target instanceof Element && ['INPUT', 'TEXTAREA'].includes(event.target.tagName);
      if (field || event.key !== 'z' || !(event.ctrlKey || event.metaKey) || event.shiftKey) return;
      if (undo()) event.preventDefault();
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [undo]);
  const { id: _, name, ...ask } = record;
  const { data: plan } = useQuery({
    queryKey: ['class plan', ask],
    queryFn: () => coach().classPlan(ask),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const worked = plan?.ok ? plan.value : undefined;
  if (wall && worked) return <Wall plan={worked} onClose={() => setWall(false)} />;
  return (
    <article className="class-plan">
      <header className="no-print flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1 className="max-w-full min-w-60 flex-auto text-2xl sm:text-3xl">
          <LiveText
            label="Name of the class"
            value={name}
            most={80}
            onText={(next) => change({ name: next }, 'name')}
            className="max-w-full min-w-60 border-b border-transparent bg-transparent font-serif font-bold [field-sizing:content] hover:border-rule focus:border-accent"
          />
        </h1>
        {worked ? <ClassFiles plan={worked} name={name} /> : null}
        <Button disabled={!worked} onClick={() => setWall(true)}>
          On the wall
        </Button>
        <Button kind="sign" aria-label="Undo" title="Undo (Ctrl Z)" disabled={!canUndo} onClick={undo}>
          <Undo2 size={18} aria-hidden="true" />
        </Button>
        <Link to="/class" className={buttonLook('quiet')}>
          All classes
        </Link>
      </header>
      <AskLine record={record} onChange={change} />
      {plan && !plan.ok ? (
        <Notice tone="trouble" title="This cannot be played together">
          {plan.refusal.message}
        </Notice>
      ) : null}
      {worked ? <ClassSound plan={worked} /> : null}
      {worked ? <TeachersScore plan={worked} /> : null}
      <SectionTable record={record} plan={worked} onChange={change} />
      <KeyTable ask={ask} tonic={record.tonic} onTonic={(tonic) => change({ tonic })} />
      <CourseList ask={ask} onTonic={(tonic) => change({ tonic })} />
    </article>
  );
}

/** Staff of the teacher's score, CSS pixels. */
const STAFF = 26;

/** Every section's staff, note under note. */
function TeachersScore({ plan }: { plan: ClassPlan }) {
  const place = useRef<HTMLDivElement>(null);
  const size = useSize(place);
  const width = size?.width;
  const { data: svg, error } = useQuery({
    queryKey: ['class score', plan, width],
    queryFn: () => engraver().classScore(plan, { width: width ?? 900, staffHeight: STAFF }),
    enabled: width !== undefined,
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  });
  const label = useMemo(() => `Score of ${plan.title} for ${plan.sections.map(({ name }) => name).join(', ')}`, [plan]);
  return (
    <>
      <div
        ref={place}
        role="img"
        aria-label={label}
        className="score class-score mt-2 bg-sheet p-2"
        dangerouslySetInnerHTML={{ __html: svg ?? '' }}
      />
      {error ? <p role="alert">{error.message}</p> : null}
    </>
  );
}
