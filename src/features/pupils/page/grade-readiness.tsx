import { dayWords, type StudyReadiness, type Pupil } from '../../../core/practice/index.ts';
import { useMemo } from 'react';
import {
  askName,
  recipeFor,
  coverageOf,
  type Covered,
  sectionFor,
  type Grade,
  type Section,
} from '../../../core/grading/index.ts';
import type { SavedStudy } from '../../../core/study/index.ts';
import { useSyllabuses } from '../../../data/syllabuses.ts';
import { Button } from '../../../ui/button.tsx';
import { inHundred } from '../today.ts';
import { stillSet, type Climbing } from '../use-climbing.ts';
import { schoolOf } from '../school-of.ts';
import { useSet } from '../use-set.ts';

interface OfPupil {
  readonly recipe: SavedStudy['recipe'];
  readonly lowest: string;
  readonly climbing: Climbing;
}

/** A pupil's grade: what of it stands, what is climbed and by when, what is missing; the missing made by one press. */
export function GradeReadiness({
  pupil,
  climbing,
  readiness,
}: {
  pupil: Pupil;
  climbing: readonly Climbing[];
  readiness: readonly StudyReadiness[];
}) {
  const syllabus = useSyllabuses().find(({ id }) => id === pupil.grade?.syllabus);
  const section = syllabus && sectionFor(syllabus, pupil.instrument);
  const grade = section?.grades.find(({ id }) => id === pupil.grade?.grade);
  if (!section || !grade) return null;
  return <Asked pupil={pupil} section={section} grade={grade} climbing={climbing} readiness={readiness} />;
}

function Asked({
  pupil,
  section,
  grade,
  climbing,
  readiness,
}: {
  pupil: Pupil;
  section: Section;
  grade: Grade;
  climbing: readonly Climbing[];
  readiness: readonly StudyReadiness[];
}) {
  const covered = useMemo(() => {
    const mine = stillSet(climbing).flatMap((one): OfPupil[] =>
      one.saved ? [{ recipe: one.saved.recipe, lowest: one.saved.recipe.start ?? '', climbing: one }] : [],
    );
    return coverageOf({ ...section, grades: [grade] }, mine);
  }, [climbing, section, grade]);
  const missing = covered.filter(({ studies }) => studies.length === 0);
  const stands = covered.filter(({ studies }) => studies.some((one) => one.climbing.standing.stands)).length;
  const { make, share, stop } = useSet(pupil);
  const makeMissing = (): void =>
    void make(
      missing.map(({ ask }) => ({
        title: askName(ask),
        recipe: { ...recipeFor(ask, schoolOf(pupil)), ...(pupil.setUp ? { setUp: pupil.setUp } : {}) },
      })),
    );
  return (
    <section aria-labelledby="grade-heading">
      <h2 id="grade-heading" className="text-xl">
        {grade.name}: {stands} of {covered.length} stand
      </h2>
      <ul>
        {covered.map((one) => (
          <li
            key={`${one.ask.item.id} ${one.ask.tonic}`}
            className="flex justify-between gap-3 border-b border-rule py-0.5"
          >
            <span>{askName(one.ask)}</span>
            <span className="text-right text-faint">{stateWords(one, readiness)}</span>
          </li>
        ))}
      </ul>
      {missing.length > 0 ? (
        <p className="no-print mt-2 flex items-center gap-3">
          {share === undefined ? (
            <Button onClick={makeMissing}>
              Make and set the {missing.length === 1 ? 'one that is missing' : `${missing.length} missing`}
            </Button>
          ) : (
            <>
              <progress value={share} max={1} aria-label="Making studies" className="accent-accent" />
              <Button onClick={stop}>Stop</Button>
            </>
          )}
        </p>
      ) : null}
    </section>
  );
}

/** `stands`, `by 9 March, 92 in 100`, `missing`; what is short in bow or tempo is said. */
function stateWords({ status, studies }: Covered<OfPupil>, readiness: readonly StudyReadiness[]): string {
  const [one] = studies;
  if (!one) return 'missing';
  const short = status === 'short' ? ', bow or tempo short of the grade' : '';
  if (one.climbing.standing.stands) return `stands${short}`;
  const ready = readiness.find(({ study }) => study === one.climbing.assignment.study);
  if (!ready?.by) return `not in sight${short}`;
  return `by ${dayWords(ready.by)}, ${inHundred(ready.chance)}${short}`;
}
