import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Link } from 'react-router';
import {
  planDays,
  type PupilWhole,
  dayHead,
  weekWords,
  weekSheetOf,
  type SheetStudy,
} from '../../../core/practice/index.ts';
import type { SavedStudy } from '../../../core/study/index.ts';
import { CAUTION } from '../../../core/shifts/index.ts';
import { Button, buttonLook } from '../../../ui/button.tsx';
import { fileName } from '../../../core/base/index.ts';
import { download } from '../../../ui/download.ts';
import { coach } from '../../../workers/coach.ts';
import { engraver, PAPER_SIZES, type PaperSize } from '../../../workers/engraver.ts';
import { giveHomework } from '../homework.ts';
import { today } from '../../../data/today.ts';
import { OpenPupil } from '../open-pupil.tsx';
import { plannedFrom, stillSet, type Climbing } from '../use-climbing.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';

/** What goes home: the week on paper, as a PDF, or as a file for the pupil's own Step Ladder. */
export function SheetScreen() {
  return <OpenPupil what="The sheet">{(whole, climbing) => <Sheet whole={whole} climbing={climbing} />}</OpenPupil>;
}

function Sheet({ whole, climbing }: { whole: PupilWhole; climbing: readonly Climbing[] }) {
  const { pupil } = whole;
  const set = useMemo(() => stillSet(climbing), [climbing]);
  const sheet = useMemo(() => {
    const plan = planDays(plannedFrom(whole, climbing), pupil.practice, today(), 7, pupil.exam, pupil.tempo);
    const studies = set.flatMap(({ assignment, title, saved, climb, standing }) =>
      saved && climb
        ? [
            {
              study: assignment.study,
              title,
              saved,
              target: assignment.target,
              words: assignment.words,
              rungs: climb.rungs,
              standing,
            },
          ]
        : [],
    );
    return weekSheetOf(pupil.name, studies, plan.days, pupil.practice.minutes);
  }, [whole, climbing, set, pupil]);
  const pdf = async (size: PaperSize): Promise<void> => {
    download(fileName(`${pupil.name} week`, 'pdf'), await engraver().week(sheet, size), 'application/pdf');
  };
  return (
    <article className="week-sheet">
      <div className="no-print mb-4 flex flex-wrap items-center gap-2">
        <Button kind="strong" onClick={() => window.print()}>
          Print
        </Button>
        {(Object.keys(PAPER_SIZES) as PaperSize[]).map((size) => (
          <Button key={size} onClick={() => void pdf(size).catch(sayTrouble)}>
            PDF, {size}
          </Button>
        ))}
        <Button onClick={() => void giveHomework(whole).catch(sayTrouble)}>Homework file</Button>
        <Link to={`/pupils/${pupil.id}`} className={buttonLook('quiet')}>
          Back to {pupil.name}
        </Link>
      </div>
      <h1 className="text-3xl wrap-anywhere">{pupil.name}</h1>
      <p className="italic">{weekWords(sheet)}</p>
      {sheet.studies.map((study) => (
        <StudyOfWeek key={study.title} study={study} days={sheet.days} />
      ))}
      <p className="mt-4 text-sm text-faint italic">{CAUTION}</p>
    </article>
  );
}

/** The staff of the sheet on the screen and on paper, CSS pixels. */
const STAFF = 34;
const WIDE = 960;

function StudyOfWeek({ study, days }: { study: SheetStudy; days: readonly string[] }) {
  const { data: svg } = useQuery({
    queryKey: ['sheet score', study.saved],
    queryFn: async () => {
      const scored = await coach().study(study.saved as SavedStudy);
      return scored ? engraver().draw(scored, { width: WIDE, staffHeight: STAFF }, 'paper') : '';
    },
    staleTime: Number.POSITIVE_INFINITY,
  });
  return (
    <section className="study-of-week" aria-label={study.title}>
      <h2 className="text-xl">
        {study.title}
        <span className="font-sans text-base font-normal">: to reach {study.target.bpm} a minute</span>
      </h2>
      {study.words ? <p className="text-lg italic">“{study.words}”</p> : null}
      <div
        className="score"
        role="img"
        aria-label={`Score of ${study.title}`}
        dangerouslySetInnerHTML={{ __html: svg ?? '' }}
      />
      <table className="w-full border-collapse text-left">
        <thead>
          <tr className="text-sm text-faint">
            <th className="font-medium">
              <span className="sr-only">What to do</span>
            </th>
            {days.map((day) => (
              <th key={day} className="w-10 text-center font-medium">
                {dayHead(day)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {study.rungs.map(({ name, says, bpm }) => (
            <tr key={name} className="border-b border-rule align-top">
              <th scope="row" className="py-1 pr-4 font-normal">
                <span className="font-bold">{name}</span>, {bpm} a minute. {says}
              </th>
              {days.map((day) => (
                <td key={day} className="text-center">
                  <span className="inline-block h-5 w-5 border border-ink" />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
