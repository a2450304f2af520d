import {
  dayWords,
  type Assignment,
  type PupilWhole,
  USUAL_LADDER,
  type Ladder,
  type PlannedStudy,
  standingOf,
  type Standing,
  USUAL_TEMPO_RULE,
} from '../../core/practice/index.ts';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { SavedStudy } from '../../core/study/index.ts';
import { readStudy } from '../../data/library.ts';
import { useLadders } from '../../data/pupil-queries.ts';
import { coach, type Climb, type ToClimb } from '../../workers/coach.ts';

/** A study that is set, and where it stands. */
export interface Climbing {
  readonly assignment: Assignment;
  /** Nothing if the study was deleted from the library. */
  readonly saved: SavedStudy | undefined;
  readonly toClimb: ToClimb | undefined;
  readonly title: string;
  readonly climb: Climb | undefined;
  readonly standing: Standing;
}

/**
 * What is set to a pupil, worked out; `undefined` until it is. Studies that were put away come too; one that was set a moment
 * ago comes when it is worked out.
 */
export function useClimbing(whole: PupilWhole | null | undefined): readonly Climbing[] | undefined {
  const ladders = useLadders();
  const assignments = whole?.assignments;
  // As much of what is set as its rungs depend on: words that are typed to it change nothing here.
  const set = useMemo(
    () => assignments?.map(({ id, study, ladder: own, target }) => ({ id, study, ladder: own, target })),
    [assignments],
  );
  const ladder = whole?.pupil.ladder;
  const rule = whole?.pupil.tempo ?? USUAL_TEMPO_RULE;
  const { data: climbs } = useQuery({
    queryKey: ['climbs', whole?.pupil.id, set, ladder, rule, ladders],
    queryFn: async () => {
      const found = await Promise.all((set ?? []).map(({ study }) => readStudy(study)));
      const asked = (set ?? []).map((assignment, place): ToClimb | undefined => {
        const one = found[place];
        return one?.kind === 'study'
          ? {
              saved: one.study,
              ladder: ladderNamed(ladders, assignment.ladder ?? ladder),
              target: assignment.target,
              rule,
            }
          : undefined;
      });
      const known = asked.filter((one) => one !== undefined);
      const climbed = await coach().climbs(known);
      return new Map(
        (set ?? []).map(({ id }, place) => {
          const one = asked[place];
          return [id, { toClimb: one, climb: one && climbed[known.indexOf(one)] }] as const;
        }),
      );
    },
    enabled: set !== undefined,
    // Of the same pupil what stood a moment ago may stand; of another, nothing.
    placeholderData: (before, query) => (query?.queryKey[1] === whole?.pupil.id ? before : undefined),
  });
  return useMemo(() => {
    if (!whole || !climbs) return undefined;
    return whole.assignments.flatMap((assignment): Climbing[] => {
      const found = climbs.get(assignment.id);
      if (!found) return [];
      const { toClimb, climb } = found;
      const tries = whole.attempts.filter(({ study }) => study === assignment.study);
      const one: Climbing = {
        assignment,
        toClimb,
        saved: toClimb?.saved,
        climb,
        title: climb?.title ?? 'A study that was deleted from the library',
        standing: standingOf(climb?.rungs ?? [], tries, whole.pupil.tempo),
      };
      return [one];
    });
  }, [whole, climbs]);
}

/** What is still set, not put away. */
export function stillSet(climbing: readonly Climbing[]): readonly Climbing[] {
  return climbing.filter(({ assignment }) => assignment.put === undefined);
}

function ladderNamed(ladders: readonly Ladder[], id: string | undefined): Ladder {
  return ladders.find((one) => one.id === id) ?? USUAL_LADDER;
}

/** What is set, as the plan needs it. */
export function plannedFrom(whole: PupilWhole, climbing: readonly Climbing[]): PlannedStudy[] {
  return stillSet(climbing).flatMap(({ assignment, climb, title }) =>
    climb
      ? [
          {
            id: assignment.study,
            title,
            set: assignment.set,
            seconds: climb.seconds,
            rungs: climb.rungs,
            tries: whole.attempts.filter(({ study }) => study === assignment.study),
          },
        ]
      : [],
  );
}

/** `7 of 12 rungs; next: shift 2, 60 a minute`; that it stands where nothing is left. */
export function standingWords({ standing, climb }: Climbing): string {
  if (!climb) return '';
  if (standing.stands)
    return standing.review ? `Stands; to be heard again by ${dayWords(standing.review.due)}` : 'Stands';
  const { next, passed, bpm } = standing;
  return `${passed.size} of ${climb.rungs.length} rungs; next: ${next?.name ?? ''}, ${bpm} a minute`;
}
