import { Link } from 'react-router';
import { toast } from 'sonner';
import { addressOf, type SavedStudy } from '../../../core/study/index.ts';
import { counted } from '../../../core/base/index.ts';
import {
  dayWords,
  daysBetween,
  daysToTarget,
  type Assignment,
  type PupilWhole,
  type StudyReadiness,
} from '../../../core/practice/index.ts';
import { changed } from '../../../data/change.ts';
import { save, type Saved } from '../../../data/save.ts';
import { Button } from '../../../ui/button.tsx';
import { NumberField } from '../../../ui/number-field.tsx';
import { today } from '../../../data/today.ts';
import { inHundred } from '../today.ts';
import { standingWords, type Climbing } from '../use-climbing.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';

/** What is set: where each study stands, its tempo, and by when it will be ready. */
export function SetList({
  whole,
  climbing,
  readiness,
}: {
  whole: PupilWhole;
  climbing: readonly Climbing[];
  readiness: readonly StudyReadiness[];
}) {
  const alter = (base: Assignment, part: Partial<Assignment>): Promise<Saved> =>
    save([changed('assignments', base, { ...base, ...part, updated: new Date().toISOString() })]);
  if (climbing.length === 0) return <p>Nothing is set. Set a study of the library below, or one that comes next.</p>;
  return (
    <table className="w-full border-collapse text-left">
      <thead>
        <tr className="border-b-2 border-ink text-sm text-faint">
          <th className="py-1 pr-3 font-medium">Study</th>
          <th className="py-1 pr-3 font-medium">Tempo to reach</th>
          <th className="hidden py-1 pr-3 font-medium sm:table-cell">Ready</th>
          <th className="no-print py-1">
            <span className="sr-only">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {climbing.map((one) => {
          const { assignment, climb, standing, title, saved } = one;
          const ready = readiness.find(({ study }) => study === assignment.study);
          return (
            <tr key={assignment.id} className="border-b border-rule align-top">
              <th scope="row" className="py-1.5 pr-3 font-normal wrap-anywhere">
                {saved ? (
                  <Link
                    to={`/studies/${saved.id}`}
                    className="font-serif text-lg underline decoration-rule underline-offset-4"
                  >
                    {title}
                  </Link>
                ) : (
                  title
                )}
                <span className="block text-sm">
                  {saved ? standingWords(one) : 'Stop setting it, or bring it back from a backup.'}
                </span>
                {climb ? (
                  <progress
                    value={standing.passed.size}
                    max={climb.rungs.length}
                    aria-label={`Rungs passed of ${title}`}
                    className="rungs block"
                  />
                ) : null}
                {assignment.words ? <span className="block text-sm italic">“{assignment.words}”</span> : null}
                <span className="block text-sm text-faint">
                  Set {dayWords(assignment.set)}; {lastWords(standing.last?.date)}
                </span>
              </th>
              <td className="py-1.5 pr-3">
                <NumberField
                  label={`Tempo to reach of ${title}, beats a minute`}
                  value={assignment.target.bpm}
                  least={20}
                  most={400}
                  onNumber={(bpm) =>
                    void alter(assignment, { target: { ...assignment.target, bpm } }).catch(sayTrouble)
                  }
                />
                <span className="block text-sm text-faint">{daysWords(whole, one)}</span>
              </td>
              <td className="hidden py-1.5 pr-3 sm:table-cell">
                {!saved ? '–' : standing.stands ? 'stands' : ready?.by ? dayWords(ready.by) : 'not in sight'}
                {ready ? <span className="block text-sm text-faint">{inHundred(ready.chance)}</span> : null}
              </td>
              <td className="no-print py-1.5 text-right">
                {saved && !saved.recipe.music ? (
                  <Button kind="quiet" aria-label={`Link of ${title}`} onClick={() => void copyLink(saved)}>
                    Link
                  </Button>
                ) : null}
                <Button
                  kind="quiet"
                  aria-label={`Put away ${title}`}
                  onClick={() =>
                    void alter(assignment, { put: today() }).then(
                      ({ undo }) =>
                        toast(`${title} is put away; its history stays.`, {
                          action: { label: 'Undo', onClick: () => void undo().catch(sayTrouble) },
                        }),
                      sayTrouble,
                    )
                  }
                >
                  Put away
                </Button>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** Puts a link on the clipboard that opens the study with all its fingers, in anyone's Step Ladder. */
async function copyLink(saved: SavedStudy): Promise<void> {
  const link = `${window.location.origin}/studies/new?${addressOf(saved).toString()}`;
  try {
    await navigator.clipboard.writeText(link);
    toast.success('The link is copied. It opens the study with these fingers.');
  } catch {
    toast('The browser does not let the link be copied. Here it is, to be copied by hand:', {
      description: link,
      duration: 60_000,
    });
  }
}

function lastWords(last: string | undefined): string {
  if (last === undefined) return 'not practised yet';
  const ago = daysBetween(last, today());
  if (ago < 0) return `last try dated ${dayWords(last)}`;
  return ago === 0 ? 'practised today' : `practised ${counted(ago, 'day')} ago`;
}

/** `at 54; 8 to 20 days`: how far the tempo is from the one to reach. */
function daysWords(whole: PupilWhole, { climb, standing, assignment }: Climbing): string {
  const climbing = climb?.rungs.find(({ climbs }) => climbs);
  if (!climbing || !standing.tempo) return '';
  if (standing.stands) return standing.tempo.bpm < climbing.bpm ? `slipped to ${standing.tempo.bpm}` : 'reached';
  if (standing.tempo.reached) return 'reached';
  const tries = whole.attempts.filter(({ study, rung }) => study === assignment.study && rung === climbing.id);
  const { least, most } = daysToTarget(climbing.bpm, tries, today(), whole.pupil.tempo);
  return `now ${standing.tempo.bpm}; ${least} to ${most} days of it`;
}
