import type { Passage } from '../../passage/passage.ts';
import { sameHand, type Candidate } from './candidate.ts';

/** Where another passage of the same length plays its notes on the way up, for one that keeps its shifts. */
export interface KeptShifts {
  /** String of each note, by its place. */
  readonly strings: ReadonlyMap<number, number>;
  /** Notes taken in the hand of the stopped note before: no shift here. */
  readonly sameHand: ReadonlySet<number>;
}

/** What a fingering plays on which string on its way up, and where its hand stays. */
export function keptFrom(path: readonly Candidate[], { notes }: Passage): KeptShifts {
  const strings = new Map<number, number>();
  const stays = new Set<number>();
  let last: Candidate | undefined;
  for (const { at, heading } of notes) {
    const note = path[at];
    if (!note || heading !== 'up') break;
    strings.set(at, note.string);
    if (note.rank === 0) continue;
    if (last && sameHand(last, note)) stays.add(at);
    last = note;
  }
  return { strings, sameHand: stays };
}
