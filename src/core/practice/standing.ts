import type { Attempt, Result } from './attempt.ts';
import { type Day } from './day.ts';
import { review, type Review } from './review.ts';
import type { RungHere } from './rungs-here.ts';
import { tempoAfterTry, tempoBegun, USUAL_TEMPO_RULE, type TempoNow, type TempoRule } from './tempo-steps.ts';

/** What standing is found from: rungs as they are passed, nothing of what they sound. */
export type ClimbedRung = Pick<RungHere, 'id' | 'name' | 'bpm' | 'seconds' | 'strains' | 'clean' | 'arrival'> & {
  readonly climbs: boolean;
};

/** Where a study stands on its ladder. */
export interface Standing {
  /** Rungs passed, by id. */
  readonly passed: ReadonlySet<string>;
  /** The rung to climb next; nothing if all are passed. */
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
  /** Tries so far. */
  readonly tries: number;
}

/** A try slower than this share of the tempo that was set passes nothing. From memory. */
const SLOWEST = 0.8;

/** A rung without its sounds. */
export function climbed({ id, name, bpm, seconds, strains, clean, rung, arrival }: RungHere): ClimbedRung {
  const climbs = rung.climbs === true;
  return { id, name, bpm, seconds, strains, clean, climbs, ...(arrival !== undefined && { arrival }) };
}

/**
 * Where a study stands after its tries. A rung is passed by so many clean tries in a row, or by one that the teacher
 * heard; a rung whose tempo climbs, by those at the tempo to reach. Once every rung is passed the study is kept: each day
 * it is played then is a review.
 */
export function standingOf(
  rungs: readonly ClimbedRung[],
  tries: readonly Attempt[],
  rule: TempoRule = USUAL_TEMPO_RULE,
): Standing {
  const inOrder = tries.toSorted((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const byId = new Map(rungs.map((rung) => [rung.id, rung]));
  const passed = new Set<string>();
  const run = new Map<string, number>();
  const climbing = rungs.find((rung) => rung.climbs);
  let tempo = climbing && tempoBegun(climbing.bpm, rule);
  /** The try by which the last rung was passed. */
  let kept: number | undefined;
  inOrder.forEach((one, place) => {
    const rung = byId.get(one.rung);
    if (!rung) return;
    if (rung === climbing && tempo) {
      tempo = tempoAfterTry(tempo, one, rung.bpm, rule);
      if (tempo.reached) passed.add(rung.id);
    } else {
      const clean = one.result === 'clean' && one.bpm >= rung.bpm * SLOWEST;
      const times = clean ? (run.get(rung.id) ?? 0) + (one.heard ? rung.clean : 1) : 0;
      run.set(rung.id, times);
      if (times >= rung.clean) passed.add(rung.id);
    }
    if (passed.size === rungs.length) kept ??= place;
  });
  const next = rungs.find(({ id }) => !passed.has(id));
  const at = next ?? rungs.at(-1);
  const last = inOrder.at(-1);
  const keptSince = kept === undefined ? undefined : inOrder[kept]?.date;
  return {
    passed,
    next,
    clean: next ? (next === climbing ? (tempo?.clean ?? 0) : (run.get(next.id) ?? 0)) : 0,
    bpm: (at === climbing ? tempo?.bpm : at?.bpm) ?? 0,
    tempo,
    stands: kept !== undefined,
    review: kept === undefined || keptSince === undefined ? undefined : review(keptSince, inOrder.slice(kept + 1)),
    last: last && { date: last.date, result: last.result },
    tries: inOrder.length,
  };
}
