import { capital } from '../../../core/base/index.ts';
import { memo } from 'react';
import { patternRuns, stepName, type PatternRun } from '../../../core/fingering/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { fingerWords } from '../../../core/instruments/index.ts';
import { isSelected, type Selection } from '../selection.ts';

/** The study without notation: start finger, string, whole and half steps, run by run. */
export const PatternSheet = memo(function PatternSheet({
  study,
  selection,
  onSelect,
}: {
  study: ScoredStudy;
  selection: Selection | undefined;
  onSelect: (at: number) => void;
}) {
  const { top } = study.passage;
  const runs = patternRuns(study.way, study.passage);
  return (
    <section
      aria-label="The pattern"
      className="rounded-sm border border-rule bg-sheet px-4 py-3 print:border-0 print:p-0"
    >
      <ol className="pattern gap-x-8 lg:columns-2 print:columns-2">
        {runs.map((run) => (
          <li key={run.from} className="break-inside-avoid border-b border-rule py-2">
            <p className="text-sm text-faint">
              {comingWords(run)}
              {run.from > top && runs.some((one) => one.to === run.from - 1 && one.from <= top) ? ', coming down' : ''}
            </p>
            <p className="flex flex-wrap items-baseline gap-x-2">
              <span className="w-10 font-serif text-3xl font-bold">{run.string}</span>
              {run.fingers.map((finger, k) => (
                <span key={k} className="flex items-baseline gap-x-2">
                  {k > 0 ? <span className="text-faint">{stepName(run.steps[k - 1] ?? 0)}</span> : null}
                  <button
                    type="button"
                    data-printed
                    aria-label={`Note ${run.from + k + 1}: ${fingerWords(finger)}`}
                    aria-current={isSelected(selection, run.from + k) ? 'true' : undefined}
                    className="font-serif text-3xl font-bold hover:bg-wash aria-[current]:bg-wash aria-[current]:underline"
                    onClick={() => onSelect(run.from + k)}
                  >
                    {finger}
                  </button>
                </span>
              ))}
            </p>
          </li>
        ))}
      </ol>
    </section>
  );
});

function comingWords({ comes, step, string, position }: PatternRun): string {
  if (comes === 'start') return `Begin on the ${string} string, ${position}`;
  const heading = step < 0 ? 'down' : 'up';
  const far = step === 0 ? 'The same note' : `${capital(stepName(step))} ${heading}`;
  const how =
    comes === 'crossing'
      ? `on the ${string} string`
      : comes === 'shift'
        ? `after a shift to ${position}`
        : `on the ${string} string, after a shift to ${position}`;
  return `${far}, ${how}`;
}
