import { useMemo } from 'react';
import { type SavedStudy, shapeOf } from '../../core/study/index.ts';

/** How wide a note stands at most, and how high a half step, CSS pixels: three octaves fill the height. */
const NOTE = 4;
const HALF_STEP = 0.85;
const WIDE = 150;
const HIGH = 36;

/**
 * The line of a study, to be known among others at a glance: as long and as high as it is beside the rest, strings
 * in turn heavy and light. What it says stands in the row in words.
 */
export function StudyShape({ study }: { study: SavedStudy | null | undefined }) {
  const shape = useMemo(() => (study ? shapeOf(study) : undefined), [study]);
  if (!shape) return <div style={{ height: HIGH }} />;
  const across = Math.min(NOTE, WIDE / shape.length);
  const upward = Math.min(HALF_STEP, (HIGH - 4) / Math.max(1, shape.height));
  const strings = [...new Set(shape.runs.map(({ string }) => string))];
  const place = ([at, height]: readonly [number, number]): string =>
    `${((at + 0.5) * across).toFixed(1)},${(HIGH - 2 - height * upward).toFixed(1)}`;
  return (
    <svg width={WIDE} height={HIGH} viewBox={`0 0 ${WIDE} ${HIGH}`} aria-hidden="true" className="study-shape">
      {shape.runs.map(({ string, notes }) => (
        <polyline
          key={notes[0]?.[0]}
          // One note alone is a dot: a line of no length with round ends.
          points={(notes.length > 1 ? notes : [...notes, ...notes]).map(place).join(' ')}
          strokeWidth={strings.indexOf(string) % 2 === 0 ? 3 : 1.4}
        />
      ))}
    </svg>
  );
}
