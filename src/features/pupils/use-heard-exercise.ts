import { useMemo, useState } from 'react';
import { heardMarks, type Report } from '../../core/listening/index.ts';
import type { ScoredStudy } from '../../core/score/index.ts';
import { hearingLevel } from '../../data/settings.ts';

/** An exercise with what was heard of it last written under its notes, and what takes a report of it. */
export function useHeardExercise(
  exercise: ScoredStudy | undefined,
): readonly [ScoredStudy | undefined, (report: Report) => void] {
  const [heard, setHeard] = useState<{ readonly of: ScoredStudy['passage']; readonly report: Report }>();
  const marked = useMemo(() => {
    if (!exercise || heard?.of !== exercise.passage) return exercise;
    const look = { fingers: 'all' as const, ...exercise.look };
    return { ...exercise, look: { ...look, heard: heardMarks(heard.report, hearingLevel()) } };
  }, [exercise, heard]);
  return [marked, (report) => exercise && setHeard({ of: exercise.passage, report })];
}
