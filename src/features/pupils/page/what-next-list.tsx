import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { coverageOf, isReady, recipeFor, sectionFor } from '../../../core/grading/index.ts';
import type { Pupil } from '../../../core/practice/index.ts';
import type { RecipeInput } from '../../../core/recipe/index.ts';
import type { SavedStudy } from '../../../core/study/index.ts';
import { CIRCLE } from '../../../core/theory/index.ts';
import { useSyllabuses } from '../../../data/syllabuses.ts';
import { coach } from '../../../workers/coach.ts';
import { Button } from '../../../ui/button.tsx';
import { schoolOf } from '../school-of.ts';
import { useSet } from '../use-set.ts';
import { stillSet, type Climbing } from '../use-climbing.ts';

/** So many are proposed. */
const PROPOSED = 3;
/** So many are looked at: a grade's, or the circle's. */
const LOOKED_AT = 40;

/** Studies with the least that is new, each with what is new in it, to be set by one press. */
export function WhatNext({ pupil, climbing }: { pupil: Pupil; climbing: readonly Climbing[] }) {
  const held = useMemo(() => stillSet(climbing).flatMap(({ saved }) => saved ?? []), [climbing]);
  const candidates = useCandidates(pupil, held);
  const { data } = useQuery({
    queryKey: ['what next', held, candidates],
    queryFn: () => coach().next(held, candidates),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const { make, share } = useSet(pupil);
  if (!data) return <p role="status">Looking what comes next …</p>;
  if (data.length === 0) return <p>Everything asked is set already.</p>;
  return (
    <ul>
      {data.slice(0, PROPOSED).map((one) => (
        <li key={one.title} className="flex items-baseline justify-between gap-3 border-b border-rule py-1">
          <span>
            <span className="font-serif text-lg">{one.title}</span>
            <span className="block text-sm text-faint">{one.words}</span>
          </span>
          <Button aria-label={`Set ${one.title}`} disabled={share !== undefined} onClick={() => void make([one])}>
            Set
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** What a grade asks and is not set yet; without a grade, the keys of the circle in the octaves that are played. */
function useCandidates(pupil: Pupil, held: readonly SavedStudy[]): readonly RecipeInput[] {
  const syllabuses = useSyllabuses();
  return useMemo(() => {
    const school = schoolOf(pupil);
    const more = {
      ...(pupil.setUp ? { setUp: pupil.setUp } : {}),
      ...(school ? { school } : {}),
    };
    const syllabus = syllabuses.find(({ id }) => id === pupil.grade?.syllabus);
    const section = syllabus && sectionFor(syllabus, pupil.instrument);
    const grade = section?.grades.find(({ id }) => id === pupil.grade?.grade);
    if (section && grade) {
      const matched = held.map((saved) => ({ recipe: saved.recipe, lowest: saved.recipe.start ?? '' }));
      return coverageOf({ ...section, grades: [grade] }, matched)
        .filter(({ status }) => !isReady(status) && status !== 'short')
        .slice(0, LOOKED_AT)
        .map(({ ask }) => ({ ...recipeFor(ask), ...more }));
    }
    const octaves = Math.max(1, ...held.map(({ recipe }) => recipe.octaves));
    const known = new Set(held.map(({ recipe }) => `${recipe.tonic} ${recipe.form} ${recipe.octaves}`));
    return CIRCLE.major
      .map((tonic): RecipeInput => ({ instrument: pupil.instrument, tonic, form: 'major', octaves, ...more }))
      .filter(({ tonic }) => !known.has(`${tonic} major ${octaves}`));
  }, [pupil, held, syllabuses]);
}
