import type { Passage } from '../passage/passage.ts';
import type { HandRules } from '../recipe/hand-rules.ts';
import { handOf } from '../recipe/hand.ts';
import { nameLeaning, parsePitch, type Pitch } from '../theory/pitch.ts';
import { EngineMemory, fingerPassage } from './fingering.ts';

/** True where one hand takes notes (MIDI, highest first) together, whatever came before. */
export function chordFits(midi: readonly number[], rules: HandRules): boolean {
  const pitches = midi.map((one) => parsePitch(nameLeaning(one, 1)) as Pitch);
  const [lead, ...chord] = pitches;
  if (!lead) return false;
  const note = { at: 0, pitch: lead, degree: 0, heading: 'up', motion: 'leap', chord } as const;
  const passage: Passage = { notes: [note], course: 'free', top: 0, parts: [0], tonic: lead, leaning: 1 };
  return fingerPassage({ passage, hand: { ...handOf(rules), pins: [] } }, 1, new EngineMemory()).ok;
}
