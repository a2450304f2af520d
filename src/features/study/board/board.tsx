import { memo, useRef, useState } from 'react';
import { Eye } from '../../../ui/icons.tsx';
import { INSTRUMENT_TABLE } from '../../../core/instruments/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { useStore } from 'zustand';
import type { DeskShape } from '../../../data/desk-shape.ts';
import { Menu, MenuCheck } from '../../../ui/menu.tsx';
import { useSize } from '../../../ui/use-size.ts';
import { Climb } from './climb.tsx';
import { Fingerboard, PLAIN_VIEW, type FingerboardView } from './fingerboard.tsx';
import { NowLine } from './now-line.tsx';
import type { Selection } from '../selection.ts';
import type { StudyStore } from '../study-store.ts';

/** Drawing units to a pixel at the usual height of the place, and the bounds of that. */
const USUAL_HIGH = 215;
const SCALE = { least: 0.8, most: 1.4 };

const VIEWS: readonly (readonly [keyof FingerboardView, string])[] = [
  ['path', 'The path of the notes'],
  ['facing', 'Facing the pupil'],
  ['leftHanded', 'Left-handed'],
  ['tapes', 'Finger tapes'],
];

/** Under the score, as wide as it is: the shift at hand, and the fingerboard or the map of the study. */
export const Board = memo(function Board({
  study,
  selection,
  store,
  shows,
  onShow,
  onSelect,
}: {
  study: ScoredStudy;
  selection: Selection | undefined;
  /** Tells the note that sounds, whose hand is drawn. */
  store: StudyStore;
  shows: DeskShape['board'];
  onShow: (board: DeskShape['board']) => void;
  onSelect: (at: number) => void;
}) {
  const [view, setView] = useState(PLAIN_VIEW);
  const place = useRef<HTMLDivElement>(null);
  const size = useSize(place);
  const scale = Math.max(SCALE.least, Math.min(SCALE.most, (size?.height ?? USUAL_HIGH) / USUAL_HIGH));
  const wide = Math.max(360, Math.round((size?.width ?? 900) / scale));
  const tall = Math.max(150, Math.round((size?.height ?? USUAL_HIGH) / scale));
  const sounding = useStore(store, (state) => state.sounding);
  const at = sounding ?? selection?.head;
  // Without a chosen note the hand of the first shown shift stands for all.
  const hand = at ?? study.way.shifts[0]?.to ?? 0;
  return (
    <section aria-label="Fingerboard and map" className="board">
      <div className="flex items-center justify-between gap-x-3">
        <NowLine study={study} at={at} onSelect={onSelect} />
        <div className="flex shrink-0 items-center gap-1">
          <div role="group" aria-label="Under the score" className="flex">
            <Shows on={shows === 'fingerboard'} onShow={() => onShow('fingerboard')}>
              Fingerboard
            </Shows>
            <Shows on={shows === 'map'} onShow={() => onShow('map')}>
              Map
            </Shows>
          </div>
          {shows === 'fingerboard' ? (
            <Menu
              trigger={
                <button type="button" aria-label="How the fingerboard is seen" className="min-h-8 px-2 hover:bg-wash">
                  <Eye size={18} aria-hidden="true" />
                </button>
              }
            >
              {VIEWS.map(([part, words]) => (
                <MenuCheck key={part} on={view[part]} onToggle={(on) => setView({ ...view, [part]: on })}>
                  {words}
                </MenuCheck>
              ))}
            </Menu>
          ) : null}
        </div>
      </div>
      <div ref={place} className="board-picture">
        {shows === 'fingerboard' ? (
          <Fingerboard study={study} selection={selection} hand={hand} view={view} room={size} onSelect={onSelect} />
        ) : (
          <Climb study={study} selection={selection} wide={wide} tall={tall} inARow onSelect={onSelect} />
        )}
      </div>
      <p className="sr-only">
        {INSTRUMENT_TABLE[study.recipe.instrument].name}: to scale; a thick line joins stops a half step apart; an arrow
        is a move of the hand.
      </p>
    </section>
  );
});

function Shows({ on, onShow, children }: { on: boolean; onShow: () => void; children: string }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onShow}
      className="min-h-8 px-2 hover:bg-wash aria-pressed:border-b-2 aria-pressed:border-accent aria-pressed:font-bold"
    >
      {children}
    </button>
  );
}
