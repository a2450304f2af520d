import type { Passage } from '../passage/passage.ts';
import type { HandRules } from '../recipe/hand-rules.ts';
import { handOf } from '../recipe/hand.ts';
import type { Pitch } from '../theory/pitch.ts';
import { EngineMemory } from './search/memory.ts';
import { problemOf } from './search/problem.ts';

/** True where one hand takes notes together, highest first, whatever came before. */
export function chordFits([lead, ...chord]: readonly Pitch[], rules: HandRules): boolean {
  if (!lead) return false;
  const note = { at: 0, pitch: lead, degree: 0, heading: 'up', motion: 'leap', chord } as const;
  const passage: Passage = { notes: [note], course: 'free', top: 0, parts: [0], tonic: lead, leaning: 1 };
  return problemOf({ passage, hand: { ...handOf(rules), pins: [] } }, new EngineMemory()).ok;
}
