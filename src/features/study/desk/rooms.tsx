import { lazy, Suspense, type ReactNode } from 'react';
import { schoolOf } from '../../../core/recipe/recipe.ts';
import { wayName } from '../../../core/fingering/reading/way-name.ts';
import { CAUTION } from '../../../core/shifts/caution.ts';
import { Button } from '../../../ui/button.tsx';
import { BowOffer } from '../bow/bow-offer.tsx';
import { BowSection } from '../bow/bow-section.tsx';
import { ChangesNote } from '../look/changes-note.tsx';
import type { DeskView } from './desk-view.ts';
import { HandPatterns } from '../shifts/hand-patterns.tsx';
import { NoteBar } from '../note/note-bar.tsx';
import { OwnLine } from '../ways/own-line.tsx';
import { OwnSchool } from '../ways/own-school.tsx';
import { SoundRoom } from '../sound/player.tsx';
import { BesideSentence, ScoreLookSentence } from '../look/score-look.tsx';
import { ShiftList } from '../shifts/shift-list.tsx';
import { TeacherKey } from '../look/teacher-key.tsx';
import { WaysList } from '../ways/ways-list.tsx';
import { WhyList } from '../ways/why-list.tsx';

// Asked for now and then: they come when they are.
const Comparison = lazy(async () => ({ default: (await import('../ways/comparison.tsx')).Comparison }));
const GradeSection = lazy(async () => ({ default: (await import('../grade/grade-section.tsx')).GradeSection }));

/** A room beside the score. */
export interface Room {
  readonly id: string;
  readonly name: string;
  /** Whether it gains by being opened wide. */
  readonly widens?: boolean;
  readonly show: (desk: DeskView) => ReactNode;
}

/** Every room, in the order of their doors. */
export const ROOMS = [
  { id: 'ways', name: 'Ways', widens: true, show: waysRoom },
  { id: 'note', name: 'Note', show: noteRoom },
  { id: 'shifts', name: 'Shifts', widens: true, show: shiftsRoom },
  { id: 'bow', name: 'Bow', show: bowRoom },
  { id: 'sound', name: 'Sound', show: ({ study, sounding }) => <SoundRoom study={study} sounding={sounding} /> },
  { id: 'look', name: 'Look', show: lookRoom },
  { id: 'grade', name: 'Grade', widens: true, show: gradeRoom },
] as const satisfies readonly Room[];

export type RoomId = (typeof ROOMS)[number]['id'];

function waysRoom({ study, settled, chosen, kept, look, others, selection, editing, pinning, ...desk }: DeskView) {
  return (
    <>
      {settled ? (
        <WaysList
          built={settled}
          chosen={chosen}
          kept={kept}
          onChoose={editing.chooseWay}
          onMore={(ways) => editing.applyChange({ ways })}
        >
          <WhyList built={settled} chosen={chosen} />
          <BesideSentence look={look} built={settled} chosen={chosen} onLook={editing.changeLook} />
        </WaysList>
      ) : null}
      {settled && others.length > 0 ? (
        <Suspense>
          <Comparison
            study={study}
            name={wayName(study.way, settled.ways, study)}
            others={others}
            selection={selection}
            onSelect={desk.onSelect}
            onTake={pinning.takeOver}
          />
        </Suspense>
      ) : null}
      <Button kind="quiet" disabled={study.recipe.pins.length === study.way.fingers.length} onClick={pinning.keepAll}>
        Keep this fingering
      </Button>
      <details className="mt-1">
        <summary className="cursor-pointer">Your own</summary>
        <OwnLine key={study.title} study={study} onTake={pinning.takeOver} onSelect={desk.onSelect} />
        <OwnSchool
          school={schoolOf(study.recipe)}
          instrument={study.recipe.instrument}
          recipe={study.recipe}
          onSchool={editing.followSchool}
        />
      </details>
    </>
  );
}

function noteRoom({ study, selection, pinning, editing }: DeskView) {
  if (!selection || selection.head >= study.passage.notes.length)
    return (
      <>
        <p>Choose a note on the score, with the mouse or the arrow keys.</p>
        <p className="mt-2 text-faint">0 to 4 and T pin its finger, a string’s letter its string; X releases it.</p>
      </>
    );
  return (
    <>
      <NoteBar
        study={study}
        selection={selection}
        onPin={pinning.pinOne}
        onPinRun={pinning.pinMany}
        onRelease={pinning.releaseMany}
        onRemark={editing.setRemark}
      />
      <Caution />
    </>
  );
}

function shiftsRoom({ listed, selection, onSelect }: DeskView) {
  return (
    <>
      <ShiftList study={listed} chosen={selection?.head} onSelect={onSelect} />
      <div className="mt-4">
        <HandPatterns study={listed} />
      </div>
      <Caution />
    </>
  );
}

function bowRoom({ study, listed, editing, pinning, onSheet }: DeskView) {
  return (
    <>
      <BowSection
        passage={study.passage}
        bowing={study.recipe.bowing}
        instrument={study.recipe.instrument}
        form={study.recipe.form}
        onBowing={editing.setBowing}
      />
      <BowOffer study={listed} onTake={pinning.takeOver} />
      <p className="mt-2">
        <Button kind="quiet" onClick={() => onSheet('variations')}>
          Variations …
        </Button>
      </p>
    </>
  );
}

function lookRoom({ settled, look, study, changes, editing }: DeskView) {
  return (
    <>
      {settled ? <ScoreLookSentence look={look} built={settled} onLook={editing.changeLook} /> : null}
      {changes ? <ChangesNote changes={changes} /> : null}
      {look.fingers === 'blank' ? <TeacherKey study={study} /> : null}
    </>
  );
}

function gradeRoom({ listed, savedId, editing }: DeskView) {
  return (
    <Suspense>
      <GradeSection study={listed} savedId={savedId} onChange={editing.applyChange} />
    </Suspense>
  );
}

function Caution() {
  return <p className="mt-5 max-w-prose text-sm text-faint">{CAUTION}</p>;
}
