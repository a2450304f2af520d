import type { Attempt, Result } from './attempt.ts';
import { type Day } from './day.ts';
import { review, type Review } from './review.ts';
import type { RungHere } from './rungs-here.ts';
import { tempoAfter, USUAL_TEMPO_RULE, type TempoNow, type TempoRule } from './tempo-steps.ts';

/** What standing is found from: rungs as they are passed, nothing of what they sound. */
export type ClimbedRung = Pick<RungHere, 'id' | 'bpm' | 'seconds' | 'strains'> & {
  readonly name: string;
  readonly clean: number;
  readonly climbs: boolean;
};

/** Where a study stands on its ladder. */
export interface Standing {
  /** Rungs passed, by id. */
  readonly passed: ReadonlySet<string>;
  /** The rung to climb next; nothing where all are passed. */
  readonly next: ClimbedRung | undefined;
  /** Clean times in a row at it. */
  readonly clean: number;
  /** The tempo of the next rung, or of the last; beats a minute. */
  readonly bpm: number;
  /** The rung that climbs, where the ladder has one. */
  readonly tempo: TempoNow | undefined;
  /** Every rung passed: it is kept, and heard again now and then. */
  readonly stands: boolean;
  /** Since when it is kept, and when it should be heard again. */
  readonly review: Review | undefined;
  /** The last day it was played, and how the last try went. */
  readonly last: { readonly date: Day; readonly result: Result } | undefined;
  /** Tries so far, and rungs passed by them. */
  readonly tries: number;
}

/** A try slower than this share of the tempo that was set passes nothing. From memory. */
const SLOWEST = 0.8;

/** A rung without its sounds. */
export function climbed({ id, name, bpm, seconds, strains, rung }: RungHere): ClimbedRung {
  return { id, name, bpm, seconds, strains, clean: rung.clean, climbs: rung.climbs === true };
}

/**
 * Where a study stands after its tries. A rung is passed by so many clean tries in a row, or by one that the teacher heard; a rung whose tempo climbs,
 * by those at the tempo to reach. Once every rung is passed the study is kept: each day it is played then is a review.
 */
export function standingOf(
  rungs: readonly ClimbedRung[],
  tries: readonly Attempt[],
  rule: TempoRule = USUAL_TEMPO_RULE,
): Standing {
  const inOrder = tries.toSorted((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const passed = new Set<string>();
  const run = new Map<string, number>();
  const climbing = rungs.find((rung) => rung.climbs);
  const ofTempo: Attempt[] = [];
  let keptFrom: number | undefined = rungs.length === 0 ? undefined : -1;
  let keptDay: Day | undefined;
  inOrder.forEach((one, place) => {
    const rung = rungs.find(({ id }) => id === one.rung);
    if (rung?.climbs) {
      ofTempo.push(one);
      if (tempoAfter(rung.bpm, ofTempo, rule).reached) passed.add(rung.id);
    } else if (rung) {
      const clean =
        one.result === 'clean' && one.bpm >= rung.bpm * SLOWEST
          ? (run.get(rung.id) ?? 0) + (one.heard ? rung.clean : 1)
          : 0;
      run.set(rung.id, clean);
      if (clean >= rung.clean) passed.add(rung.id);
    }
    if (keptFrom === -1 && keptDay === undefined && rungs.every(({ id }) => passed.has(id))) {
      keptFrom = place;
      keptDay = one.date;
    }
  });
  const next = rungs.find(({ id }) => !passed.has(id));
  const tempo = climbing && tempoAfter(climbing.bpm, ofTempo, rule);
  const at = next ?? rungs.at(-1);
  const last = inOrder.at(-1);
  return {
    passed,
    next,
    clean: next ? (next.climbs ? (tempo?.clean ?? 0) : (run.get(next.id) ?? 0)) : 0,
    bpm: at?.climbs ? (tempo?.bpm ?? at.bpm) : (at?.bpm ?? 0),
    tempo,
    stands: keptDay !== undefined,
    review: keptDay === undefined || keptFrom === undefined ? undefined : review(keptDay, inOrder.slice(keptFrom + 1)),
    last: last && { date: last.date, result: last.result },
    tries: inOrder.length,
  };
}
