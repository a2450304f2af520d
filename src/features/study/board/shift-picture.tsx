import type { ShiftCard } from '../../../core/shifts/index.ts';

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
