import { counted } from '../../core/base/words.ts';
import { instrumentFor, stringLength } from '../../core/instruments/instruments.ts';
import { memo, useState } from 'react';
import type { ScoredStudy } from '../../core/score/scored-study.ts';
import type { Way } from '../../core/fingering/fingering.ts';
import { handBlocks } from '../../core/fingering/reading/hand-blocks.ts';
import { stringPatterns } from '../../core/fingering/reading/half-steps.ts';
import { stopDistance, stopSpan } from '../../core/instruments/stop.ts';
import { Button } from '../../ui/button.tsx';
import { apart, LABEL_LINE } from './labels.ts';
import { isSelected, type Selection } from './selection.ts';

/** Drawing units; the picture scales to its place. */
const WIDE = 640;
const LEFT = 56;
const RIGHT = 14;
const ROW = 34;
const ARROW = 20;
const LEAST_STOP = 7;
/** About how wide a letter of a position's name is. */
const LETTER = 7;

/** The fingerboard to scale: every stop of the study, the hand of the chosen note, shifts as arrows. */
export const Fingerboard = memo(function Fingerboard({
  study,
  selection,
  onSelect,
}: {
  study: ScoredStudy;
  selection: Selection | undefined;
  onSelect: (at: number) => void;
}) {
  const [facing, setFacing] = useState(false);
  const [leftHanded, setLeftHanded] = useState(false);
  const [zoom, setZoom] = useState(1);
  const [path, setPath] = useState(false);
  const { way, recipe, passage } = study;
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const length = stringLength(recipe.instrument, recipe.setUp);
  const last = Math.max(LEAST_STOP, ...way.fingers.map((note) => note.stop)) + 1;
  const at = (stop: number): number => {
    const share = stopDistance(length, Math.max(0, stop)) / stopDistance(length, last);
    const x = LEFT + share * (WIDE - LEFT - RIGHT);
    return facing ? WIDE - x : x;
  };
  const openX = facing ? WIDE - LEFT + 24 : LEFT - 24;
  // As the player sees them: the highest string furthest from the floor side of the page.
  const order = instrument.strings.map((string) => string.name);
  const rows = leftHanded ? order : [...order].reverse();
  const moves = handMoves(way);
  const ups = moves.filter((move) => move.to > move.from);
  const downs = moves.filter((move) => move.to < move.from);
  const top = 12 + ARROW * ups.length + 12;
  const rowY = (string: string): number => top + ROW * (rows.indexOf(string) + 0.5);
  const bottom = top + ROW * rows.length;
  const patterns = stringPatterns(way.fingers, order);
  const head = selection?.head;
  const lastNote = way.fingers.length - 1;
  const block = handBlocks(way.fingers).find((one) => head !== undefined && head >= one.from && head <= one.to);
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
  const tall = named + 22 + ARROW * downs.length + 8;
  const noteAt = (string: string, stop: number): number =>
    way.fingers.findIndex((note) => note.string === string && note.stop === stop);
  return (
    <section aria-labelledby="fingerboard-heading">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 id="fingerboard-heading" className="text-xl">
          Fingerboard
        </h2>
        <div className="no-print flex flex-wrap gap-1">
          <Button
            kind="quiet"
            aria-label="The note before"
            disabled={head === 0}
            onClick={() => onSelect(head === undefined ? lastNote : head - 1)}
          >
            ◂
          </Button>
          <Button
            kind="quiet"
            aria-label="The note after"
            disabled={head === lastNote}
            onClick={() => onSelect(head === undefined ? 0 : head + 1)}
          >
            ▸
          </Button>
          <Toggle on={path} onToggle={setPath}>
            Path
          </Toggle>
          <Toggle on={facing} onToggle={setFacing}>
            Facing the pupil
          </Toggle>
          <Toggle on={leftHanded} onToggle={setLeftHanded}>
            Left-handed
          </Toggle>
          <Button kind="quiet" onClick={() => setZoom(zoom === 1 ? 2 : 1)}>
            {zoom === 1 ? 'Larger' : 'Smaller'}
          </Button>
        </div>
      </div>
      <div className="overflow-x-auto">
        <svg
          viewBox={`0 0 ${WIDE} ${tall}`}
          role="img"
          aria-label={`Fingerboard of the ${instrument.name.toLowerCase()}, ${Math.round(length)} mm string: ${patterns
            .filter((one) => one.stops.length > 0)
            .map((one) => `${one.string} ${one.stops.map((stop) => stop.fingers.join('/')).join(' ')}`)
            .join('; ')}`}
          className={`fingerboard mt-1 block font-sans ${zoom === 1 ? 'w-full' : 'w-[200%] max-w-none'}`}
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
              points={way.fingers
                .map((note) => `${note.stop <= 0 ? openX : at(note.stop)},${rowY(note.string)}`)
                .join(' ')}
            />
          ) : null}
          {patterns.flatMap(({ string, stops }) =>
            stops.map(({ stop, fingers }) => {
              const index = noteAt(string, stop);
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
                  <circle cx={stop <= 0 ? openX : at(stop)} cy={rowY(string)} r={12} />
                  <text x={stop <= 0 ? openX : at(stop)} y={rowY(string) + 5} textAnchor="middle">
                    {fingers.join('/')}
                  </text>
                </g>
              );
            }),
          )}
          {ups.map((move, lane) => (
            <Arrow
              key={`${move.from} ${move.to}`}
              from={at(move.from)}
              to={at(move.to)}
              y={14 + ARROW * lane}
              label={moveLabel(move, length)}
              now={move.arrivals.some((note) => isSelected(selection, note))}
            />
          ))}
          {downs.map((move, lane) => (
            <Arrow
              key={`${move.from} ${move.to}`}
              from={at(move.from)}
              to={at(move.to)}
              y={named + 32 + ARROW * lane}
              label={moveLabel(move, length)}
              now={move.arrivals.some((note) => isSelected(selection, note))}
            />
          ))}
          {names.map(({ words, x, y }) => (
            <text key={words + x} x={x + (LETTER * words.length) / 2} y={y} textAnchor="middle" className="position">
              {words}
            </text>
          ))}
        </svg>
      </div>
      <p className="text-sm text-faint">
        To scale for a string of {Math.round(length)} mm. A thick line joins stops a half step apart. Names below are
        positions, under their first finger. {passage.notes.length} notes.
      </p>
    </section>
  );
});

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

function moveLabel({ from, to, arrivals }: HandMove, length: number): string {
  const count = Math.abs(to - from);
  const words = `${counted(count, 'half step')} · ${Math.round(stopSpan(length, from, to))} mm`;
  return arrivals.length > 1 ? `${words} · ${arrivals.length} times` : words;
}

function Arrow({ from, to, y, label, now }: { from: number; to: number; y: number; label: string; now: boolean }) {
  const way = Math.sign(to - from);
  const beside = Math.max(from, to) + 6;
  const left = beside + 160 > WIDE;
  return (
    <g className={now ? 'arrow now' : 'arrow'}>
      <path d={`M ${from} ${y} H ${to - way * 5}`} />
      <path className="tip" d={`M ${to} ${y} l ${-7 * way} -4 v 8 z`} />
      <text x={left ? Math.min(from, to) - 6 : beside} y={y + 4} textAnchor={left ? 'end' : 'start'}>
        {label}
      </text>
    </g>
  );
}

function Toggle({ on, onToggle, children }: { on: boolean; onToggle: (on: boolean) => void; children: string }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={() => onToggle(!on)}
      className="rounded-sm px-2 py-1 underline decoration-rule underline-offset-4 hover:bg-wash aria-pressed:bg-wash aria-pressed:font-bold"
    >
      {on ? '✓ ' : ''}
      {children}
    </button>
  );
}
