import { Matrix, solve } from 'ml-matrix';
import { FEATURE_IDS, type Feature, type Features } from './difficulty.ts';

/** A study whose grade is known. */
export interface Graded {
  readonly features: Features;
  /** Place of the grade, from 0. */
  readonly grade: number;
}

/** What a fitted model says of one study. */
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

export interface Model {
  readonly kind: 'model';
  readonly grades: number;
  readonly means: readonly number[];
  readonly spreads: readonly number[];
  readonly weights: readonly number[];
  readonly middle: number;
  readonly trial: Trial;
  readonly uncertainty: number;
}

const LEAST_STUDIES = 25;
const LEAST_GRADES = 3;
/** Strength with which weights are held small: chosen once, not fitted. */
const RIDGE = 3;

/**
 * Fits grades to features by ridge regression, each feature measured in its own spread, and tries
 * the model by leaving every tenth study out in turn.
 * Source: Hoerl and Kennard, Ridge Regression, Technometrics 12 (1970).
 */
export function fitGrades(studies: readonly Graded[]): Model | TooSmall {
  const grades = new Set(studies.map(({ grade }) => grade)).size;
  if (studies.length < LEAST_STUDIES || grades < LEAST_GRADES) {
    return {
      kind: 'too-small',
      words: `This syllabus has ${studies.length} studies in ${grades} grades for the instrument; an estimate needs ${LEAST_STUDIES} in ${LEAST_GRADES} at least.`,
    };
  }
  const { trial, spread } = tryOut(studies);
  return { ...fit(studies), kind: 'model', trial, uncertainty: spread };
}

const FOLDS = 10;

/** Leaves each tenth out in turn, and judges it by the rest. */
export function tryOut(studies: readonly Graded[]): { readonly trial: Trial; readonly spread: number } {
  let exact = 0;
  let within = 0;
  let squares = 0;
  for (let fold = 0; fold < FOLDS; fold += 1) {
    const kept = studies.filter((_, k) => k % FOLDS !== fold);
    const model = { ...fit(kept), kind: 'model' as const, trial: { studies: 0, exact: 0, within: 0 }, uncertainty: 0 };
    for (const one of studies.filter((_, k) => k % FOLDS === fold)) {
      const { value, grade } = estimateOf(model, one.features);
      const miss = Math.abs(grade - one.grade);
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

function fit(studies: readonly Graded[]): Omit<Model, 'kind' | 'trial' | 'uncertainty'> {
  const rows = studies.map(({ features }) => FEATURE_IDS.map((id) => features[id]));
  const means = FEATURE_IDS.map((_, k) => mean(rows.map((row) => row[k] ?? 0)));
  const spreads = FEATURE_IDS.map((_, k) => {
    const spread = Math.sqrt(mean(rows.map((row) => ((row[k] ?? 0) - (means[k] ?? 0)) ** 2)));
    return spread > 1e-9 ? spread : 1;
  });
  const middle = mean(studies.map(({ grade }) => grade));
  const x = new Matrix(rows.map((row) => row.map((value, k) => (value - (means[k] ?? 0)) / (spreads[k] ?? 1))));
  const y = Matrix.columnVector(studies.map(({ grade }) => grade - middle));
  const xt = x.transpose();
  const normal = xt.mmul(x).add(Matrix.eye(FEATURE_IDS.length).mul(RIDGE));
  const weights = solve(normal, xt.mmul(y)).to1DArray();
  const grades = Math.max(...studies.map(({ grade }) => grade)) + 1;
  return { grades, means, spreads, weights, middle };
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
}

/** What a model says of a study. */
export function estimateOf(model: Model, features: Features): Estimate {
  const parts = FEATURE_IDS.map((feature, k) => ({
    feature,
    by: ((features[feature] - (model.means[k] ?? 0)) / (model.spreads[k] ?? 1)) * (model.weights[k] ?? 0),
  }));
  const value = parts.reduce((sum, { by }) => sum + by, model.middle);
  return {
    value,
    grade: Math.max(0, Math.min(model.grades - 1, Math.round(value))),
    uncertainty: model.uncertainty,
    parts: [...parts].sort((a, b) => Math.abs(b.by) - Math.abs(a.by)),
  };
}
