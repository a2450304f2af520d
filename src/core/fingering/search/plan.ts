import type { Passage } from '../../passage/index.ts';
import { sameHand, type Candidate } from './candidate.ts';
import type { Pairing } from './pairing.ts';

/** What a plan asks of one note. */
export interface PlannedPlace {
  /** Whether a candidate will do. */
  readonly allows: (candidate: Candidate) => boolean;
  /** Where no candidate will do, any may be taken: a wish, not a rule. */
  readonly wish?: true;
  /** The open string is meant, whatever the rule for open strings says. */
  readonly open?: true;
  /** How a refusal speaks of it: the finger asked for and the number of its group. */
  readonly said?: { readonly finger: string; readonly group: number };
}

/** What is prescribed for the notes of a passage besides the rules of its hand: by groups, a system, a kin's shifts. */
export interface Plan {
  readonly places: ReadonlyMap<number, PlannedPlace>;
  /** Notes that may not begin a new hand. */
  readonly bound: ReadonlySet<number>;
}

export const NO_PLAN: Plan = { places: new Map(), bound: new Set() };

/** Two plans at once. */
export function bothPlans(a: Plan, b: Plan): Plan {
  if (a === NO_PLAN) return b;
  if (b === NO_PLAN) return a;
  const places = new Map(a.places);
  for (const [at, place] of b.places) {
    const other = places.get(at);
    places.set(at, other ? { ...other, ...place, allows: (one) => other.allows(one) && place.allows(one) } : place);
  }
  return { places, bound: new Set([...a.bound, ...b.bound]) };
}

/** A plan for the way up, laid on the notes of the way down that are fingered alike as well. */
export function mirroredPlan({ places, bound }: Plan, pairs: readonly Pairing[]): Plan {
  const there = new Map(places);
  const held = new Set(bound);
  pairs.forEach(({ up, down }, k) => {
    const place = places.get(up);
    if (place) there.set(down, place);
    const above = pairs[k + 1];
    if (above && above.down === down - 1 && bound.has(above.up)) held.add(down);
  });
  return { places: there, bound: held };
}

/** The plan that keeps the strings of a fingering and the places where its hand stays, on the way up. */
export function keepingShifts(path: readonly Candidate[], { notes }: Passage): Plan {
  const places = new Map<number, PlannedPlace>();
  const bound = new Set<number>();
  let last: Candidate | undefined;
  for (const { at, heading } of notes) {
    const note = path[at];
    if (!note || heading !== 'up') break;
    const { string } = note;
    places.set(at, { allows: (candidate) => candidate.string === string });
    if (note.rank === 0) continue;
    if (last && sameHand(last, note)) bound.add(at);
    last = note;
  }
  return { places, bound };
}

/** True where a fingering takes every place of a plan as it allows, and no new hand where it is bound. */
export function followsPlan({ places, bound }: Plan, path: readonly Candidate[]): boolean {
  let last: Candidate | undefined;
  return path.every((note, at) => {
    if (places.get(at)?.allows(note) === false) return false;
    if (note.rank === 0) return true;
    const stays = last === undefined || !bound.has(at) || sameHand(last, note);
    last = note;
    return stays;
  });
}
