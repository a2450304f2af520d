import { EngineMemory, type Way } from '../fingering/index.ts';
import { buildFrom, type BuiltStudy } from '../study/index.ts';
import { recipeFor } from './asked-study.ts';
import { featuresOf } from './difficulty.ts';
import {
  bowEstimateOf,
  estimateOf,
  fitGrades,
  type Estimate,
  type Graded,
  type Model,
  type TooSmall,
} from './estimate.ts';
import { matchesOf, type NearMiss } from './match.ts';
import { asksOf, type Ask, type Section } from './syllabus.ts';

/** A section's asks worked out and measured, with the model fitted to them. */
export interface Fitted {
  readonly model: Model | TooSmall;
  readonly points: readonly (Graded & { readonly ask: Ask })[];
  /** Asks no hand can play as they stand, with the reason. */
  readonly unplayable: readonly { readonly ask: Ask; readonly reason: string }[];
}

/** Works every ask of a section out and fits a model; gives its progress, 0 to 1, on the way. */
export function* fitSection(section: Section, memory = new EngineMemory()): Generator<number, Fitted> {
  const asks = asksOf(section);
  const points: (Graded & { ask: Ask })[] = [];
  const unplayable: { ask: Ask; reason: string }[] = [];
  for (const [index, ask] of asks.entries()) {
    yield index / asks.length;
    const built = buildFrom(recipeFor(ask), memory);
    const way = built.ok ? built.value.ways[0] : undefined;
    if (built.ok && way)
      points.push({
        ask,
        grade: ask.grade,
        features: featuresOf({ ...built.value, way }, memory),
        bowAsked: ask.item.tempo !== undefined,
      });
    else if (!built.ok) unplayable.push({ ask, reason: built.refusal.message });
  }
  return { model: fitGrades(points), points, unplayable };
}

/** Where a study stands in a section: what it satisfies, what it nearly does, and an estimate. */
export interface Standing {
  readonly satisfied: readonly Ask[];
  readonly near: readonly NearMiss[];
  /** Of the notes and their fingering, whatever the bow is set to. */
  readonly estimate: Estimate | TooSmall;
  /** Of bow and tempo, where the syllabus asks enough of them. */
  readonly bow?: Estimate;
}

/** Grades a built study, with the way given, by a section and the model fitted to it. */
export function standingOf(
  { recipe, passage }: Pick<BuiltStudy, 'recipe' | 'passage'>,
  way: Way,
  section: Section,
  model: Model | TooSmall,
  memory = new EngineMemory(),
): Standing {
  const { satisfied, near } = matchesOf({ recipe, lowest: passage.tonic.name }, asksOf(section));
  if (model.kind === 'too-small') return { satisfied, near, estimate: model };
  const features = featuresOf({ recipe, passage, way }, memory);
  const bow = bowEstimateOf(model, features);
  return { satisfied, near, estimate: estimateOf(model, features), ...(bow ? { bow } : {}) };
}
