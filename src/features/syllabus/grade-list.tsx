import { Link } from 'react-router';
import { askManner, askName, ruleWords, type Covered, type Ask } from '../../core/grading/index.ts';
import { Button } from '../../ui/button.tsx';
import type { SavedStudyMatch } from './coverage-matrix.tsx';
import { MARKS, STATUS_WORDS } from './status-marks.tsx';

/** What a grade asks, group by group, each with its studies or a way to make one. */
export function GradeList({
  covered,
  beyond,
  busy,
  onMake,
}: {
  /** What the grade asks besides and cannot be made yet, in its own words. */
  beyond: readonly string[];
  covered: readonly Covered<SavedStudyMatch>[];
  busy: boolean;
  onMake: (ask: Ask) => void;
}) {
  const groups = [...new Set(covered.map(({ ask }) => ask.group))];
  return (
    <>
      {groups.map((name) => {
        const here = covered.filter(({ ask }) => ask.group === name);
        const [first] = here;
        return (
          <section key={name} aria-label={name} className="mt-3">
            <h3 className="text-lg">
              {name}
              <span className="ml-2 font-sans text-base font-normal text-faint">
                {first ? ruleWords(first.ask.rule) : ''}
              </span>
            </h3>
            <ul>
              {here.map(({ ask, status, studies }) => (
                <li
                  key={ask.item.id + ask.tonic}
                  className="flex items-center justify-between gap-x-4 border-b border-rule py-1 max-sm:flex-wrap"
                >
                  <span>
                    <span aria-hidden="true">{MARKS[status]}</span>
                    <span className="sr-only">{STATUS_WORDS[status]}:</span>{' '}
                    <span className="font-medium">{askName(ask)}</span>{' '}
                    <span className="text-sm text-faint">{askManner(ask)}</span>
                  </span>
                  <span className="no-print flex shrink-0 flex-wrap items-baseline gap-x-3 text-sm">
                    {studies.slice(0, 3).map(({ saved }, k) => (
                      <Link key={saved.id} to={`/studies/${saved.id}`} className="underline">
                        {k === 0 ? `Open (${STATUS_WORDS[status]})` : `Study ${k + 1}`}
                      </Link>
                    ))}
                    {studies.length > 3 ? <span className="text-faint">and {studies.length - 3} more</span> : null}
                    {status === 'missing' ? (
                      <Button
                        kind="quiet"
                        disabled={busy}
                        aria-label={`Make it: ${askName(ask)}`}
                        onClick={() => onMake(ask)}
                      >
                        Make it
                      </Button>
                    ) : null}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      {beyond.length > 0 ? (
        <section aria-label="Asked besides" className="mt-3">
          <h3 className="text-lg">
            Asked besides
            <span className="ml-2 font-sans text-base font-normal text-faint">cannot be made here yet</span>
          </h3>
          <ul>
            {beyond.map((words) => (
              <li key={words} className="border-b border-rule py-1">
                {words}
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </>
  );
}
