import { lazy, memo, Suspense } from 'react';
import type { Bowing } from '../../core/recipe/bowing.ts';
import type { Way } from '../../core/fingering/fingering.ts';
import type { ScoredStudy } from '../../core/score/scored-study.ts';
import { CAUTION } from '../../core/shifts/caution.ts';
import type { BuiltStudy } from '../../core/study/build.ts';
import { schoolOf } from '../../core/recipe/recipe.ts';
import { BowOffer } from './bow-offer.tsx';
import { BowSection } from './bow-section.tsx';
import type { Choices } from './choices.ts';
import { Climb } from './climb.tsx';
import { Fingerboard } from './fingerboard.tsx';
import { HandPatterns } from './hand-patterns.tsx';
import { OwnLine } from './own-line.tsx';
import { OwnSchool } from './own-school.tsx';
import type { Paper, PaperPart } from './paper.ts';
import type { Selection } from './selection.ts';
import { ShiftList } from './shift-list.tsx';
import { WaysList } from './ways-list.tsx';
import { WhyList } from './why-list.tsx';

const GradeSection = lazy(async () => ({ default: (await import('./grade-section.tsx')).GradeSection }));

/** What is said and drawn of a fingering below its score: bow, ways, fingerboard, climb, shifts, grade. */
export const Panels = memo(function Panels({
  study,
  listed,
  built,
  chosen,
  kept,
  savedId,
  selection,
  paper,
  onSelect,
  onBowing,
  onWay,
  onTake,
  onSchool,
  onChange,
}: {
  study: ScoredStudy;
  /** What lists and cards are of: the last study that stood for a while. */
  listed: ScoredStudy;
  /** All ways of the study; nothing while a pin can't be played. */
  built: BuiltStudy | undefined;
  chosen: number;
  /** Whether the study was opened with a fingering of its own. */
  kept: boolean;
  savedId: string | undefined;
  selection: Selection | undefined;
  paper: Paper;
  onSelect: (at: number, extend?: boolean) => void;
  onBowing: (bowing: Bowing) => void;
  onWay: (way: number) => void;
  onTake: (way: Way) => void;
  onSchool: (school: Choices['school']) => void;
  onChange: (part: Partial<Choices>) => void;
}) {
  const onPaper = (part: PaperPart): string => (paper.has(part) ? 'break-inside-avoid' : 'no-print');
  return (
    <>
      <div className="when-seen">
        <BowSection
          passage={study.passage}
          bowing={study.recipe.bowing}
          instrument={study.recipe.instrument}
          form={study.recipe.form}
          onBowing={onBowing}
        />
        <BowOffer study={listed} onTake={onTake} />
      </div>
      <div className="when-seen mt-4 grid gap-x-8 gap-y-4 xl:grid-cols-2 print:block">
        <div>
          {built ? (
            <div className="no-print">
              <WaysList built={built} chosen={chosen} kept={kept} onChoose={onWay} />
              <WhyList built={built} chosen={chosen} />
            </div>
          ) : null}
          <OwnSchool
            school={schoolOf(study.recipe)}
            instrument={study.recipe.instrument}
            recipe={study.recipe}
            onSchool={onSchool}
          />
          <div className="no-print mt-4">
            <OwnLine key={study.title} study={study} onTake={onTake} onSelect={onSelect} />
          </div>
        </div>
        <div className="space-y-4">
          <div className={onPaper('fingerboard')} data-paper="fingerboard">
            <Fingerboard study={study} selection={selection} onSelect={onSelect} />
          </div>
          <div className={onPaper('fingerboard')}>
            <HandPatterns study={listed} />
          </div>
          <div className={onPaper('climb')} data-paper="climb">
            <Climb study={study} selection={selection} onSelect={onSelect} />
          </div>
        </div>
        <div className={paper.has('shifts') ? 'xl:col-span-2' : 'no-print xl:col-span-2'}>
          <ShiftList study={listed} chosen={selection?.head} onSelect={onSelect} />
        </div>
      </div>
      <div className="when-seen">
        <Suspense>
          <GradeSection study={listed} savedId={savedId} onChange={onChange} />
        </Suspense>
      </div>
      <p className="mt-5 max-w-prose text-sm text-faint">{CAUTION}</p>
    </>
  );
});
