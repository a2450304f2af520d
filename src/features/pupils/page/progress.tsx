import { dayWords, type PupilWhole } from '../../../core/practice/index.ts';
import { useMemo } from 'react';
import { Drawing } from '../../../ui/drawing.tsx';
import { today } from '../../../data/today.ts';
import type { Climbing } from '../use-climbing.ts';
import { progress, weeksOf } from './progress-options.ts';

/** So many studies have a line of their own; more would be a tangle. */
const LINES = 6;

/** Tempo and minutes over the weeks, as a picture and as figures. */
export function Progress({ whole, climbing }: { whole: PupilWhole; climbing: readonly Climbing[] }) {
  const shown = useMemo(
    () =>
      climbing
        .toSorted((a, b) => ((b.standing.last?.date ?? '') < (a.standing.last?.date ?? '') ? -1 : 1))
        .slice(0, LINES),
    [climbing],
  );
  const weeks = useMemo(
    () =>
      weeksOf(
        whole.attempts,
        shown.map(({ assignment }) => assignment.study),
        today(),
      ),
    [whole, shown],
  );
  const option = useMemo(
    () =>
      progress(
        weeks,
        shown.map(({ title }) => title),
      ),
    [weeks, shown],
  );
  if (whole.attempts.length === 0) return <p className="text-faint">Nothing has been practised yet.</p>;
  return (
    <figure>
      <Drawing
        label={`Tempo of each study and minutes of practice of ${whole.pupil.name}, week by week`}
        option={option}
      />
      <details>
        <summary className="cursor-pointer">The figures</summary>
        <div className="overflow-x-auto">
          <table className="mt-1 border-collapse text-left">
            <thead>
              <tr className="border-b border-ink text-sm text-faint">
                <th className="py-1 pr-4 font-medium">Week from</th>
                <th className="py-1 pr-4 font-medium">Minutes</th>
                <th className="py-1 pr-4 font-medium">Clean tries</th>
                {shown.map(({ assignment, title }) => (
                  <th key={assignment.id} className="py-1 pr-4 font-medium">
                    {title}, beats a minute
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {weeks.map(({ monday, minutes, clean, tries, bpm }) => (
                <tr key={monday} className="border-b border-rule">
                  <th scope="row" className="py-0.5 pr-4 font-normal whitespace-nowrap">
                    {dayWords(monday)}
                  </th>
                  <td className="pr-4">{minutes}</td>
                  <td className="pr-4">
                    {clean} of {tries}
                  </td>
                  {bpm.map((one, place) => (
                    <td key={place} className="pr-4">
                      {one ?? '–'}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </figure>
  );
}
