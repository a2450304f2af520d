import { lazy, Suspense, memo, useMemo, useState, type ComponentType } from 'react';
import type { ScoredStudy } from '../../../core/score/scored-study.ts';
import { schoolOf, type Recipe } from '../../../core/recipe/recipe.ts';
import { wayName } from '../../../core/fingering/reading/way-name.ts';
import { CAUTION } from '../../../core/shifts/caution.ts';
import { Button } from '../../../ui/button.tsx';
import { NumberField } from '../../../ui/number-field.tsx';
import { BowOffer } from '../bow/bow-offer.tsx';
import { BowSection } from '../bow/bow-section.tsx';
import { ChangesNote } from '../look/changes-note.tsx';
import type { DeskView } from './desk-view.ts';
import { HandPatterns } from '../shifts/hand-patterns.tsx';
import { NoteBar } from '../note/note-bar.tsx';
import { OwnLine } from '../ways/own-line.tsx';
import { OwnSchool } from '../ways/own-school.tsx';
import { SoundRoom } from '../sound/sound-room.tsx';
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
  readonly Show: ComponentType<{ readonly desk: DeskView }>;
}

/** Every room, in the order of their doors. */
export const ROOMS = [
  { id: 'ways', name: 'Ways', widens: true, Show: WaysRoom },
  { id: 'note', name: 'Note', Show: NoteRoom },
  { id: 'shifts', name: 'Shifts', widens: true, Show: ShiftsRoom },
  { id: 'bow', name: 'Bow', Show: BowRoom },
  { id: 'sound', name: 'Sound', Show: SoundRoomOf },
  { id: 'look', name: 'Look', Show: LookRoom },
  { id: 'grade', name: 'Grade', widens: true, Show: GradeRoom },
] as const satisfies readonly Room[];

export type RoomId = (typeof ROOMS)[number]['id'];

function SoundRoomOf({ desk }: { desk: DeskView }) {
  const { study, sounding, hearing, heard, onLevel, onHeard, onListen } = desk;
  return <SoundRoom {...{ study, sounding, hearing, heard, onLevel, onHeard, onListen }} />;
}

function WaysRoom({ desk }: { desk: DeskView }) {
  const { asked, study, listed, settled, chosen, kept, look, others, selection, editing, pinning, onSelect } = desk;
  // The list is drawn when ways change, not with every note that is chosen or pinned.
  const list = useMemo(
    () =>
      settled ? (
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
      ) : null,
    [settled, chosen, kept, look, editing],
  );
  return (
    <>
      {list}
      {settled && others.length > 0 ? (
        <Suspense>
          <Comparison
            study={study}
            name={wayName(study.way, settled.ways, study)}
            others={others}
            selection={selection}
            onSelect={onSelect}
            onTake={pinning.takeOver}
          />
        </Suspense>
      ) : null}
      <Button kind="quiet" disabled={study.recipe.pins.length === study.way.fingers.length} onClick={pinning.keepAll}>
        Keep this fingering
      </Button>
      <Own
        asked={asked}
        listed={listed}
        onSelect={onSelect}
        onTake={pinning.takeOver}
        onSchool={editing.followSchool}
      />
    </>
  );
}

/** A fingering typed as a line, and a school by sliders; made when they are unfolded. */
const Own = memo(function Own({
  asked,
  listed,
  onSelect,
  onTake,
  onSchool,
}: {
  asked: Recipe;
  listed: ScoredStudy;
  onSelect: DeskView['onSelect'];
  onTake: DeskView['pinning']['takeOver'];
  onSchool: DeskView['editing']['followSchool'];
}) {
  const [open, setOpen] = useState(false);
  return (
    <details className="mt-1" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer">Your own</summary>
      {open ? (
        <>
          <OwnLine key={listed.title} study={listed} onTake={onTake} onSelect={onSelect} />
          <OwnSchool school={schoolOf(asked)} instrument={asked.instrument} recipe={asked} onSchool={onSchool} />
        </>
      ) : null}
    </details>
  );
});

function NoteRoom({ desk: { study, selection, pinning, editing } }: { desk: DeskView }) {
  if (!selection || selection.head >= study.passage.notes.length)
    return (
      <>
        <p>Choose a note on the score: touch it, click it, or go there with the arrow keys.</p>
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

function ShiftsRoom({ desk: { listed, selection, onSelect } }: { desk: DeskView }) {
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

function BowRoom({ desk: { study, listed, editing, pinning, onSheet } }: { desk: DeskView }) {
  if (study.recipe.music) {
    return (
      <p>
        The bows are those of the music, at{' '}
        <NumberField
          label="Beats a minute"
          value={study.recipe.bowing.bpm}
          least={20}
          most={400}
          onNumber={(bpm) => editing.setBowing({ ...study.recipe.bowing, bpm })}
        />{' '}
        quarters a minute.
      </p>
    );
  }
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

function LookRoom({ desk: { settled, look, study, changes, editing } }: { desk: DeskView }) {
  return (
    <>
      {settled ? <ScoreLookSentence look={look} built={settled} onLook={editing.changeLook} /> : null}
      {changes ? <ChangesNote changes={changes} /> : null}
      {look.fingers === 'blank' ? <TeacherKey study={study} /> : null}
    </>
  );
}

function GradeRoom({ desk: { listed, savedId, editing } }: { desk: DeskView }) {
  return (
    <Suspense>
      <GradeSection study={listed} savedId={savedId} onChange={editing.applyChange} />
    </Suspense>
  );
}

function Caution() {
  return <p className="mt-5 max-w-prose text-sm text-faint">{CAUTION}</p>;
}
