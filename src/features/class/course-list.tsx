import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { choices } from '../../core/base/index.ts';
import type { ClassAsk } from '../../core/classroom/index.ts';
import { printed } from '../../core/theory/index.ts';
import { Button } from '../../ui/button.tsx';
import { NumberField } from '../../ui/number-field.tsx';
import { coach } from '../../workers/coach.ts';

/** An order of keys over the weeks, with what is new for each section. */
export function CourseList({ ask, onTonic }: { ask: ClassAsk; onTonic: (tonic: string) => void }) {
  const [open, setOpen] = useState(false);
  const [weeks, setWeeks] = useState(8);
  const { tonic: _, ...others } = ask;
  const { data: course } = useQuery({
    queryKey: ['class course', others, weeks],
    queryFn: () => coach().course(ask, weeks),
    enabled: open,
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
  });
  return (
    <section aria-label="Course" className="mt-6">
      <h2 className="text-xl">A course</h2>
      {open ? (
        <>
          <p>
            Over <NumberField label="Weeks" value={weeks} least={1} most={12} onNumber={setWeeks} /> weeks, each with
            the least that is new:
          </p>
          <ol className="mt-2 border-t border-rule">
            {course?.map((week) => (
              <li key={week.week} className="grid gap-x-4 border-b border-rule py-1 sm:grid-cols-[9rem_1fr]">
                <span>
                  <span className="text-faint">Week {week.week}</span>{' '}
                  <button
                    type="button"
                    className="font-serif text-lg font-bold underline decoration-rule underline-offset-4"
                    onClick={() => onTonic(week.tonic)}
                  >
                    {printed(week.tonic)}
                  </button>
                </span>
                <span>
                  {week.news
                    .filter(({ clauses }) => clauses.length > 0)
                    .map(({ name, clauses }) => `${name}: ${choices(clauses)}`)
                    .join('. ') || 'Nothing new'}
                  .
                </span>
              </li>
            ))}
          </ol>
        </>
      ) : (
        <Button className="mt-1" onClick={() => setOpen(true)}>
          Lay out a course of keys
        </Button>
      )}
    </section>
  );
}
