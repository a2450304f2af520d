import { TICKS_PER_BEAT, type NoteValue } from '../bowing/index.ts';
import type { Beam } from './score.ts';

/** What beams are decided by: when a note begins, ticks, and its value. */
interface Beamed {
  readonly onset: number;
  readonly value: NoteValue;
  /** A rest, over which no beam goes. */
  readonly silent?: boolean;
}

/** The beat a note begins in, counted from 0. */
export function beatOf({ onset }: Pick<Beamed, 'onset'>): number {
  return Math.floor(onset / TICKS_PER_BEAT + 1e-9);
}

const BEAM_COUNT: Partial<Record<NoteValue['type'], number>> = { eighth: 1, '16th': 2, '32nd': 3, '64th': 4 };

/** The beams of every note of a bar, widest first: notes of one beat are beamed together. */
export function beamsOf(bar: readonly Beamed[]): Beam[][] {
  return bar.map((note, index) => {
    const count = note.silent ? 0 : (BEAM_COUNT[note.value.type] ?? 0);
    const beams: Beam[] = [];
    for (let level = 1; level <= count; level += 1) {
      const joins = (other: Beamed | undefined): boolean =>
        other !== undefined &&
        !other.silent &&
        beatOf(other) === beatOf(note) &&
        (BEAM_COUNT[other.value.type] ?? 0) >= level;
      const before = joins(bar[index - 1]);
      const after = joins(bar[index + 1]);
      if (before || after) beams.push(before ? (after ? 'continue' : 'end') : 'begin');
      // A lone flagged note has no beam at any level; one among longer notes has a stub.
      else if (level > 1 && beams.length > 0) {
        const last = index > 0 && beatOf(bar[index - 1] as Beamed) === beatOf(note);
        beams.push(last ? 'backward hook' : 'forward hook');
      }
    }
    return beams;
  });
}
