import { useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import {
  type Features,
  estimateOf,
  type Model,
  type Fitted,
  askName,
  sectionFor,
  type Section,
  type Syllabus,
} from '../../core/grading/index.ts';
import { titleOf } from '../../core/recipe/index.ts';
import { useSavedStudy } from '../../data/library-queries.ts';
import { Choice } from '../../ui/choice.tsx';
import { Drawing } from '../../ui/drawing.tsx';
import { engine } from '../../workers/engine.ts';
import { grader } from '../../workers/grader.ts';
import { growth, scatter, type Point } from './chart-options.ts';

function useFitted(section: Section | undefined): { data: Fitted | null | undefined } {
  return useQuery({
    queryKey: ['fitted', section],
    queryFn: async () => (section ? ((await grader().fit(section)) ?? null) : null),
    enabled: section !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** How a syllabus grows from grade to grade, and where another disagrees with it. */
export function Charts({
  syllabus,
  section,
  syllabuses,
  marked,
}: {
  syllabus: Syllabus;
  section: Section;
  syllabuses: readonly Syllabus[];
  /** A kept study to show among the others. */
  marked: string | undefined;
}) {
  const [otherId, setOtherId] = useState('');
  const other = syllabuses.find(({ id }) => id === otherId);
  const there = other && sectionFor(other, section.instrument);
  const { data: fitted } = useFitted(section);
  const mine = useMarked(marked, section);
  const { data: second } = useFitted(there);
  if (!fitted) return <p role="status">Working the syllabus out …</p>;
  const names = section.grades.map(({ name }) => name);
  const { model } = fitted;
  return (
    <div className="mt-2 grid gap-x-10 gap-y-6 xl:grid-cols-2">
      {model.kind === 'model' ? (
        <figure>
          <Drawing
            label={`Estimated grade of everything ${syllabus.name} asks, by its grade`}
            option={scatter(
              names,
              [
                { name: syllabus.name, symbol: 'circle', points: placed(fitted) },
                ...(mine ? [{ name: mine.name, symbol: 'pin', points: [markAt(model, mine)] }] : []),
              ],
              'estimated grade',
            )}
          />
          <figcaption className="text-sm text-faint">
            Each mark is one thing asked: across, the grade that asks it; upwards, the grade estimated from its range,
            shifts and speed. Left out of the fit, {model.notes.trial.exact} of {model.notes.trial.studies} are
            estimated exactly, {model.notes.trial.within} within one grade. It is an estimate.
            {mine ? ` The filled mark is ${mine.name}.` : ''}
          </figcaption>
        </figure>
      ) : (
        <p>{model.words}</p>
      )}
      <figure>
        <Drawing label={`Range and highest hand in ${syllabus.name}, grade by grade`} option={growth(names, fitted)} />
        <figcaption className="text-sm text-faint">
          The middle study of each grade: its range, its highest hand and its notes a second.
        </figcaption>
      </figure>
      <section aria-label="Where two disagree" className="xl:col-span-2">
        <p>
          Beside it{' '}
          <Choice
            label="Beside it"
            value={otherId}
            options={[
              { value: '', label: 'no other syllabus' },
              ...syllabuses.filter(({ id }) => id !== syllabus.id).map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChoose={setOtherId}
          />
        </p>
        {other && !there ? <p>“{other.name}” has nothing for this instrument.</p> : null}
        {other && there && second && model.kind === 'model' ? (
          <figure>
            <Drawing
              label={`What ${other.name} asks, by the grades of ${syllabus.name}`}
              option={scatter(
                there.grades.map(({ name }) => name),
                [{ name: other.name, symbol: 'diamond', points: placed({ ...second, model }) }],
                `grade by ${syllabus.name}`,
              )}
            />
            <figcaption className="text-sm text-faint">
              Across, the grade in {other.name}; upwards, the grade the first syllabus would give the same thing.
            </figcaption>
          </figure>
        ) : null}
      </section>
      {fitted.unplayable.length > 0 ? (
        <section aria-label="Cannot be played" className="xl:col-span-2">
          <h2 className="text-xl">Cannot be played as asked</h2>
          <ul>
            {fitted.unplayable.map(({ ask, reason }) => (
              <li key={ask.item.id + ask.tonic}>
                {ask.gradeName}, {askName(ask)}: {reason}
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </div>
  );
}

/** A kept study, measured as it was kept. */
function useMarked(
  id: string | undefined,
  section: Section,
): { readonly name: string; readonly features: Features } | undefined {
  const found = useSavedStudy(id).data;
  const saved = found?.kind === 'study' ? found.study : undefined;
  const { data } = useQuery({
    queryKey: ['marked', saved?.id, saved?.updated],
    queryFn: async () => {
      if (!saved) return null;
      const built = await engine().buildKept(saved.recipe, saved.fingering);
      const way = built.ok ? built.value.ways[0] : undefined;
      if (!built.ok || !way) return null;
      const features = await grader().measure(built.value.recipe, built.value.passage, way);
      return { name: saved.name ?? titleOf(saved.recipe), features };
    },
    enabled: saved?.recipe.instrument === section.instrument,
  });
  return data ?? undefined;
}

/** A study stands over the grade it is estimated at. */
function markAt(model: Model, { name, features }: { readonly name: string; readonly features: Features }): Point {
  const { value, grade } = estimateOf(model, features);
  return [grade + 1, value + 1, name];
}

function placed({ model, points }: Fitted): Point[] {
  if (model.kind !== 'model') return [];
  return points.map(({ grade, features, ask }, k) => [
    // Marks of one grade stand side by side rather than on each other.
    grade + 1 + (((k * 7) % 11) - 5) / 24,
    estimateOf(model, features).value + 1,
    askName(ask),
  ]);
}
