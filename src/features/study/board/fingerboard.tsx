import { counted } from '../../../core/base/index.ts';
import { handSystemOf, instrumentFor, stringLength, stopDistance, stopSpan } from '../../../core/instruments/index.ts';
import { tapesOf } from '../../../core/shifts/index.ts';
import { memo } from 'react';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { type Way, handBlocks, stringPatterns } from '../../../core/fingering/index.ts';
import { apart, LABEL_LINE } from './labels.ts';
import type { Size } from '../../../ui/use-size.ts';
import { isSelected, type Selection } from '../selection.ts';

/** Drawing units; the picture scales to its place. On paper it is so wide. */
const PAPER_WIDE = 640;
const LEFT = 56;
const RIGHT = 14;
const ROW = 30;
/** How high an arrow's lane is: on paper its words stand beside it, on the desk the line above says them. */
const LANE = { paper: 20, desk: 10 };
const LEAST_STOP = 7;
/** A finger's disc; where stops lie close it is smaller, so that none hides its neighbour's finger. */
const DISC = { usual: 12, least: 5 };
/** About how wide a letter of a position's name is. */
const LETTER = 7;

/** From where the fingerboard is seen, and what is drawn on it besides. */
export interface FingerboardView {
  readonly facing: boolean;
  readonly leftHanded: boolean;
  readonly path: boolean;
  /** Where a beginner's finger tapes lie. */
  readonly tapes: boolean;
}

export const PLAIN_VIEW: FingerboardView = { facing: false, leftHanded: false, path: false, tapes: false };

/** The fingerboard to scale: every stop of the study, the hand of the chosen note, shifts as arrows. */
export const Fingerboard = memo(function Fingerboard({
  study,
  selection,
  hand: handAt = selection?.head,
  view = PLAIN_VIEW,
  room,
  onSelect,
}: {
  study: ScoredStudy;
  selection: Selection | undefined;
  /** The note whose hand is drawn: the chosen one, or the one that sounds. */
  hand?: number | undefined;
  view?: FingerboardView;
  /** The place it is made to fill; otherwise it is as wide as on paper. */
  room?: Size | undefined;
  onSelect: (at: number) => void;
}) {
  const { facing, leftHanded, path, tapes } = view;
  const { way, recipe } = study;
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const length = stringLength(recipe.instrument, recipe.setUp);
  const moves = handMoves(way);
  const lane = room ? LANE.desk : LANE.paper;
  const beside = room ? 0 : WORDS_WIDE;
  const ups = inLanes(
    moves.filter((move) => move.to > move.from),
    beside,
  );
  const downs = inLanes(
    moves.filter((move) => move.to < move.from),
    beside,
  );
  const top = 10 + lane * lanesOf(ups) + 4 + (tapes ? 14 : 0);
  const bottom = top + ROW * instrument.strings.length;
  const WIDE = room ? widthIn(room, bottom + 36 + lane * lanesOf(downs)) : PAPER_WIDE;
  const last = Math.max(LEAST_STOP, ...way.fingers.map((note) => note.stop)) + 1;
  // The shift at hand is marked before anything is chosen.
  const isNow = ({ arrivals }: HandMove): boolean =>
    arrivals.some((note) => (selection ? isSelected(selection, note) : note === handAt));
  const at = (stop: number): number => {
    const share = stopDistance(length, Math.max(0, stop)) / stopDistance(length, last);
    const x = LEFT + share * (WIDE - LEFT - RIGHT);
    return facing ? WIDE - x : x;
  };
  const openX = facing ? WIDE - LEFT + 24 : LEFT - 24;
  // As the player sees them: the highest string furthest from the floor side of the page.
  const order = instrument.strings.map((string) => string.name);
  const rows = leftHanded ? order : [...order].reverse();
  const rowY = (string: string): number => top + ROW * (rows.indexOf(string) + 0.5);
  const patterns = stringPatterns(way.fingers, order);
  const block = handBlocks(way.fingers).find((one) => handAt !== undefined && handAt >= one.from && handAt <= one.to);
  const reach = block
    ? way.fingers.slice(block.from, block.to + 1).flatMap((note) => (note.finger === 0 ? [] : [note.stop]))
    : [];
  const hands = [...new Map(handBlocks(way.fingers).map((one) => [one.hand, one])).values()]
    .map((one) => {
      const stops = way.fingers.filter((note) => note.hand === one.hand && note.finger !== 0).map((note) => note.stop);
      return { ...one, low: Math.min(one.hand, ...stops), high: Math.max(one.hand, ...stops) };
    })
    .filter((one) => one.hand > 0);
  // Hands that lie close have their names on lines below one another.
  const names = apart(
    hands.map(({ hand, position }) => ({
      words: position,
      x: at(hand) - (LETTER * position.length) / 2,
      y: bottom + 16,
    })),
    LETTER,
    LABEL_LINE,
  );
  const named = Math.max(bottom + 16, ...names.map(({ y }) => y)) - 16;
  const tall = named + 20 + lane * lanesOf(downs);
  const noteAt = (string: string, stop: number): number =>
    way.fingers.findIndex((note) => note.string === string && note.stop === stop);
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${tall}`}
      role="img"
      aria-label={`Fingerboard of the ${instrument.name.toLowerCase()}, ${Math.round(length)} mm string: ${patterns
        .filter((one) => one.stops.length > 0)
        .map((one) => `${one.string} ${one.stops.map((stop) => stop.fingers.join('/')).join(' ')}`)
        .join('; ')}`}
      className="fingerboard block h-full w-full font-sans"
    >
      {Array.from({ length: last }, (_, k) => k + 1).map((stop) => (
        <line
          key={stop}
          x1={at(stop)}
          x2={at(stop)}
          y1={top}
          y2={bottom}
          className={stop % 12 === 0 ? 'octave' : 'stop'}
        />
      ))}
      {tapes
        ? tapesOf(instrument, handSystemOf(recipe)).map(([finger, stop]) => (
            <g key={finger} className="tape">
              <line x1={at(stop)} x2={at(stop)} y1={top - 6} y2={bottom + 2} />
              <text x={at(stop)} y={top - 9} textAnchor="middle">
                {finger}
              </text>
            </g>
          ))
        : null}
      <line x1={at(0)} x2={at(0)} y1={top - 4} y2={bottom + 4} className="nut" />
      {hands.map((one) => (
        <rect
          key={one.hand}
          x={Math.min(at(one.low), at(one.high)) - 14}
          y={top + 2}
          width={Math.abs(at(one.high) - at(one.low)) + 28}
          height={bottom - top - 4}
          rx={6}
          className="other-hand"
        />
      ))}
      {block && reach.length > 0 ? (
        <rect
          x={Math.min(at(block.hand), at(Math.max(...reach))) - 14}
          y={top + 2}
          width={Math.abs(at(Math.max(...reach)) - at(block.hand)) + 28}
          height={bottom - top - 4}
          rx={6}
          className="hand"
        />
      ) : null}
      {order.map((string, index) => (
        <g key={string}>
          <line
            x1={openX}
            x2={at(last)}
            y1={rowY(string)}
            y2={rowY(string)}
            className="string"
            strokeWidth={1 + 0.6 * (order.length - 1 - index)}
          />
          <text x={facing ? WIDE - 9 : 9} y={rowY(string) + 5} textAnchor="middle" className="name">
            {string}
          </text>
        </g>
      ))}
      {patterns.flatMap(({ halfSteps }) =>
        halfSteps
          .filter((gap) => gap.low > 0)
          .map((gap) => (
            <line
              key={gap.string + gap.low}
              x1={at(gap.low)}
              x2={at(gap.high)}
              y1={rowY(gap.string)}
              y2={rowY(gap.string)}
              className="half-step"
            />
          )),
      )}
      {path ? (
        <polyline
          className="path"
          points={way.fingers.map((note) => `${note.stop <= 0 ? openX : at(note.stop)},${rowY(note.string)}`).join(' ')}
        />
      ) : null}
      {patterns.flatMap(({ string, stops }) =>
        stops.map(({ stop, fingers }) => {
          const index = noteAt(string, stop);
          const x = stop <= 0 ? openX : at(stop);
          const apartBy = stops.map((other) => Math.abs(at(other.stop) - x)).filter((far) => far > 0);
          const r = Math.max(DISC.least, Math.min(DISC.usual, Math.min(...apartBy) / 2));
          const now = way.fingers.some(
            (note) => note.string === string && note.stop === stop && isSelected(selection, note.at),
          );
          return (
            <g
              key={string + stop}
              className={now ? 'place now' : 'place'}
              onClick={() => onSelect(index)}
              data-note={index}
              data-stop={string + stop}
            >
              <circle cx={x} cy={rowY(string)} r={r} />
              <text
                x={x}
                y={rowY(string) + (5 * r) / DISC.usual}
                textAnchor="middle"
                style={r < DISC.usual ? { fontSize: `${Math.max(11, (15 * r) / DISC.usual)}px` } : undefined}
              >
                {fingers.join('/')}
              </text>
            </g>
          );
        }),
      )}
      {(study.look?.heard ?? []).map(({ at: note, cents, words }) => {
        const played = way.fingers[note];
        if (cents === undefined || !played || played.finger === 0) return null;
        // To scale: where the finger came down, beside where it should have.
        const x = at(played.stop + cents / 100);
        const y = rowY(played.string);
        return (
          <path key={note} d={`M${x} ${y - 14}v28M${x - 4} ${y - 14}h8M${x - 4} ${y + 14}h8`} className="landed">
            <title>{`${words} cents`}</title>
          </path>
        );
      })}
      {ups.map(({ move, lane: place }) => (
        <Arrow
          key={`${move.from} ${move.to}`}
          from={at(move.from)}
          to={at(move.to)}
          y={12 + lane * place}
          label={room === undefined ? moveLabel(move, length) : ''}
          wide={WIDE}
          now={isNow(move)}
        />
      ))}
      {downs.map(({ move, lane: place }) => (
        <Arrow
          key={`${move.from} ${move.to}`}
          from={at(move.from)}
          to={at(move.to)}
          y={named + 28 + lane * place}
          label={room === undefined ? moveLabel(move, length) : ''}
          wide={WIDE}
          now={isNow(move)}
        />
      ))}
      {names.map(({ words, x, y }) => (
        <text key={words + x} x={x + (LETTER * words.length) / 2} y={y} textAnchor="middle" className="position">
          {words}
        </text>
      ))}
    </svg>
  );
});

/** Drawing units to a pixel are held between these, so that letters stay readable and never shout. */
const SCALE = { least: 0.72, most: 1.5 };

/** How wide a picture so high has to be drawn to fill a place. */
function widthIn({ width, height }: Size, tall: number): number {
  const scale = Math.max(SCALE.least, Math.min(SCALE.most, height / tall));
  return Math.max(340, Math.round(width / scale));
}

/** A move of the hand from one place to another, and the notes on which it arrives there. */
interface HandMove {
  readonly from: number;
  readonly to: number;
  readonly arrivals: readonly number[];
}

/** The moves a fingering makes, in the order they first come; one that comes again is the same move. */
function handMoves({ fingers, shifts }: Way): HandMove[] {
  const moves = new Map<string, HandMove>();
  for (const shift of shifts) {
    const from = fingers[shift.from]?.hand ?? 0;
    const to = fingers[shift.to]?.hand ?? 0;
    const key = `${from} ${to}`;
    moves.set(key, { from, to, arrivals: [...(moves.get(key)?.arrivals ?? []), shift.to] });
  }
  return [...moves.values()];
}

/** A move in its lane: moves that would lie on one another have lanes of their own. */
interface InLane {
  readonly move: HandMove;
  readonly lane: number;
}

/** Room an arrow's words need beside it, in stops. */
const WORDS_WIDE = 5;

/** @param beside how far an arrow keeps those behind it off its lane, in stops. */
function inLanes(moves: readonly HandMove[], beside: number): InLane[] {
  const ends: number[] = [];
  return moves
    .toSorted((a, b) => Math.min(a.from, a.to) - Math.min(b.from, b.to))
    .map((move) => {
      const begin = Math.min(move.from, move.to);
      const free = ends.findIndex((end) => end <= begin);
      const lane = free < 0 ? ends.length : free;
      ends[lane] = Math.max(move.from, move.to) + beside;
      return { move, lane };
    });
}

function lanesOf(placed: readonly InLane[]): number {
  return Math.max(0, ...placed.map(({ lane }) => lane + 1));
}

/** `3 half steps · 74 mm · 2×`, for paper: how far the hand goes on this string, and how often. On the desk the line above says it. */
function moveLabel({ from, to, arrivals }: HandMove, length: number): string {
  const words = `${counted(Math.abs(to - from), 'half step')} · ${Math.round(stopSpan(length, from, to))} mm`;
  return arrivals.length > 1 ? `${words} · ${arrivals.length}×` : words;
}

function Arrow({
  from,
  to,
  y,
  label,
  wide,
  now,
}: {
  from: number;
  to: number;
  y: number;
  label: string;
  wide: number;
  now: boolean;
}) {
  const way = Math.sign(to - from);
  const beside = Math.max(from, to) + 6;
  const left = beside + LETTER * label.length > wide;
  return (
    <g className={now ? 'arrow now' : 'arrow'}>
      {/* Begins a little late, so that it stands apart from one that ends there. */}
      <path d={`M ${from + way * 3} ${y} H ${to - way * 5}`} />
      <path className="tip" d={`M ${to} ${y} l ${-7 * way} -4 v 8 z`} />
      <text x={left ? Math.min(from, to) - 6 : beside} y={y + 4} textAnchor={left ? 'end' : 'start'}>
        {label}
      </text>
    </g>
  );
}
