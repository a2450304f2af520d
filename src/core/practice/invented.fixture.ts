import { titleOf } from '../recipe/title.ts';
import type { ScoredStudy } from '../score/scored-study.ts';
import { buildFrom } from '../study/build.ts';
import { EngineMemory } from '../fingering/fingering.ts';
import type { PlannedStudy } from './plan.ts';
import type { ClimbedRung } from './standing.ts';

const memory = new EngineMemory();

/** The best way of a recipe, to be practised. */
export function studyFrom(input: object): ScoredStudy {
  const built = buildFrom({ ...input, ways: 1 }, memory);
  if (!built.ok) throw new Error(`${JSON.stringify(input)}: ${built.refusal.message}`);
  const [way] = built.value.ways;
  if (!way) throw new Error('no way');
  return { title: titleOf(built.value.recipe), recipe: built.value.recipe, passage: built.value.passage, way };
}

/** A rung nobody sounds. */
export function rung(id: string, more: Partial<ClimbedRung> = {}): ClimbedRung {
  return { id, name: id, bpm: 60, seconds: 20, strains: false, clean: 2, climbs: false, ...more };
}

/** A study nobody has heard of. */
export function planned(id: string, more: Partial<PlannedStudy> = {}): PlannedStudy {
  const rungs = [
    rung('plucked'),
    rung('shift-1', { strains: true }),
    rung('whole'),
    rung('tempo', { climbs: true, bpm: 72 }),
  ];
  return { id, title: id, set: '2026-03-02', seconds: 20, rungs, tries: [], ...more };
}
