import '../core/base/without-eval.ts';
import { expose } from 'comlink';
import type { Outcome } from '../core/base/index.ts';
import {
  type ClassAsk,
  classPlan,
  type ClassPlan,
  courseOf,
  type CourseWeek,
  keyChart,
  type KeyRow,
} from '../core/classroom/index.ts';
import {
  type Attempt,
  type Day,
  inventedLog,
  type Span,
  rungsOf,
  secondsOf,
  type RungHere,
  type Target,
  type Ladder,
  climbed,
  type ClimbedRung,
  type PlannedStudy,
  minutesInTime,
  type Practice,
  type TempoRule,
  whatNext,
  type Thing,
} from '../core/practice/index.ts';
import { EngineMemory } from '../core/fingering/index.ts';
import { type Recipe, type RecipeInput, titleOf } from '../core/recipe/index.ts';
import type { ScoredStudy } from '../core/score/index.ts';
import { buildFrom, buildKept, type SavedStudy } from '../core/study/index.ts';

/** A kept study, and how it is climbed. */
export interface ToClimb {
  readonly saved: SavedStudy;
  readonly ladder: Ladder;
  readonly target: Target;
  readonly rule: TempoRule;
}

/** A study as the plan needs it. */
export interface Climb {
  readonly title: string;
  /** Once through at the tempo to reach, seconds. */
  readonly seconds: number;
  readonly rungs: readonly (ClimbedRung & { readonly says: string })[];
}

/** A study that might be learnt next. */
export interface Candidate {
  readonly title: string;
  readonly recipe: Recipe;
  readonly fresh: readonly Thing[];
  /** What is new in it. */
  readonly words: string;
}

const memory = new EngineMemory();

/** Studies under the fingers they were kept with; those asked for again and again are not worked out again. */
const known = new Map<string, ScoredStudy | undefined>();
/** So many are remembered: a pupil's, and some more. */
const REMEMBERED = 200;

function scored(saved: SavedStudy): ScoredStudy | undefined {
  const key = `${saved.id} ${saved.updated}`;
  if (known.has(key)) return known.get(key);
  const built = buildKept({ ...saved.recipe, ways: 1 }, saved.fingering, memory);
  const way = built.ok ? built.value.ways[0] : undefined;
  const study =
    built.ok && way
      ? { title: saved.name ?? titleOf(saved.recipe), recipe: built.value.recipe, passage: built.value.passage, way }
      : undefined;
  if (known.size >= REMEMBERED) known.clear();
  known.set(key, study);
  return study;
}

/** Practice worked out, off the page's thread: rungs with their music, and what comes next. */
const coach = {
  /** The rungs of each study, without their music; nothing if a study cannot be played. */
  climbs(studies: readonly ToClimb[]): (Climb | undefined)[] {
    return studies.map(({ saved, ladder, target, rule }) => {
      const study = scored(saved);
      if (!study) return undefined;
      const rungs = rungsOf(study, ladder, target, memory, rule);
      const at = { ...study, recipe: { ...study.recipe, bowing: { ...study.recipe.bowing, ...target } } };
      return {
        title: study.title,
        seconds: secondsOf(at),
        rungs: rungs.map((rung) => ({ ...climbed(rung), says: rung.says })),
      };
    });
  },

  /** The parts of a class. */
  classPlan(ask: ClassAsk): Outcome<ClassPlan> {
    return classPlan(ask, memory);
  },

  /** The twelve keys against the sections of a class. */
  keyChart(ask: ClassAsk): KeyRow[] {
    return [...keyChart(ask, memory)];
  },

  /** An order of keys over so many weeks. */
  course(ask: ClassAsk, weeks: number): CourseWeek[] {
    return courseOf(ask, weeks, memory);
  },

  /** Nothing but its coming up, so that the first pupil waits for less. */
  warm(): void {},

  /** How many minutes a day would bring everything in time, where any do. */
  minutesInTime(
    studies: readonly PlannedStudy[],
    practice: Practice,
    today: Day,
    exam: Day,
    rule: TempoRule,
  ): number | undefined {
    return minutesInTime(studies, practice, today, exam, rule);
  },

  /** The log of an invented pupil, for the demonstration. */
  invent(studies: readonly (ToClimb & { readonly set: Day })[], span: Span): Attempt[] {
    const planned = this.climbs(studies).flatMap((climb, place) => {
      const one = studies[place];
      return climb && one ? [{ id: one.saved.id, set: one.set, ...climb }] : [];
    });
    return inventedLog(planned, span);
  },

  /** The rungs of one study with the music of each. */
  rungs({ saved, ladder, target, rule }: ToClimb): RungHere[] {
    const study = scored(saved);
    return study ? rungsOf(study, ladder, target, memory, rule) : [];
  },

  /** A kept study as it is engraved; nothing if its fingers can no longer be played. */
  study(saved: SavedStudy): ScoredStudy | undefined {
    return scored(saved);
  },

  /** Candidates in the order in which they are best learnt after what is known. */
  next(held: readonly SavedStudy[], candidates: readonly RecipeInput[]): Candidate[] {
    const built = candidates.flatMap((recipe): ScoredStudy[] => {
      const one = buildFrom({ ...recipe, ways: 1 }, memory);
      const way = one.ok ? one.value.ways[0] : undefined;
      return one.ok && way
        ? [{ title: titleOf(one.value.recipe), recipe: one.value.recipe, passage: one.value.passage, way }]
        : [];
    });
    const mine = held.flatMap((saved) => scored(saved) ?? []);
    return whatNext(mine, built).map(({ study, fresh, words }) => ({
      title: study.title,
      recipe: study.recipe,
      fresh,
      words,
    }));
  },
};

export type Coach = typeof coach;

expose(coach);
