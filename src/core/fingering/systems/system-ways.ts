import { groupsFor, narrowed, pairsOf, problemOf, rising, type Problem, type Task } from '../search/problem.ts';
import { fingerOf, type Candidate } from '../search/candidate.ts';
import { floorUnder } from '../search/floor.ts';
import type { EngineMemory } from '../search/memory.ts';
import { pathCost } from '../search/path-cost.ts';
import { mirroredPlan, NO_PLAN, type Plan, type PlannedPlace } from '../search/plan.ts';
import { plainRoute, solveBest, standingOf } from '../search/routes.ts';
import { shiftsOf } from '../search/moves.ts';
import type { PreparedChoice } from '../search/ways.ts';
import type { FoundPath } from '../search/found-path.ts';
import type { Hand } from '../../recipe/index.ts';
import { readClimb, type System } from '../../schools/index.ts';
import { climbPlans } from './climb-plans.ts';

/** The share of stopped notes a system of positions must hold. */
const MOST_OF_IT = 0.75;

/** Why a system is not offered, in the words the page says when asked. */
export type NotOffered =
  | 'other instrument'
  | 'other figure'
  | 'other octaves'
  | 'other chord'
  | 'one way only'
  | 'rules of its own'
  | 'no open string to stand for'
  | 'no shift to come back by'
  | 'does not return so'
  | 'little in that position'
  | 'no hand for it';

/** A system's best form for a task, or why it has none. */
export type SystemForm =
  { readonly system: System; readonly found: FoundPath } | { readonly system: System; readonly why: NotOffered };

/** What a system is asked against: the task, posed and swept, with its best fingering. */
export interface Ground extends PreparedChoice {
  readonly task: Task;
  readonly memory: EngineMemory;
}

/** The best form of a system, solved exactly under what it prescribes. */
export function formOf(system: System, ground: Ground): SystemForm {
  const why = unfit(system, ground.task);
  if (why) return { system, why };
  const { task } = ground;
  let found: Solved | NotOffered;
  if (system.return) found = returning(system.return, ground);
  else if (system.openStrings) found = exchanging(system.openStrings, ground);
  else if (system.hands) found = inHands(system.hands, ground);
  else if (system.groupsBySteps) {
    const groups = groupsFor(task.passage, task.hand.instrument);
    found = (groups && solveOtherwise({ groups: [...groups] }, NO_PLAN, ground)) ?? 'no hand for it';
  } else found = climbing(system, ground);
  return typeof found === 'string' ? { system, why: found } : { system, found: costed(found, ground) };
}

interface Solved {
  readonly path: Candidate[];
  readonly cost: number;
}

function unfit(
  { fits, instruments, openStrings, return: back }: System,
  { passage, hand }: Task,
): NotOffered | undefined {
  const { notes, course } = passage;
  if (instruments && !(instruments as readonly string[]).includes(hand.instrument.id)) return 'other instrument';
  if (hand.groups || hand.movable) return 'rules of its own';
  if (course === 'down' || course === 'free') return 'one way only';
  if ((openStrings || back) && course !== 'up-down') return 'one way only';
  if (back && hand.return !== 'auto') return 'rules of its own';
  if (openStrings && hand.openStrings !== 'free') return 'rules of its own';
  const motion = notes[0]?.motion;
  if (!fits.figures.includes(motion === 'step' ? 'scale' : 'arpeggio') || motion === 'turn') return 'other figure';
  if (notes[0]?.chromatic === true && !fits.chromatic) return 'other figure';
  const pitches = notes.map((note) => note.pitch.midi);
  const low = Math.min(...pitches);
  const octaves = (Math.max(...pitches) - low) / 12;
  if (octaves < fits.octaves[0] || octaves > fits.octaves[1]) return 'other octaves';
  if (fits.chord) {
    const chord = [...new Set(pitches.map((pitch) => (pitch - low) % 12))].sort((a, b) => a - b).join();
    const asked = { major: ['0,4,7'], minor: ['0,3,7'], triad: ['0,4,7', '0,3,7'] }[fits.chord];
    if (!asked.includes(chord)) return 'other chord';
  }
  return undefined;
}

/**
 * Of all lines, repeats and lengths the one that costs least, or of the first line that can be played. What can
 * cost least is searched first, and what costs more than one found at the very least is not searched at all.
 */
function climbing(system: System, ground: Ground): Solved | NotOffered {
  const { task } = ground;
  const places = rising(task.passage).map((note) => note.at);
  const pairs = pairsOf(task.passage);
  let best: Solved | undefined;
  for (const line of system.climbs) {
    const read = readClimb(line);
    const plans = 'climb' in read ? climbPlans(read.climb, places, task.hand.instrument) : [];
    const likeliest = plans
      .map((plan) => mirroredPlan(plan, pairs))
      .map((plan) => ({ plan, floor: floorOf(plan, ground) }))
      .sort((a, b) => a.floor - b.floor);
    for (const { plan, floor } of likeliest) {
      if (floor >= (best?.cost ?? Number.POSITIVE_INFINITY)) break;
      const solved = solve(ground.posed.problem, plan, task);
      if (solved && (!best || solved.cost < best.cost)) best = solved;
    }
    if (best && system.inOrder) break;
  }
  return best ?? 'no hand for it';
}

/** What any fingering under a plan costs at least; 0 where nothing is known of it. */
export function floorOf(plan: Plan, { task, posed, swept }: Ground): number {
  // Where a pin goes against a plan, the way down need not be the way up read backwards any more.
  const pinned = task.hand.pins.length > 0;
  const wider = swept.find(({ route, bothWays }) => bothWays && (!pinned || !route.mirrored));
  return wider ? floorUnder(plan, wider.route, wider.run, posed.problem.notes) : 0;
}

/** The way up of the best way, and the way down by a rule. */
function returning(rule: NonNullable<System['return']>, ground: Ground): Solved | NotOffered {
  const { task } = ground;
  const best = ground.best.path;
  const { top } = task.passage;
  const shifts = shiftsOf(best);
  if (!shifts.some((shift) => shift.to <= top)) return 'no shift to come back by';
  const places = new Map<number, PlannedPlace>();
  for (const { at } of task.passage.notes.slice(0, top + 1)) {
    const own = best[at] as Candidate;
    places.set(at, {
      allows: (one) =>
        one.string === own.string &&
        one.rank === own.rank &&
        (one.rank === 0 || (one.hand === own.hand && one.frame === own.frame)),
    });
  }
  const solved = solveOtherwise({ return: rule }, { places, bound: new Set() }, ground);
  if (!solved) return 'no hand for it';
  return returns(rule, solved.path, ground) && isSensible(solved, ground) ? solved : 'does not return so';
}

function returns(rule: NonNullable<System['return']>, path: readonly Candidate[], { task }: Ground): boolean {
  const { top } = task.passage;
  const down = shiftsOf(path).filter((shift) => shift.to > top && shift.semitones < 0);
  if (rule === 'top-string') {
    const { instrument } = task.hand;
    const strings = instrument.strings.length - 1;
    if (path[top]?.string !== strings) return false;
    const left = path.findIndex((note, at) => at > top && note.string !== strings);
    const before = path.slice(top + 1, left < 0 ? undefined : left);
    const home = before.findLast((note) => note.rank !== 0);
    return home === undefined || home.hand <= instrument.homeHand;
  }
  const finger = rule === 'fourth' ? 4 : 3;
  return down.length > 0 && down.every((shift) => fingerOf(path[shift.to] as Candidate) === finger);
}

/** Open strings one way, and the fourth finger in their place the other. */
function exchanging(open: 'up' | 'down', ground: Ground): Solved | NotOffered {
  const best = ground.best.path;
  const { passage, hand } = ground.task;
  const strings = hand.instrument.strings.map((string) => string.open);
  const places = new Map<number, PlannedPlace>();
  const count = { open: 0, fourth: 0 };
  for (const { at, pitch, heading } of passage.notes) {
    const string = strings.indexOf(pitch.midi);
    // Elsewhere the hand goes as in the best way.
    const own = best[at] as Candidate;
    if (string <= 0) places.set(at, { allows: (one) => one.rank === 0 || one.hand === own.hand, wish: true });
    else if (heading === open) {
      count.open += 1;
      places.set(at, { allows: (one) => one.rank === 0 });
    } else {
      count.fourth += 1;
      places.set(at, { allows: (one) => fingerOf(one) === 4 && one.string === string - 1 });
    }
  }
  if (count.open === 0 || count.fourth === 0) return 'no open string to stand for';
  return solve(ground.posed.problem, { places, bound: new Set() }, ground.task) ?? 'no hand for it';
}

/** As much as lies in some positions, open strings besides. */
function inHands([low, high]: readonly [number, number], ground: Ground): Solved | NotOffered {
  const there = (one: Candidate): boolean => one.hand >= low && one.hand <= high && !one.thumb;
  const place: PlannedPlace = { allows: (one) => one.rank === 0 || there(one), wish: true };
  const places = new Map(ground.task.passage.notes.map((note) => [note.at, place]));
  const solved = solve(ground.posed.problem, { places, bound: new Set() }, ground.task);
  if (!solved) return 'no hand for it';
  const stopped = solved.path.filter((note) => note.rank !== 0);
  const inside = stopped.filter(there);
  const enough = inside.length > 0 && inside.length >= stopped.length * MOST_OF_IT;
  return enough && isSensible(solved, ground) ? solved : 'little in that position';
}

/** A form that only moves the hand around does not count: it may cost half as much again as the best, and a little. */
function isSensible(solved: Solved, ground: Ground): boolean {
  return costed(solved, ground).cost <= 1.5 * ground.best.cost + 9;
}

/** The cheapest fingering under other rules than the task's own. */
function solveOtherwise(rules: Partial<Hand>, plan: Plan, { task, memory }: Ground): Solved | undefined {
  const other = { ...task, hand: { ...task.hand, ...rules } };
  const problem = problemOf(other, memory);
  return problem.ok ? solve(problem.value, plan, other) : undefined;
}

/** The cheapest fingering under a plan, by the way up read backwards where that can be. */
function solve(problem: Problem, plan: Plan, task: Task): Solved | undefined {
  const near = narrowed(problem, plan);
  return near && solveBest({ problem: near, routes: [plainRoute(near, pairsOf(task.passage), task)] });
}

/** A fingering with what it costs in the task as it was asked. */
function costed({ path }: Solved, { posed }: Ground): FoundPath {
  const { mirrored, charges } = standingOf(posed, path);
  return { path, mirrored, charges, cost: pathCost(posed.problem, path, charges).cost };
}
