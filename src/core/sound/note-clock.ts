import type { SoundedNote, SoundPlan } from './sound-plan.ts';

/** A moment of a plan that may be played again and again. */
export interface Moment {
  /** How often the plan has begun again. */
  readonly pass: number;
  /** Seconds from the plan's own beginning. */
  readonly within: number;
}

/** Seconds one more pass takes: all but the count-in. */
function roundSeconds(plan: SoundPlan): number {
  return plan.seconds - plan.begins;
}

/** Where the plan stands so many seconds after it was begun; it begins again after its count-in when it loops. */
export function momentAt(plan: SoundPlan, seconds: number, loop: boolean): Moment {
  const round = roundSeconds(plan);
  if (!loop || seconds < plan.seconds || round <= 0) return { pass: 0, within: seconds };
  const pass = Math.floor((seconds - plan.begins) / round);
  return { pass, within: seconds - pass * round };
}

/** Seconds from when the plan was begun to a moment of it. */
export function secondsTo(plan: SoundPlan, { pass, within }: Moment): number {
  return within + pass * roundSeconds(plan);
}

/** The stroke last begun at a time of the plan, in seconds; none before the first note or after all has sounded. */
export function noteAt(plan: SoundPlan, within: number): SoundedNote | undefined {
  if (within >= plan.seconds) return undefined;
  let low = 0;
  let high = plan.notes.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((plan.notes[middle]?.time ?? 0) <= within) low = middle + 1;
    else high = middle;
  }
  return plan.notes[low - 1];
}
