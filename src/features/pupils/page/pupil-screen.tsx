import { useQuery } from '@tanstack/react-query';
import { Suspense, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { counted, fileName } from '../../../core/base/index.ts';
import { INSTRUMENT_TABLE } from '../../../core/instruments/index.ts';
import {
  dayWords,
  daysBetween,
  planDays,
  type PlannedStudy,
  type Pupil,
  type PupilWhole,
} from '../../../core/practice/index.ts';
import { CAUTION } from '../../../core/shifts/index.ts';
import { changed, removed } from '../../../data/change.ts';
import { save } from '../../../data/save.ts';
import { useKept } from '../../../data/use-kept.ts';
import { useSyllabuses } from '../../../data/syllabuses.ts';
import { coach } from '../../../workers/coach.ts';
import { engraver } from '../../../workers/engraver.ts';
import { titleOf } from '../../../core/recipe/index.ts';
import { Button, buttonLook } from '../../../ui/button.tsx';
import { Dialog } from '../../../ui/dialog.tsx';
import { download } from '../../../ui/download.ts';
import { Menu, MenuAction } from '../../../ui/menu.tsx';
import { Notice } from '../../../ui/notice.tsx';
import { giveHomework, giveLog, givePupil } from '../homework.ts';
import { OpenPupil } from '../open-pupil.tsx';
import { PupilForm } from '../pupil-form.tsx';
import { untilWords } from '../until-words.ts';
import { today } from '../../../data/today.ts';
import { weekdayName } from '../today.ts';
import { plannedFrom, stillSet, type Climbing } from '../use-climbing.ts';
import { Circle } from './circle.tsx';
import { DayList } from './day-list.tsx';
import { GradeReadiness } from './grade-readiness.tsx';
import { Recordings } from './recordings.tsx';
import { ShiftsHeard } from './shifts-heard.tsx';
import { SetList } from './set-list.tsx';
import { SetStudy } from './set-study.tsx';
import { WhatNext } from './what-next-list.tsx';
import { sayTrouble } from '../../../ui/say-trouble.ts';
import { later } from '../../../ui/later.ts';

const Progress = later(() => import('./progress.tsx'), 'Progress');

/** Everything of one pupil. */
export function PupilScreen() {
  return (
    <OpenPupil what="This pupil" early={(whole) => <Page key={whole.pupil.id} whole={whole} climbing={undefined} />}>
      {(whole, climbing) => <Page key={whole.pupil.id} whole={whole} climbing={climbing} />}
    </OpenPupil>
  );
}

function Page({ whole, climbing }: { whole: PupilWhole; climbing: readonly Climbing[] | undefined }) {
  const { pupil } = whole;
  const [changing, setChanging] = useState(false);
  const set = useMemo(() => stillSet(climbing ?? []), [climbing]);
  const planned = useMemo(() => (climbing ? plannedFrom(whole, climbing) : []), [whole, climbing]);
  const plan = useMemo(
    () => (climbing ? planDays(planned, pupil.practice, today(), 7, pupil.exam, pupil.tempo) : undefined),
    [planned, climbing, pupil],
  );
  return (
    <article>
      <header className="flex flex-wrap items-end justify-between gap-x-4 gap-y-2">
        <div className="min-w-0 flex-1 basis-96">
          <h1 className="text-3xl wrap-anywhere">{pupil.name}</h1>
          <p className="text-faint">
            <About whole={whole} />
          </p>
        </div>
        <div className="no-print flex flex-wrap items-center gap-2">
          <Link to={`/pupils/${pupil.id}/lesson`} className={buttonLook('strong')}>
            Lesson
          </Link>
          <Link to={`/pupils/${pupil.id}/practice`} className={buttonLook('plain')}>
            Practise
          </Link>
          <Link to={`/pupils/${pupil.id}/sheet`} className={buttonLook('plain')}>
            The week’s sheet
          </Link>
          <More whole={whole} climbing={set} onChange={() => setChanging(true)} />
        </div>
      </header>
      <div className="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <div className="space-y-6">
          <section aria-labelledby="set-heading">
            <h2 id="set-heading" className="text-xl">
              Set
            </h2>
            {climbing ? (
              <SetList whole={whole} climbing={set} readiness={plan?.readiness ?? []} />
            ) : (
              <p role="status">Working out where each study stands …</p>
            )}
            <SetStudy whole={whole} />
            {plan && plan.cannot.length > 0 ? (
              <div className="mt-3">
                <Notice tone="trouble" title="Not in time for the exam">
                  <InTime planned={planned} pupil={pupil} />
                  <ul className="list-inside list-disc">
                    {plan.cannot.map((words) => (
                      <li key={words}>{words}</li>
                    ))}
                  </ul>
                </Notice>
              </div>
            ) : null}
          </section>
          <section aria-labelledby="progress-heading">
            <h2 id="progress-heading" className="text-xl">
              Over the weeks
            </h2>
            {climbing ? (
              <Suspense>
                <Progress whole={whole} climbing={climbing} />
                <ShiftsHeard whole={whole} climbing={climbing} />
              </Suspense>
            ) : null}
          </section>
          <Recordings pupil={pupil.id} />
        </div>
        <div className="space-y-6">
          <section aria-labelledby="today-heading">
            <h2 id="today-heading" className="text-xl">
              Today
            </h2>
            {plan && climbing ? <DayList day={plan.days[0]} climbing={set} /> : null}
          </section>
          {climbing ? <GradeReadiness pupil={pupil} climbing={climbing} readiness={plan?.readiness ?? []} /> : null}
          <section aria-labelledby="next-heading" className="no-print">
            <h2 id="next-heading" className="text-xl">
              What next
            </h2>
            {climbing ? <WhatNext pupil={pupil} climbing={climbing} /> : null}
            {climbing ? (
              <div className="mt-3">
                <Circle climbing={climbing} />
              </div>
            ) : null}
          </section>
          <section aria-labelledby="notes-heading" className="no-print">
            <h2 id="notes-heading" className="text-xl">
              Notes
            </h2>
            <Notes pupil={pupil} />
            <History whole={whole} />
          </section>
        </div>
      </div>
      <p className="mt-6 max-w-prose text-sm text-faint">{CAUTION}</p>
      <PupilForm
        pupil={pupil}
        open={changing}
        onClose={() => setChanging(false)}
        onKeep={async (before, after) => {
          await save([changed('pupils', before, after)]);
          setChanging(false);
        }}
      />
    </article>
  );
}

/** The teacher's own notes, saved as they are typed. */
function Notes({ pupil }: { pupil: Pupil }) {
  const { here, keep } = useKept('pupils', pupil);
  return (
    <textarea
      aria-label="Your notes on this pupil"
      value={here.notes}
      maxLength={8000}
      rows={4}
      onChange={({ target }) => keep({ notes: target.value, updated: new Date().toISOString() })}
      className="w-full border border-rule bg-sheet p-2"
    />
  );
}

/** How many minutes a day would bring everything in time, found by trying. */
function InTime({ planned, pupil }: { planned: readonly PlannedStudy[]; pupil: Pupil }) {
  const { practice, exam, tempo } = pupil;
  const { data } = useQuery({
    queryKey: ['minutes in time', planned, practice, exam, tempo, today()],
    queryFn: async () =>
      exam === undefined ? null : ((await coach().minutesInTime(planned, practice, today(), exam, tempo)) ?? null),
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (data === undefined) return <p role="status">Looking what would do …</p>;
  return data === null ? (
    <p>Even two hours a day would not bring all of it in time: leave something out, or set lower tempi.</p>
  ) : (
    <p>{data} minutes a day would bring all of it in time.</p>
  );
}

/** `Violin, 3/4 · Grade 3 · exam 12 May, in 40 days · lessons on Thursday` */
function About({ whole: { pupil } }: { whole: PupilWhole }) {
  const syllabus = useSyllabuses().find(({ id }) => id === pupil.grade?.syllabus);
  const grade = syllabus?.sections
    .find(({ instrument }) => instrument === pupil.instrument)
    ?.grades.find(({ id }) => id === pupil.grade?.grade);
  const facts = [
    `${INSTRUMENT_TABLE[pupil.instrument].name}${pupil.setUp?.size ? `, ${pupil.setUp.size}` : ''}`,
    grade?.name,
    pupil.exam ? `exam ${dayWords(pupil.exam)}, ${untilWords(daysBetween(today(), pupil.exam))}` : undefined,
    pupil.lessonDay === undefined ? undefined : `lessons on ${weekdayName(pupil.lessonDay)}`,
    pupil.smallHand ? 'small hand' : undefined,
    `${pupil.practice.minutes} minutes a day`,
  ];
  return facts.filter((fact) => fact !== undefined).join(' · ');
}

/** Lessons that were held, the latest first. */
function History({ whole: { lessons, assignments } }: { whole: PupilWhole }) {
  if (lessons.length === 0) return null;
  return (
    <details className="mt-2">
      <summary className="cursor-pointer">{counted(lessons.length, 'lesson')} held</summary>
      <ul className="mt-1">
        {lessons.toReversed().map((lesson) => (
          <li key={lesson.id} className="border-b border-rule py-1">
            <span className="font-medium">{dayWords(lesson.date)}</span>
            {lesson.ended ? '' : ' (begun)'}: {counted(lesson.heard.length, 'study', 'studies')} heard,{' '}
            {lesson.heard.filter(({ result }) => result === 'clean').length} clean
            {lesson.heard
              .filter(({ words, assignment }) => words && assignments.some(({ id }) => id === assignment))
              .map(({ words, assignment }) => (
                <span key={assignment} className="block text-sm italic">
                  “{words}”
                </span>
              ))}
          </li>
        ))}
      </ul>
    </details>
  );
}

/** What is done now and then: change, files, delete. */
function More({
  whole,
  climbing,
  onChange,
}: {
  whole: PupilWhole;
  climbing: readonly Climbing[];
  onChange: () => void;
}) {
  const { pupil } = whole;
  const navigate = useNavigate();
  const [deleting, setDeleting] = useState(false);
  const book = async (): Promise<void> => {
    const entries = climbing.flatMap(({ saved, title, assignment }) =>
      saved
        ? [
            {
              // By the teacher's own name and by what stands over the score.
              name: title === titleOf(saved.recipe) ? title : `${title}: ${titleOf(saved.recipe)}`,
              manner: `to reach ${assignment.target.bpm} a minute`,
              group: 'Set',
              ready: true,
              study: saved,
            },
          ]
        : [],
    );
    const written = { title: 'What is set', grade: `Book of ${pupil.name}`, notes: '', entries };
    const pdf = await engraver().book(written, 'A4', () => undefined);
    if (pdf) download(fileName(`book ${pupil.name}`, 'pdf'), pdf, 'application/pdf');
  };
  const goodbye = async (): Promise<void> => {
    const { undo } = await save([removed('pupils', pupil.id)]);
    void navigate('/pupils');
    toast(`${pupil.name} is deleted, with everything of theirs.`, {
      duration: 20_000,
      action: { label: 'Undo', onClick: () => void undo().catch(sayTrouble) },
    });
  };
  return (
    <>
      <Menu trigger={<Button>More …</Button>}>
        <MenuAction onSelect={onChange}>Change {pupil.name} …</MenuAction>
        <MenuAction onSelect={() => void giveHomework(whole).catch(sayTrouble)}>Homework file</MenuAction>
        <MenuAction onSelect={() => void book().catch(sayTrouble)}>Book of their studies, PDF</MenuAction>
        <MenuAction onSelect={() => giveLog(whole)}>Send the log back</MenuAction>
        <MenuAction onSelect={() => setDeleting(true)}>Delete {pupil.name} …</MenuAction>
      </Menu>
      <Dialog
        open={deleting}
        onClose={() => setDeleting(false)}
        title={`Delete ${pupil.name}?`}
        description="What is set, the log, the lessons, the notes and the recordings go with them; studies stay in the library. An export keeps a copy of all but the recordings; Import a library brings it back."
      >
        <div className="mt-4 flex flex-wrap gap-2">
          <Button kind="strong" onClick={() => void goodbye().catch(sayTrouble)}>
            Delete everything of theirs
          </Button>
          <Button onClick={() => void givePupil(whole).catch(sayTrouble)}>Export first</Button>
          <Button kind="quiet" onClick={() => setDeleting(false)}>
            Leave it
          </Button>
        </div>
      </Dialog>
    </>
  );
}
