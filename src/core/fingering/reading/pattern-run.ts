import type { Passage } from '../../passage/index.ts';
import { handBlocks } from './hand-blocks.ts';
import type { FingeredNote, Way } from '../fingering.ts';

/** Notes played one after the other on one string in one hand. */
export interface PatternRun {
  readonly from: number;
  readonly to: number;
  readonly string: string;
  readonly position: string;
  /** How it is come to: the study's start, a crossing, a shift of the hand, or both at once. */
  readonly comes: 'start' | 'crossing' | 'shift' | 'shift and crossing';
  /** Half steps from the note before, signed; zero at the start. */
  readonly step: number;
  readonly fingers: readonly FingeredNote['finger'][];
  /** Half steps between its notes, signed, one fewer than its fingers. */
  readonly steps: readonly number[];
}

/**
 * The study without notation: start finger, string, and the whole and half steps from there, run by
 * run. Together the runs hold every note once.
 */
export function patternRuns(way: Way, passage: Passage): PatternRun[] {
  const midi = (at: number): number => passage.notes[at]?.pitch.midi ?? 0;
  const hands = handBlocks(way.fingers);
  const handOf = (at: number): number => hands.findIndex((hand) => at >= hand.from && at <= hand.to);
  const runs: { notes: FingeredNote[] }[] = [];
  for (const note of way.fingers) {
    const last = runs.at(-1)?.notes;
    const before = last?.at(-1);
    const parted = passage.parts.includes(note.at);
    if (last && before?.string === note.string && handOf(before.at) === handOf(note.at) && !parted) last.push(note);
    else runs.push({ notes: [note] });
  }
  return runs.map(({ notes }) => {
    const first = notes[0] as FingeredNote;
    const before = way.fingers[first.at - 1];
    const begins = !before || passage.parts.includes(first.at);
    const crosses = before?.string !== first.string;
    const shifts = !begins && handOf(before.at) !== handOf(first.at);
    return {
      from: first.at,
      to: (notes.at(-1) ?? first).at,
      string: first.string,
      position: first.position,
      comes: begins ? 'start' : shifts ? (crosses ? 'shift and crossing' : 'shift') : 'crossing',
      step: begins ? 0 : midi(first.at) - midi(before.at),
      fingers: notes.map((note) => note.finger),
      steps: notes.slice(1).map((note) => midi(note.at) - midi(note.at - 1)),
    };
  });
}

const STEPS = ['same note', 'half', 'whole', 'one and a half'] as const;

/** `whole`, `half`; wider steps counted: `5 half steps`. */
export function stepName(halfSteps: number): string {
  const count = Math.abs(halfSteps);
  return STEPS[count] ?? `${count} half steps`;
}
