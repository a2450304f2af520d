import type { ScoredStudy } from './scored-study.ts';

/** The first `count` notes of a study with their fingers, as a study of their own. */
export function excerptOf(study: ScoredStudy, count: number): ScoredStudy {
  const { passage, way } = study;
  const inside = ({ to }: { readonly to: number }): boolean => to < count;
  return {
    ...study,
    passage: {
      ...passage,
      notes: passage.notes.slice(0, count),
      top: Math.min(passage.top, count - 1),
      parts: passage.parts.filter((at) => at < count),
    },
    way: {
      ...way,
      fingers: way.fingers.slice(0, count),
      shifts: way.shifts.filter(inside),
      crossings: way.crossings.filter(inside),
    },
  };
}
