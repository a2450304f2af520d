import { inTime, draws } from '../base/index.ts';
import type { Attempt, Result } from './attempt.ts';
import { dayAfter, daysBetween, weekdayOf, type Day } from './day.ts';
import { planToday, type PlannedStudy } from './plan.ts';
import type { Practice } from './practice-time.ts';
import { standingOf, type ClimbedRung } from './standing.ts';

/**
 * A small model of learning and forgetting, only for trying plans on. A study has parts, one a rung; each part is held
 * with a strength of 0 to 1. A minute on a rung brings its part nearer to 1 by a share that is the pupil's; playing the whole
 * brings every part on by the same minutes shared out. Between days strength fades by half in a half-life, which grows each
 * time the part is played well after a night. A try comes out clean with the chance of the weakest part it touches.
 * A study stands when every part of it is above a threshold. It knows nothing of the scheduler: power of spacing and
 * half-lives are those of no named study, from memory.
 */
interface Learner {
  readonly chance: () => number;
  /** Share of what is missing that a minute brings. */
  readonly quick: number;
  /** Days in which half is gone, at first. */
  readonly keeps: number;
}

interface Part {
  strength: number;
  halfLife: number;
  last: Day | undefined;
}

/** Above this strength in every part, a study stands. */
export const STANDS = 0.75;
/** How much the half-life grows when a part is played well after a night. */
const SPACING = 1.7;
/** Tries in a minute. */
const TRIES_A_MINUTE = 1.2;

/** How practice time is given out on a day. */
export type Policy = 'our plan' | 'the whole list in rotation' | 'the newest first';

/** How a trial is laid out. */
export interface Trial {
  readonly seed: number;
  readonly studies: number;
  readonly weeks: number;
  readonly practice: Practice;
  readonly begins: Day;
}

/** A time of practice: how much, from when, for how many days, towards what; and which pupil it is. */
export interface Span {
  readonly practice: Practice;
  readonly begins: Day;
  readonly days: number;
  readonly exam: Day | undefined;
  /** The same seed is the same pupil. */
  readonly seed: number;
}

/** How many of a pupil's studies stand on the day of the exam under a policy. The same seed is the same pupil. */
export function tryPolicy(policy: Policy, { seed, studies: count, weeks, practice, begins }: Trial): number {
  const nature = draws(seed);
  const studies = Array.from({ length: count }, (_, k) => invented(k, count, weeks, begins, nature));
  const exam = dayAfter(begins, 7 * weeks);
  const { parts } = lived(policy, studies, { practice, begins, days: 7 * weeks, exam, seed });
  return studies.filter(({ id }) => (parts.get(id) ?? []).every((part) => strengthOn(part, exam) >= STANDS)).length;
}

/** The log of a pupil who practises some studies by our plan for so many days: for a demonstration. */
export function inventedLog(studies: readonly Omit<PlannedStudy, 'tries'>[], span: Span): Attempt[] {
  const { tries } = lived('our plan', studies, span);
  return [...tries.values()].flat().sort((a, b) => inTime(a.date, b.date));
}

/** Some days of a pupil's practice: the tries made, and how strongly each part is held at the end. */
function lived(
  policy: Policy,
  studies: readonly Omit<PlannedStudy, 'tries'>[],
  { practice, begins, days, exam, seed }: Span,
) {
  const nature = draws(seed + 2);
  const learner: Learner = { chance: draws(seed + 1), quick: 0.1 + 0.1 * nature(), keeps: 2 + 3 * nature() };
  const parts = new Map(
    studies.map(({ id, rungs }) => [
      id,
      rungs.map((): Part => ({ strength: 0, halfLife: learner.keeps, last: undefined })),
    ]),
  );
  const tries = new Map<string, Attempt[]>(studies.map(({ id }) => [id, []]));
  let turn = 0;
  for (let k = 0; k < days; k += 1) {
    const date = dayAfter(begins, k);
    if (practice.restDays.includes(weekdayOf(date))) continue;
    const known = studies
      .map((study) => ({ ...study, tries: tries.get(study.id) ?? [] }))
      .filter(({ set }) => set <= date);
    if (known.length === 0) continue;
    const lines =
      policy === 'our plan'
        ? planToday(known, practice, date, exam).items
        : inTurn(policy === 'the newest first' ? known.toReversed() : rotated(known, turn), practice.minutes);
    turn += lines.length;
    for (const { study, rung, minutes, bpm } of lines) {
      const own = known.find(({ id }) => id === study);
      if (!own) continue;
      const asked = own.rungs.find(({ id }) => id === rung)?.bpm ?? bpm;
      const results = practise(learner, own, parts.get(study) ?? [], rung, minutes, date, bpm / asked);
      tries.get(study)?.push(...results.map((result) => ({ study, rung, date, bpm, result })));
    }
  }
  return { parts, tries };
}

/** A study nobody has heard of, set some weeks in, two a week. */
function invented(
  k: number,
  count: number,
  weeks: number,
  begins: Day,
  nature: () => number,
): Omit<PlannedStudy, 'tries'> {
  const drills = 1 + Math.floor(3 * nature());
  const rung = (id: string, clean: number, strains = false): ClimbedRung => ({
    id,
    name: id,
    bpm: 60,
    seconds: 15 + 15 * nature(),
    strains,
    clean,
    climbs: false,
  });
  return {
    id: `study-${k}`,
    title: `Study ${k}`,
    set: dayAfter(begins, Math.floor((k / count) * 7 * (weeks - 2))),
    seconds: 25,
    rungs: [
      rung('plucked', 1),
      ...Array.from({ length: drills }, (_, drill) => rung(`shift-${drill + 1}`, 3, true)),
      rung('way-down', 3),
      rung('whole', 3),
    ],
  };
}

/** Studies from where the last day left off, round and round. */
function rotated<One>(list: readonly One[], turn: number): One[] {
  const from = turn % list.length;
  return [...list.slice(from), ...list.slice(0, from)];
}

/** One study after the other until the minutes are gone: the next rung of each, the whole where all are passed. */
function inTurn(studies: readonly PlannedStudy[], minutes: number) {
  const lines: { study: string; rung: string; minutes: number; bpm: number }[] = [];
  let left = minutes;
  for (const { id, rungs, tries } of studies) {
    const take = Math.min(4, left);
    if (take <= 0) break;
    const next = standingOf(rungs, tries).next ?? (rungs.at(-1) as ClimbedRung);
    lines.push({ study: id, rung: next.id, minutes: take, bpm: next.bpm });
    left -= take;
  }
  return lines;
}

/** Some minutes on a rung of a study: what comes of each try, and what it leaves behind. */
function practise(
  learner: Learner,
  { rungs }: Pick<PlannedStudy, 'rungs'>,
  parts: readonly Part[],
  rung: string,
  minutes: number,
  date: Day,
  /** Share of the tempo to reach: what is slower comes out clean sooner. */
  haste: number,
): Result[] {
  const at = rungs.findIndex(({ id }) => id === rung);
  // The last rung is the whole study; so is one that climbs.
  const touched = at === rungs.length - 1 || rungs[at]?.climbs ? parts : parts.slice(at, at + 1);
  for (const part of touched) {
    const now = strengthOn(part, date);
    if (part.last !== undefined && part.last < date && learner.chance() < now) part.halfLife *= SPACING;
    part.strength = now;
    part.last = date;
  }
  const results: Result[] = [];
  const tries = Math.max(1, Math.round(minutes * TRIES_A_MINUTE));
  for (let k = 0; k < tries; k += 1) {
    for (const part of touched)
      part.strength +=
        (1 - part.strength) * (learner.quick / TRIES_A_MINUTE) * (touched.length === 1 ? 1 : 1.5 / touched.length);
    const weakest = Math.min(...touched.map(({ strength }) => strength));
    const drawn = learner.chance();
    const clean = weakest ** (haste ** 3);
    results.push(drawn < clean ? 'clean' : drawn < (3 + clean) / 4 ? 'shaky' : 'missed');
  }
  return results;
}

function strengthOn({ strength, halfLife, last }: Part, date: Day): number {
  return last === undefined ? 0 : strength * 0.5 ** (Math.max(0, daysBetween(last, date)) / halfLife);
}
