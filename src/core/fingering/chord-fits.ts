import type { Passage } from '../passage/index.ts';
import { type HandRules, handOf } from '../recipe/index.ts';
import type { Pitch } from '../theory/index.ts';
import { EngineMemory } from './search/memory.ts';
import { problemOf } from './search/problem.ts';

/** True where one hand takes notes together, highest first, whatever came before. */
export function chordFits([lead, ...chord]: readonly Pitch[], rules: HandRules): boolean {
  if (!lead) return false;
  const note = { at: 0, pitch: lead, degree: 0, heading: 'up', motion: 'leap', chord } as const;
  const passage: Passage = { notes: [note], course: 'free', top: 0, parts: [0], tonic: lead, leaning: 1 };
  return problemOf({ passage, hand: { ...handOf(rules), pins: [] } }, new EngineMemory()).ok;
}
