import { Suspense, memo, useMemo, useState, type ComponentType } from 'react';
import type { ScoredStudy } from '../../../core/score/index.ts';
import type { Recipe } from '../../../core/recipe/index.ts';
import { schoolOf } from '../../../core/schools/index.ts';
import { wayName } from '../../../core/fingering/index.ts';
import { Button } from '../../../ui/button.tsx';
import type { DeskView } from './desk-view.ts';
import { afterScore } from '../score-stands.ts';
import { BesideSentence } from '../ways/beside-sentence.tsx';
import { WaysList } from '../ways/ways-list.tsx';
import { WhyList } from '../ways/why-list.tsx';
import { later } from '../../../ui/later.ts';

// Asked for now and then: they come when they are.
const Comparison = later(() => import('../ways/comparison.tsx'), 'Comparison');
const OwnLine = later(() => import('../ways/own-line.tsx'), 'OwnLine');
const OwnSchool = later(() => import('../ways/own-school.tsx'), 'OwnSchool');

/** Every room but the first, which is the one that stands open: they come once the first score of the page stands. */
const otherRooms = afterScore(() => import('./other-rooms.tsx'));

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
  { id: 'note', name: 'Note', Show: later(otherRooms, 'NoteRoom') },
  { id: 'shifts', name: 'Shifts', widens: true, Show: later(otherRooms, 'ShiftsRoom') },
  { id: 'bow', name: 'Bow', Show: later(otherRooms, 'BowRoom') },
  { id: 'sound', name: 'Sound', Show: later(otherRooms, 'SoundRoomOf') },
  { id: 'look', name: 'Look', Show: later(otherRooms, 'LookRoom') },
  { id: 'grade', name: 'Grade', widens: true, Show: later(otherRooms, 'GradeRoom') },
] as const satisfies readonly Room[];

export type RoomId = (typeof ROOMS)[number]['id'];

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
        <Suspense>
          <OwnLine key={listed.title} study={listed} onTake={onTake} onSelect={onSelect} />
          <OwnSchool school={schoolOf(asked)} instrument={asked.instrument} recipe={asked} onSchool={onSchool} />
        </Suspense>
      ) : null}
    </details>
  );
});
