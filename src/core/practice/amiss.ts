import type { Attempt } from './attempt.ts';
import { worstShift } from './ear-note.ts';
import type { ClimbedRung } from './standing.ts';

/** A shift that lands off its place, and the rung that drills it. */
export interface Amiss {
  readonly rung: ClimbedRung;
  readonly cents: number;
}

/** The drill of the shift that landed furthest off when it was heard last, unless it was played clean since. */
export function amissIn({
  rungs,
  tries,
}: {
  readonly rungs: readonly ClimbedRung[];
  readonly tries: readonly Attempt[];
}): Amiss | undefined {
  const worst = worstShift(tries);
  const rung = worst && rungs.find(({ arrival }) => arrival === worst.arrival);
  if (!rung) return undefined;
  const since = tries.some(({ rung: id, date, result }) => id === rung.id && result === 'clean' && date > worst.date);
  return since ? undefined : { rung, cents: worst.cents };
}
