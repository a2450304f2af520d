import { boundedRidge, shares, valueOf, type Linear } from './bounded-ridge.ts';
import { FEATURE_IDS, FEATURES, type Feature, type Features } from './difficulty.ts';

/** A study whose grade is known. */
export interface Graded {
  readonly features: Features;
  /** Place of the grade, from 0. */
  readonly grade: number;
  /** Whether a tempo or a bow is asked of it: only then it says something about them. */
  readonly bowAsked: boolean;
}

/** What a fitted model says of one part of a study. */
export interface Estimate {
  /** Place of the grade on a continuous scale. */
  readonly value: number;
  /** The nearest grade. */
  readonly grade: number;
  /** Two estimates in three lie within this of the truth, in grades. */
  readonly uncertainty: number;
  /** How much each feature moves the estimate from the syllabus's middle, in grades, the most first. */
  readonly parts: readonly { readonly feature: Feature; readonly by: number }[];
}

/** How well a model does on studies left out of the fit. */
export interface Trial {
  readonly studies: number;
  readonly exact: number;
  readonly within: number;
}

/** Too little is asked to learn from: what is missing, in words. */
export interface TooSmall {
  readonly kind: 'too-small';
  readonly words: string;
}

/** A part of a model: notes and fingering, or bow and tempo. */
export interface Part {
  readonly linear: Linear;
  readonly middle: number;
  readonly trial: Trial;
  readonly uncertainty: number;
}

export interface Model {
  readonly kind: 'model';
  readonly grades: number;
  readonly notes: Part;
  /** Left out where too few items ask for a bow or a tempo. */
  readonly bow?: Part;
}

const LEAST_STUDIES = 25;
const LEAST_GRADES = 3;

type PartName = 'notes' | 'bow';

const IDS: Readonly<Record<PartName, readonly Feature[]>> = {
  notes: FEATURE_IDS.filter((id) => FEATURES[id].part === 'notes'),
  bow: FEATURE_IDS.filter((id) => FEATURES[id].part === 'bow'),
};

/**
 * Fits grades to features, notes and fingering apart from bow and tempo, and tries each part by
 * leaving every tenth study out in turn. More octaves, a higher hand, a faster tempo and a longer
 * slur never lower what it says.
 */
export function fitGrades(studies: readonly Graded[]): Model | TooSmall {
  const grades = new Set(studies.map(({ grade }) => grade)).size;
  if (studies.length < LEAST_STUDIES || grades < LEAST_GRADES) {
    return {
      kind: 'too-small',
      words: `This syllabus has ${studies.length} studies in ${grades} grades for the instrument; an estimate needs ${LEAST_STUDIES} in ${LEAST_GRADES} at least.`,
    };
  }
  const bowed = studies.filter((study) => study.bowAsked);
  return {
    kind: 'model',
    grades: Math.max(...studies.map(({ grade }) => grade)) + 1,
    notes: fitPart(studies, 'notes'),
    ...(bowed.length >= LEAST_STUDIES ? { bow: fitPart(bowed, 'bow') } : {}),
  };
}

function fitPart(studies: readonly Graded[], part: PartName): Part {
  const { trial, spread } = tryOut(studies, part);
  const linear = linearOf(studies, part);
  return { linear, middle: linear.middle, trial, uncertainty: spread };
}

const FOLDS = 10;

/** Leaves each tenth out in turn, and judges it by the rest. */
export function tryOut(
  studies: readonly Graded[],
  part: PartName = 'notes',
): { readonly trial: Trial; readonly spread: number } {
  const most = Math.max(...studies.map(({ grade }) => grade));
  let exact = 0;
  let within = 0;
  let squares = 0;
  for (let fold = 0; fold < FOLDS; fold += 1) {
    const linear = linearOf(
      studies.filter((_, k) => k % FOLDS !== fold),
      part,
    );
    for (const one of studies.filter((_, k) => k % FOLDS === fold)) {
      const value = valueOf(linear, rowOf(one.features, part));
      const miss = Math.abs(nearest(value, most) - one.grade);
      if (miss === 0) exact += 1;
      if (miss <= 1) within += 1;
      squares += (value - one.grade) ** 2;
    }
  }
  return {
    trial: { studies: studies.length, exact, within },
    spread: Math.sqrt(squares / Math.max(1, studies.length)),
  };
}

function linearOf(studies: readonly Graded[], part: PartName): Linear {
  return boundedRidge(
    studies.map(({ features }) => rowOf(features, part)),
    studies.map(({ grade }) => grade),
    IDS[part].map((id) => FEATURES[id].rises),
  );
}

function rowOf(features: Features, part: PartName): number[] {
  return IDS[part].map((id) => features[id]);
}

function nearest(value: number, most: number): number {
  return Math.max(0, Math.min(most, Math.round(value)));
}

/** What a model says of a study's notes and fingering, whatever its bow is set to. */
export function estimateOf(model: Model, features: Features): Estimate {
  return estimated(model.notes, 'notes', model.grades, features);
}

/** What a model says of a study's bow and tempo; nothing if the syllabus asks too little of them. */
export function bowEstimateOf(model: Model, features: Features): Estimate | undefined {
  return model.bow && estimated(model.bow, 'bow', model.grades, features);
}

function estimated({ linear, uncertainty }: Part, part: PartName, grades: number, features: Features): Estimate {
  const row = rowOf(features, part);
  const by = shares(linear, row);
  const value = valueOf(linear, row);
  return {
    value,
    grade: nearest(value, grades - 1),
    uncertainty,
    parts: IDS[part]
      .map((feature, k) => ({ feature, by: by[k] as number }))
      .sort((a, b) => Math.abs(b.by) - Math.abs(a.by)),
  };
}
