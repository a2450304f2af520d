import { memo, useMemo } from 'react';
import { counted } from '../../../core/base/words.ts';
import type { ScoredStudy } from '../../../core/score/scored-study.ts';
import { leadSentences } from '../../../core/shifts/sentences.ts';
import { shiftCards, type ShiftCard } from '../../../core/shifts/shift-card.ts';

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
      <span>
        {card.from.position} → {card.to.position}
      </span>
      <span>
        {counted(Math.abs(card.halfSteps), 'half step')}, {Math.round(card.millimetres)} mm
      </span>
      <span className="text-faint">{leadSentences(card)[0]}</span>
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

/** Drawing units: a finger's disc and the hand's way between two of them. */
const DISC = 9;
const WAY = 34;

/** A shift as a small picture: the finger it leaves, the way of the hand, the finger it arrives on. */
export function ShiftPicture({ card: { from, to, halfSteps } }: { card: ShiftCard }) {
  const up = halfSteps > 0;
  const crosses = from.string !== to.string;
  const [low, high] = [26, 12];
  const [y1, y2] = up ? [low, high] : [high, low];
  const x2 = 2 * DISC + WAY + DISC;
  return (
    <svg
      width={x2 + 2 * DISC + 16}
      height={38}
      viewBox={`0 0 ${x2 + 2 * DISC + 16} 38`}
      role="img"
      aria-label={`${up ? 'up' : 'down'} from ${from.finger} on ${from.string} to ${to.finger}${crosses ? ` on ${to.string}` : ''}`}
      className="shift-picture shrink-0 font-sans"
    >
      <text x={2} y={y1 + 5} className="string-name">
        {from.string}
      </text>
      <path d={`M ${14 + 2 * DISC} ${y1} L ${x2 - 2} ${y2}`} />
      <g className="left">
        <circle cx={14 + DISC} cy={y1} r={DISC} />
        <text x={14 + DISC} y={y1 + 5} textAnchor="middle">
          {from.finger}
        </text>
      </g>
      <g className="reached">
        <circle cx={x2 + DISC} cy={y2} r={DISC} />
        <text x={x2 + DISC} y={y2 + 5} textAnchor="middle">
          {to.finger}
        </text>
      </g>
      {crosses ? (
        <text x={x2 + 2 * DISC + 3} y={y2 + 5} className="string-name">
          {to.string}
        </text>
      ) : null}
    </svg>
  );
}
