import { Suspense } from 'react';
import { CAUTION } from '../../../core/shifts/index.ts';
import { Button } from '../../../ui/button.tsx';
import { NumberField } from '../../../ui/number-field.tsx';
import { BowOffer } from '../bow/bow-offer.tsx';
import { BowSection } from '../bow/bow-section.tsx';
import { ChangesNote } from '../look/changes-note.tsx';
import type { DeskView } from './desk-view.ts';
import { HandPatterns } from '../shifts/hand-patterns.tsx';
import { NoteBar } from '../note/note-bar.tsx';
import { SoundRoom } from '../sound/sound-room.tsx';
import { ScoreLookSentence } from '../look/score-look.tsx';
import { ShiftList } from '../shifts/shift-list.tsx';
import { TeacherKey } from '../look/teacher-key.tsx';
import { later } from '../../../ui/later.ts';

// Asked for now and then: it comes when it is.
const GradeSection = later(() => import('../grade/grade-section.tsx'), 'GradeSection');

export function SoundRoomOf({ desk }: { desk: DeskView }) {
  const { study, sounding, hearing, heard, onLevel, onHeard, onListen } = desk;
  return <SoundRoom {...{ study, sounding, hearing, heard, onLevel, onHeard, onListen }} />;
}

export function NoteRoom({ desk: { study, selection, pinning, editing } }: { desk: DeskView }) {
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

export function ShiftsRoom({ desk: { listed, selection, onSelect } }: { desk: DeskView }) {
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

/** A second choice may follow before the picture has followed the first: both are made of what is asked. */
export function BowRoom({ desk: { asked, study, listed, editing, pinning, onSheet } }: { desk: DeskView }) {
  if (study.recipe.music) {
    return (
      <p>
        The bows are those of the music, at{' '}
        <NumberField
          label="Beats a minute"
          value={asked.bowing.bpm}
          least={20}
          most={400}
          onNumber={(bpm) => editing.setBowing({ ...asked.bowing, bpm })}
        />{' '}
        quarters a minute.
      </p>
    );
  }
  return (
    <>
      <BowSection
        passage={study.passage}
        bowing={asked.bowing}
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

export function LookRoom({ desk: { settled, look, study, changes, editing } }: { desk: DeskView }) {
  return (
    <>
      {settled ? <ScoreLookSentence look={look} built={settled} onLook={editing.changeLook} /> : null}
      {changes ? <ChangesNote changes={changes} /> : null}
      {look.fingers === 'blank' ? <TeacherKey study={study} /> : null}
    </>
  );
}

export function GradeRoom({ desk: { listed, savedId, editing } }: { desk: DeskView }) {
  return (
    <Suspense>
      <GradeSection study={listed} savedId={savedId} onChange={editing.applyChange} />
    </Suspense>
  );
}

function Caution() {
  return <p className="mt-5 max-w-prose text-sm text-faint">{CAUTION}</p>;
}
