import { useQuery } from '@tanstack/react-query';
import { memo, useMemo, useState } from 'react';
import { Link } from 'react-router';
import {
  FEATURES,
  askName,
  bowEstimateOf,
  estimateOf,
  changeFor,
  matchesOf,
  otherName,
  type NearMiss,
  asksOf,
  sectionFor,
  type Section,
  type Syllabus,
} from '../../../core/grading/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import type { Recipe, RecipeInput } from '../../../core/recipe/index.ts';
import { useSyllabuses } from '../../../data/syllabuses.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { grader } from '../../../workers/grader.ts';

/** Parts of an estimate that are told. */
const TOLD = 5;

/** Which grades the study satisfies, what is short for others, and an estimate where no line matches. */
export const GradeSection = memo(function GradeSection({
  study,
  savedId,
  onChange,
}: {
  study: ScoredStudy;
  savedId: string | undefined;
  onChange: (change: Partial<RecipeInput>) => void;
}) {
  const syllabuses = useSyllabuses();
  const { instrument } = study.recipe;
  const lowest = study.passage.tonic.name;
  // What is matched is the recipe without its pins: these change often and count for nothing here.
  const { pins: _, ...asked } = study.recipe;
  const key = JSON.stringify(asked);
  const all = useMemo(
    () =>
      syllabuses.flatMap((syllabus) => {
        const section = sectionFor(syllabus, instrument);
        if (!section) return [];
        const recipe = { ...(JSON.parse(key) as typeof asked), pins: [] };
        return [{ syllabus, section, ...matchesOf({ recipe, lowest }, asksOf(section), 4) }];
      }),
    [syllabuses, instrument, lowest, key],
  );
  const change = useStableCallback((miss: NearMiss) => onChange(changeFor(miss, study.recipe)));
  return (
    <section aria-labelledby="grade-heading" className="no-print">
      <h2 id="grade-heading" className="sr-only">
        Which grade is this
      </h2>
      <Matches all={all} recipe={study.recipe} onChange={change} />
      <EstimatedGrade
        study={study}
        savedId={savedId}
        sections={all.map(({ syllabus, section }) => ({ name: syllabus.name, section }))}
      />
    </section>
  );
});

/** What one syllabus makes of the study. */
interface Judged extends ReturnType<typeof matchesOf> {
  readonly syllabus: Syllabus;
  readonly section: Section;
}

/** The lines of syllabuses a study is, and those it nearly is. */
const Matches = memo(function Matches({
  all,
  recipe,
  onChange,
}: {
  all: readonly Judged[];
  recipe: Recipe;
  onChange: (miss: NearMiss) => void;
}) {
  const satisfied = all.flatMap((one) => one.satisfied.map((ask) => ({ ask, name: one.syllabus.name })));
  const near = all
    .flatMap((one) => one.near.map((miss) => ({ miss, name: one.syllabus.name })))
    .sort((a, b) => a.miss.size - b.miss.size)
    .slice(0, 6);
  return (
    <>
      {satisfied.length > 0 ? (
        <ul aria-label="Satisfied">
          {satisfied.map(({ ask, name }) => (
            <li key={name + ask.gradeName + ask.item.id}>
              ● <span className="font-medium">{ask.gradeName}</span>, {name}: {askName(ask)}
              {otherName({ recipe }, ask) ? `. ${otherName({ recipe }, ask)}` : ''}
            </li>
          ))}
        </ul>
      ) : (
        <p>No line of a syllabus asks for exactly this.</p>
      )}
      <ul aria-label="Near" className="mt-1">
        {near.map(({ miss, name }) => (
          <li
            key={name + miss.ask.gradeName + miss.ask.item.id + miss.ask.tonic}
            className="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-rule py-0.5"
          >
            <span>
              ◐ <span className="font-medium">{miss.ask.gradeName}</span>, {name}, {askName(miss.ask)}:{' '}
              {missWords(miss)}
            </span>
            <Button
              kind="quiet"
              aria-label={`Change it so: ${miss.ask.gradeName}, ${askName(miss.ask)}`}
              onClick={() => onChange(miss)}
            >
              Change it so
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
});

function missWords({ differences }: NearMiss): string {
  return differences.map(({ words }) => words).join('; ');
}

function EstimatedGrade({
  study,
  savedId,
  sections,
}: {
  study: ScoredStudy;
  savedId: string | undefined;
  sections: readonly { readonly name: string; readonly section: Section }[];
}) {
  const [asked, setAsked] = useState(false);
  const [share, setShare] = useState(0);
  const [chosen, setChosen] = useState(0);
  const here = sections[Math.min(chosen, sections.length - 1)];
  const section = here?.section;
  const { data: fitted, error } = useQuery({
    queryKey: ['fitted', section],
    queryFn: async () => (section ? ((await grader().fit(section, setShare)) ?? null) : null),
    enabled: asked && section !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const { data: features } = useQuery({
    queryKey: ['measured', study.recipe, study.way.fingers],
    queryFn: () => grader().measure(study.recipe, study.passage, study.way),
    enabled: asked,
    gcTime: 3_000,
  });
  if (!section) return null;
  if (!asked) {
    return (
      <Button className="mt-2" onClick={() => setAsked(true)}>
        Estimate its grade
      </Button>
    );
  }
  const words = section.grades.map(({ name }) => name);
  const model = fitted?.model;
  const bow = model?.kind === 'model' && features ? bowEstimateOf(model, features) : undefined;
  const estimate = model?.kind === 'model' && features ? estimateOf(model, features) : undefined;
  return (
    <div className="mt-2" aria-label="Estimated grade" role="group">
      <p>
        Estimated by{' '}
        <Choice
          label="Estimated by"
          value={String(Math.min(chosen, sections.length - 1))}
          options={sections.map(({ name }, k) => ({ value: String(k), label: name }))}
          onChoose={(value) => setChosen(Number(value))}
        />
      </p>
      {error ? <p role="alert">{error.message}</p> : null}
      {!fitted ? (
        <p role="status">Working the syllabus out, {Math.round(share * 100)} % …</p>
      ) : model?.kind === 'too-small' ? (
        <p role="status">{model.words}</p>
      ) : estimate && model?.kind === 'model' ? (
        <>
          <p role="status" className="text-lg">
            Notes and fingering: estimated at <span className="font-bold">{words[estimate.grade]}</span> (
            {(estimate.value + 1).toFixed(1)}, give or take {estimate.uncertainty.toFixed(1)} of a grade).
          </p>
          {bow ? (
            <p>
              Bow and tempo: as asked about <span className="font-bold">{words[bow.grade]}</span> (
              {(bow.value + 1).toFixed(1)}, give or take {bow.uncertainty.toFixed(1)}).
            </p>
          ) : (
            <p>Of bow and tempo this syllabus asks too little to judge them.</p>
          )}
          <ul className="text-sm">
            {estimate.parts.slice(0, TOLD).map(({ feature, by }) => (
              <li key={feature}>
                {by >= 0 ? '+' : '−'}
                {Math.abs(by).toFixed(1)} for {FEATURES[feature].words}
              </li>
            ))}
          </ul>
          <p className="text-sm text-faint">
            {savedId ? (
              <Link
                className="underline"
                to={`/syllabus?show=charts&instrument=${study.recipe.instrument}&study=${savedId}`}
              >
                See it among the others
              </Link>
            ) : null}{' '}
            An estimate from what is measured, counted from the syllabus’s middle. Of {model.notes.trial.studies} things
            asked there, each judged without itself, {model.notes.trial.exact} come out exactly,{' '}
            {model.notes.trial.within} within a grade.
          </p>
        </>
      ) : null}
    </div>
  );
}
