import type { DayPlan } from '../../../core/practice/index.ts';
import type { Climbing } from '../use-climbing.ts';

/** What to practise on a day, why, and about how long each takes. */
export function DayList({ day, climbing }: { day: DayPlan | undefined; climbing: readonly Climbing[] }) {
  if (!day || day.items.length === 0) return <p>No practice today.</p>;
  return (
    <>
      <ol>
        {day.items.map((line) => {
          const one = climbing.find(({ assignment }) => assignment.study === line.study);
          const rung = one?.climb?.rungs.find(({ id }) => id === line.rung);
          return (
            <li key={`${line.study} ${line.rung}`} className="flex items-baseline gap-3 border-b border-rule py-1">
              <span className="w-14 shrink-0 text-right text-faint">{line.minutes} min</span>
              <span className="min-w-0">
                {one?.title}: <span className="font-medium">{rung?.name ?? line.rung}</span>, {line.bpm} a minute
                <span className="block text-sm text-faint">{line.why}</span>
              </span>
            </li>
          );
        })}
      </ol>
      <p className="mt-1 text-sm text-faint">
        About {day.minutes} minutes{day.breaks.length > 0 ? `; rest after ${day.breaks.join(' and ')} minutes` : ''}.
      </p>
    </>
  );
}
