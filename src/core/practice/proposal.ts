import { counted } from '../base/words.ts';
import type { Standing } from './standing.ts';
import type { Target } from './rungs-here.ts';

/** What to set next of a study that was heard, already made: to be taken or changed. */
export interface Proposal {
  readonly kind: 'repeat' | 'raise' | 'next' | 'kept' | 'slower';
  readonly words: string;
}

/** What comes after a study was heard: the rung again, the next, a tempo more or less, or that it is kept now. */
export function proposalFor(before: Standing, after: Standing, target: Target): Proposal {
  if (after.stands) {
    const due = after.review?.due;
    return { kind: 'kept', words: due ? `It stands. Hear it again by ${due}.` : 'It stands.' };
  }
  const { next } = after;
  if (!next) return { kind: 'repeat', words: 'Nothing is left to climb.' };
  if (before.next && next.id !== before.next.id)
    return { kind: 'next', words: `On to: ${next.name}, ${after.bpm} a minute.` };
  if (next.climbs && after.bpm > before.bpm)
    return { kind: 'raise', words: `Raise to ${after.bpm}; ${target.bpm} is to be reached.` };
  if (next.climbs && after.bpm < before.bpm)
    return { kind: 'slower', words: `Back to ${after.bpm} until it is clean ${counted(next.clean, 'time')} in a row.` };
  return {
    kind: 'repeat',
    words: `Repeat: ${next.name}, ${after.bpm} a minute, ${counted(next.clean, 'clean time')} in a row.`,
  };
}
