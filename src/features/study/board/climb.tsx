import { counted } from '../../../core/base/index.ts';
import { partNames, type Course } from '../../../core/passage/index.ts';
import { memo } from 'react';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { handBlocks } from '../../../core/fingering/index.ts';
import { apart, LABEL_LINE } from './labels.ts';
import { isSelected, type Selection } from '../selection.ts';

/** Drawing units; the picture scales to its place. */
const PAPER_WIDE = 640;
const EDGE = 26;
const PAPER_TALL = 220;
const HEAD = 50;
/** Above a study in a row stand three lines of names. */
const ROW_HEAD = 62;
const FOOT = 40;
/** How each string's notes are joined, lowest string first: told apart without colour. */
const DASHES = ['', '7 3', '2 3', '9 3 2 3', '1 4', '4 4', '12 4'];

/** One direction of the study as it stands in the picture. */
interface Row {
  readonly title: string;
  readonly notes: readonly number[];
  /** The way down is drawn from right to left, so that it stands under the way up. */
  readonly backwards: boolean;
}

/** About how wide a letter of a position's name and of a string's is. */
const LETTER = 6.5;
const STRING_LETTER = 10;
const SHIFT_LETTER = 9;
const UP = -LABEL_LINE / 2;

/** What a row is called that holds all of a line. */
const COURSE_WORDS: Readonly<Record<Course, string>> = { up: 'going up', down: 'coming down', 'up-down': '', free: '' };

/** The whole study at a glance: pitch rising over time, a block for each hand, shifts between blocks. */
export const Climb = memo(function Climb({
  study,
  selection,
  onSelect,
  title = 'The map',
  wide: WIDE = PAPER_WIDE,
  tall: TALL = PAPER_TALL,
  inARow: asked = false,
}: {
  study: ScoredStudy;
  title?: string;
  /** Width, and height of a row, in drawing units: a letter is fifteen high. */
  wide?: number;
  tall?: number;
  /** Up and down after one another, in the time in which they are played. */
  inARow?: boolean;
  selection: Selection | undefined;
  onSelect: (at: number) => void;
}) {
  const { way, passage } = study;
  const { notes, top } = passage;
  // A set has a row for each of its parts.
  const inARow = asked && passage.parts.length === 1;
  const altered = new Map(study.look?.altered?.map(({ at, by }) => [at, by]));
  const heard = new Map(study.look?.heard?.map(({ at, words }) => [at, words]));
  const all = notes.map((note) => note.at);
  const rows: Row[] =
    passage.parts.length > 1
      ? partNames(study.recipe).map((title, part) => ({
          title: title.toLowerCase(),
          notes: all.slice(passage.parts[part], passage.parts[part + 1]),
          backwards: false,
        }))
      : passage.course === 'up-down' && !inARow
        ? [
            { title: 'going up', notes: all.slice(0, top + 1), backwards: false },
            { title: 'coming down', notes: all.slice(top), backwards: true },
          ]
        : [{ title: inARow ? '' : COURSE_WORDS[passage.course], notes: all, backwards: false }];
  const longest = Math.max(...rows.map((row) => row.notes.length));
  const pitches = notes.map((note) => note.pitch.midi);
  const low = Math.min(...pitches);
  const high = Math.max(...pitches);
  const blocks = handBlocks(way.fingers);
  const strings = [...new Set(way.fingers.map((note) => note.string))].reverse();
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${TALL * rows.length}`}
      role="img"
      aria-label={`${title}: ${blocks.map((block) => `${block.position}, notes ${block.from + 1} to ${block.to + 1}`).join('; ')}`}
      className={`climb block w-full font-sans ${rows.length > 1 ? 'h-auto' : 'h-full'}`}
    >
      {rows.map((row, r) => {
        // Up and down stand under one another, note under note; parts fill a row each.
        const count = passage.parts.length > 1 ? row.notes.length : longest;
        const step = (WIDE - 2 * EDGE) / Math.max(1, count - 1);
        const radius = Math.min(10, Math.max(5, step * 0.42));
        const x = (at: number): number => {
          const place = row.notes.indexOf(at);
          return row.backwards ? EDGE + (row.notes.length - 1 - place) * step : EDGE + place * step;
        };
        const y = (at: number): number => {
          const share = ((pitches[at] ?? low) - low) / Math.max(1, high - low);
          return r * TALL + TALL - FOOT - share * (TALL - (inARow ? ROW_HEAD : HEAD) - FOOT);
        };
        const here = new Set(row.notes);
        const inRow = blocks
          .map((block) => row.notes.filter((at) => at >= block.from && at <= block.to && here.has(at)))
          .map((list, k) => ({ list, block: blocks[k] }))
          .filter(({ list }) => list.length > 0);
        return (
          <g key={row.title}>
            <text x={EDGE - 12} y={r * TALL + 14} className="row">
              {row.title}
            </text>
            {inRow.map(({ list }) => {
              const xs = list.map(x);
              const ys = list.map(y);
              const left = Math.min(...xs) - radius - 3;
              const topEdge = Math.min(...ys) - radius - 4;
              return (
                <g key={list[0]} className={list.some((at) => isSelected(selection, at)) ? 'block now' : 'block'}>
                  <rect
                    x={left}
                    y={topEdge}
                    width={Math.max(...xs) - Math.min(...xs) + 2 * radius + 6}
                    height={Math.max(...ys) - Math.min(...ys) + 2 * radius + 8}
                    rx={5}
                  />
                </g>
              );
            })}
            {row.notes.slice(1).map((at, k) => {
              const before = row.notes[k] as number;
              const string = way.fingers[at]?.string;
              const joined = string === way.fingers[before]?.string;
              return (
                <line
                  key={at}
                  x1={x(before)}
                  y1={y(before)}
                  x2={x(at)}
                  y2={y(at)}
                  className={joined ? 'joined' : 'crossing'}
                  strokeDasharray={joined ? DASHES[strings.indexOf(string ?? '')] : undefined}
                />
              );
            })}
            {row.notes.map((at) => {
              const note = way.fingers[at];
              if (!note) return null;
              return (
                <g
                  key={at}
                  className={isSelected(selection, at) ? 'place now' : 'place'}
                  onClick={() => onSelect(at)}
                  data-note={at}
                >
                  <circle cx={x(at)} cy={y(at)} r={radius} />
                  <text
                    x={x(at)}
                    y={y(at) + radius * 0.45}
                    textAnchor="middle"
                    style={{ fontSize: `${Math.max(12, radius * 1.5)}px` }}
                  >
                    {note.finger}
                  </text>
                  {altered.has(at) ? (
                    <text x={x(at) + radius + 1} y={y(at) - radius + 3} className="altered">
                      {(altered.get(at) ?? 0) > 0 ? '▴' : '▾'}
                    </text>
                  ) : null}
                  {heard.has(at) ? (
                    <text x={x(at)} y={y(at) - radius - 4} textAnchor="middle" className="heard">
                      {heard.get(at)}
                    </text>
                  ) : null}
                </g>
              );
            })}
            {apart(
              way.shifts
                .filter(({ to }) => row.notes.indexOf(to) > 0)
                .map(({ to, semitones }) => ({
                  words: `${semitones > 0 ? '↑' : '↓'}${Math.abs(semitones)}`,
                  x: x(to) - SHIFT_LETTER,
                  y: y(to) + radius + 13,
                })),
              SHIFT_LETTER,
              LABEL_LINE,
            ).map((label) => (
              <text key={label.x} x={label.x} y={label.y} className="shift">
                <title>{`${label.words.startsWith('↑') ? 'up' : 'down'} ${counted(Number(label.words.slice(1)), 'half step')}`}</title>
                {label.words}
              </text>
            ))}
            {apart(
              row.notes
                .filter((at, k) => k === 0 || way.fingers[at]?.string !== way.fingers[at - 1]?.string)
                .map((at) => ({
                  words: way.fingers[at]?.string ?? '',
                  x: x(at) - STRING_LETTER / 2,
                  y: r * TALL + TALL - 6,
                })),
              STRING_LETTER,
              UP,
            ).map((label) => (
              <text
                key={label.x}
                x={label.x + STRING_LETTER / 2}
                y={label.y}
                textAnchor="middle"
                className="string-name"
              >
                {label.words}
              </text>
            ))}
            {apart(
              inRow.map(({ list, block }) => ({
                words: block?.position ?? '',
                x: Math.min(...list.map(x)) - radius - 1,
                // In a row the notes of the next hand stand where the name would: names have lines of their own above.
                y: inARow ? LABEL_LINE : Math.min(...list.map(y)) - radius - 8,
              })),
              LETTER,
              inARow ? LABEL_LINE : UP,
            ).map((label) => (
              <text key={label.x} x={label.x} y={label.y} className="label">
                {label.words}
              </text>
            ))}
          </g>
        );
      })}
    </svg>
  );
});
