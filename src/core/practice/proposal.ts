import { counted } from '../base/index.ts';
import type { Day } from './day.ts';
import type { Standing } from './standing.ts';
import type { Target } from './rungs-here.ts';

/** What to set next of a study that was heard, already made: to be taken or changed. */
export interface Proposal {
  readonly kind: 'repeat' | 'raise' | 'next' | 'kept' | 'slower';
  readonly words: string;
  /** When a study that stands should be heard again. */
  readonly hearBy?: Day;
}

/** What comes after a study was heard: the rung again, the next, a tempo more or less, or that it is kept now. */
export function proposalFor(before: Standing, after: Standing, target: Target): Proposal {
  if (after.stands) {
    return { kind: 'kept', words: 'It stands.', ...(after.review ? { hearBy: after.review.due } : {}) };
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
