import { memo } from 'react';
import { patternRuns } from '../../../core/fingering/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { printed } from '../../../core/theory/index.ts';

/** The answers to a score whose fingers are left to be filled in, on a page of their own when printed. */
export const TeacherKey = memo(function TeacherKey({ study }: { study: ScoredStudy }) {
  const { passage, way, title } = study;
  return (
    <section aria-label="Key for the teacher" className="mt-3 print:break-before-page">
      <h2 className="text-xl">Key for the teacher</h2>
      <p className="hidden print:block">{title}</p>
      <ol className="mt-1 flex flex-wrap gap-x-6 gap-y-1">
        {patternRuns(way, passage).map((run) => (
          <li key={run.from} className="break-inside-avoid">
            <span className="font-serif text-lg font-bold">
              {run.string} {run.fingers.join(' ')}
            </span>{' '}
            <span className="text-sm text-faint">
              {run.fingers.map((_, k) => printed(passage.notes[run.from + k]?.pitch.name ?? '')).join(' ')} ·{' '}
              {run.position}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
});
