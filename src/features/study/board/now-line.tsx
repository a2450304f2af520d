import { memo, useMemo } from 'react';
import { counted } from '../../../core/base/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { leadSentences, shiftCards } from '../../../core/shifts/index.ts';

import { ShiftPicture } from './shift-picture.tsx';

/**
 * The shift at hand in three facts: the one that arrives on the note, or the next to come, or the first
 * of all; so that opening a study already points at it.
 */
export const NowLine = memo(function NowLine({
  study,
  at,
  onSelect,
}: {
  study: ScoredStudy;
  /** The chosen note, or the one that sounds. */
  at: number | undefined;
  onSelect: (at: number) => void;
}) {
  const { way, passage, recipe } = study;
  const cards = useMemo(() => shiftCards(way, passage, recipe), [way, passage, recipe]);
  const next = cards.findIndex(({ shift }) => shift.to >= (at ?? 0));
  const place = next < 0 ? cards.length - 1 : next;
  const card = cards[place];
  if (!card) return <p className="now-line">No shift: the hand stays where it is.</p>;
  const go = (to: number): void => {
    const other = cards[(to + cards.length) % cards.length];
    if (other) onSelect(other.shift.to);
  };
  return (
    <div className="now-line flex flex-wrap items-center gap-x-3" aria-label="The shift" role="group">
      <span className="whitespace-nowrap">
        <Step name="The shift before" sign="◂" onStep={() => go(place - 1)} />
        <button type="button" className="font-bold hover:bg-wash" onClick={() => onSelect(card.shift.to)}>
          Shift {place + 1} of {cards.length}
        </button>
        <Step name="The shift after" sign="▸" onStep={() => go(place + 1)} />
      </span>
      <ShiftPicture card={card} />
      <span className="leading-snug">
        <span className="block font-bold">
          {card.from.position} → {card.to.position}
        </span>
        {counted(Math.abs(card.halfSteps), 'half step')}, {Math.round(card.millimetres)} mm
      </span>
      <span className="lead flex-1 basis-52 leading-snug text-faint">{leadSentences(card)[0]}</span>
    </div>
  );
});

function Step({ name, sign, onStep }: { name: string; sign: string; onStep: () => void }) {
  return (
    <button type="button" aria-label={name} className="min-h-8 min-w-8 px-2 hover:bg-wash" onClick={onStep}>
      {sign}
    </button>
  );
}
