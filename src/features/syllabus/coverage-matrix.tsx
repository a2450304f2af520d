import { isReady, type Covered, type Status, type Section } from '../../core/grading/index.ts';
import type { SavedStudy } from '../../core/study/index.ts';
import { printed } from '../../core/theory/index.ts';
import { MARKS, STATUS_WORDS } from './status-marks.tsx';

const ORDER = ['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'Gb', 'C#', 'Db', 'G#', 'Ab', 'D#', 'Eb', 'A#', 'Bb', 'F'];
const STATUSES: readonly Status[] = ['several', 'ready', 'short', 'missing'];

/** Grades against keys: how much of each is ready, short, or not there. */
export function CoverageMatrix({
  section,
  covered,
  chosen,
  onChoose,
}: {
  section: Section;
  covered: readonly Covered<SavedStudyMatch>[];
  chosen: { readonly grade: number; readonly tonic?: string | undefined };
  onChoose: (grade: number, tonic?: string) => void;
}) {
  const tonics = [...new Set(covered.map(({ ask }) => ask.tonic))].sort((a, b) => ORDER.indexOf(a) - ORDER.indexOf(b));
  return (
    <div className="overflow-x-auto">
      <table className="mt-2 border-collapse text-center">
        <caption className="sr-only">How much of each grade is there, key by key</caption>
        <thead>
          <tr>
            <td />
            {tonics.map((tonic) => (
              <th key={tonic} scope="col" className="px-1 font-serif text-lg">
                {printed(tonic)}
              </th>
            ))}
            <th scope="col" className="px-2">
              Ready
            </th>
          </tr>
        </thead>
        <tbody>
          {section.grades.map((grade, place) => {
            const row = covered.filter(({ ask }) => ask.grade === place);
            return (
              <tr key={grade.id} className="border-t border-rule">
                <th scope="row" className="pr-3 text-left whitespace-nowrap">
                  <button
                    type="button"
                    aria-current={chosen.grade === place && chosen.tonic === undefined ? 'true' : undefined}
                    className="px-1 underline decoration-rule underline-offset-4 hover:bg-wash aria-[current]:bg-wash"
                    onClick={() => onChoose(place)}
                  >
                    {grade.name}
                  </button>
                </th>
                {tonics.map((tonic) => {
                  const cell = row.filter(({ ask }) => ask.tonic === tonic);
                  const words = STATUSES.map(
                    (status) => [status, cell.filter((one) => one.status === status).length] as const,
                  )
                    .filter(([, count]) => count > 0)
                    .map(([status, count]) => `${count} ${STATUS_WORDS[status]}`);
                  return (
                    <td key={tonic} className="border-l border-rule p-0">
                      {cell.length > 0 ? (
                        <button
                          type="button"
                          aria-label={`${grade.name}, ${printed(tonic)}: ${words.join(', ')}`}
                          aria-current={chosen.grade === place && chosen.tonic === tonic ? 'true' : undefined}
                          className="w-full max-w-14 px-1 py-0.5 leading-tight tracking-wide wrap-anywhere hover:bg-wash aria-[current]:bg-wash aria-[current]:outline-2 aria-[current]:outline-accent"
                          onClick={() => onChoose(place, tonic)}
                        >
                          {cell.map((one) => MARKS[one.status]).join('')}
                        </button>
                      ) : null}
                    </td>
                  );
                })}
                <td className="px-2 whitespace-nowrap">
                  {row.filter(({ status }) => isReady(status)).length} of {row.length}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-1 text-sm text-faint">
        {STATUSES.map((status) => `${MARKS[status]} ${STATUS_WORDS[status]}`).join(' · ')}
      </p>
    </div>
  );
}

/** A kept study as it is matched. */
export interface SavedStudyMatch {
  readonly saved: SavedStudy;
  readonly recipe: SavedStudy['recipe'];
  readonly lowest: string;
}
