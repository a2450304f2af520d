import { counted } from '../base/index.ts';
import type { Attempt } from './attempt.ts';
import { atLeast } from './chance.ts';
import { apart, breaksIn } from './day-order.ts';
import { amissIn, type Amiss } from './amiss.ts';
import { dayAfter, daysBetween, weekdayOf, type Day } from './day.ts';
import type { Practice } from './practice-time.ts';
import { heard, review, sureOn, type Review } from './review.ts';
import { standingOf, type ClimbedRung, type Standing } from './standing.ts';
import { stepsTo, raisedFrom, USUAL_TEMPO_RULE, type TempoRule } from './tempo-steps.ts';

/** A study as the plan sees it. */
export interface PlannedStudy {
  readonly id: string;
  /** What it is called in a sentence. */
  readonly title: string;
  /** The day it was set. */
  readonly set: Day;
  /** Once through at the tempo to reach, seconds. */
  readonly seconds: number;
  readonly rungs: readonly ClimbedRung[];
  readonly tries: readonly Attempt[];
}

/** One thing to practise. */
export interface PlanLine {
  readonly study: string;
  readonly rung: string;
  readonly bpm: number;
  /** About how long it takes. */
  readonly minutes: number;
  readonly why: string;
  /** It strains the hand: something else comes before and after. */
  readonly strains: boolean;
  /** Already known and heard again, or still being climbed. */
  readonly kind: 'new' | 'kept';
}

export interface DayPlan {
  readonly date: Day;
  readonly minutes: number;
  readonly items: readonly PlanLine[];
  /** After how many minutes to let the hands rest. */
  readonly breaks: readonly number[];
}

/** By when a study stands, and how surely it does on the day that counts. */
export interface StudyReadiness {
  readonly study: string;
  /** The day on which it is expected to stand; nothing if it is not before the exam or within a year. */
  readonly by: Day | null;
  /** 0 to 1: on the day of the exam, or at the end of the plan. */
  readonly chance: number;
}

export interface Plan {
  readonly days: readonly DayPlan[];
  readonly readiness: readonly StudyReadiness[];
  /** What cannot be met before the exam, in sentences. */
  readonly cannot: readonly string[];
}

/** Figures of the plan, from memory; each may be corrected here. */
const FIGURES = {
  /** Tries that a rung takes beyond its clean ones, and seconds between tries. */
  spareTries: 2,
  between: 15,
  /** A line takes at least and at most so many minutes. */
  least: 3,
  most: 8,
  /** Minutes of the day for each study that is climbed at a time; at least and at most so many studies. */
  minutesEach: 9,
  atOnce: { least: 2, most: 5 },
  /** A tempo is raised at most so often in a day. */
  stepsADay: 3,
  /** Rungs of one study in a day. */
  rungsADay: 5,
  /** Share of the day that kept work may take while something is still climbed. */
  keptShare: 0.45,
  /** Days before an exam in which everything that stands is heard once more. */
  lastDays: 4,
  /** Assumed before anything is known: how often a day's work on a rung passes it, of so many days. */
  passes: 2,
  outOf: 3,
  /** Share of the days between standing and the exam on which it can still be worked on. */
  spare: 0.5,
  /** Nothing is planned further ahead, days. */
  horizon: 366,
} as const;

/**
 * What to practise on each of `days` days from `today`. Kept work that is due comes first, the least sure before the
 * surer; then what is still climbed, nearest to standing first, so that as much as can stands on the day of the exam; what
 * is left of the minutes goes to kept work. Nothing missed is heaped up: each day is planned from what the log says by then.
 * Days ahead assume the usual pace of this log. The same input gives the same plan.
 */
export function planDays(
  studies: readonly PlannedStudy[],
  practice: Practice,
  today: Day,
  days: number,
  exam: Day | undefined,
  rule: TempoRule = USUAL_TEMPO_RULE,
): Plan {
  const expected = studies.map((study) => begun(study, rule));
  const pace = paceOf(expected);
  const until = exam === undefined ? days : Math.min(FIGURES.horizon, Math.max(days, daysBetween(today, exam)));
  const plans: DayPlan[] = [];
  for (let k = 0; k < until; k += 1) {
    const date = dayAfter(today, k);
    const plan = oneDay(expected, practice, date, exam);
    if (k < days) plans.push(plan);
    for (const one of expected) live(one, plan.items, date, pace);
  }
  const end = exam !== undefined && exam >= today ? exam : dayAfter(today, days);
  return {
    days: plans,
    readiness: expected.map((one) => readinessOf(one, pace, end)),
    cannot: expected.flatMap((one) => cannotBe(one, exam)),
  };
}

/** What to practise today alone, without looking ahead. */
export function planToday(
  studies: readonly PlannedStudy[],
  practice: Practice,
  today: Day,
  exam: Day | undefined,
  rule: TempoRule = USUAL_TEMPO_RULE,
): DayPlan {
  return oneDay(
    studies.map((study) => begun(study, rule)),
    practice,
    today,
    exam,
  );
}

/** A study as it is expected to go on. */
interface Expected {
  readonly study: PlannedStudy;
  readonly standing: Standing;
  readonly rule: TempoRule;
  /** Rungs still to pass, the next first. */
  left: ClimbedRung[];
  /** The tempo of the rung that climbs. */
  bpm: number;
  /** Part of a step that is done of each rung. */
  readonly done: Map<string, number>;
  /** Days of work planned on it, each a rung. */
  worked: number;
  /** Steps that were left when the plan was begun. */
  readonly steps: number;
  review: Review | undefined;
  by: Day | undefined;
  /** The shift the ear found furthest off, still to be drilled. */
  amiss: Amiss | undefined;
}

function begun(study: PlannedStudy, rule: TempoRule): Expected {
  const standing = standingOf(study.rungs, study.tries, rule);
  const left = standing.stands ? [] : study.rungs.filter(({ id }) => !standing.passed.has(id));
  const climbing = left.find((rung) => rung.climbs);
  const bpm = standing.tempo?.bpm ?? climbing?.bpm ?? 0;
  return {
    study,
    standing,
    rule,
    left: [...left],
    bpm,
    done: new Map(),
    worked: 0,
    steps: stepsLeft(left, bpm, rule),
    review: standing.review,
    by: standing.stands ? standing.review?.last : undefined,
    amiss: amissIn(study),
  };
}

/** Steps to standing: a rung is one, the rung that climbs as many as its tempo has. */
function stepsLeft(left: readonly ClimbedRung[], bpm: number, rule: TempoRule): number {
  return left.reduce((sum, rung) => sum + (rung.climbs ? stepsTo(bpm, rung.bpm, rule) : 1), 0);
}

/** How often a day's work on a rung passes it, from the log, with a little assumed beforehand. */
function paceOf(expected: readonly Expected[]): { readonly passes: number; readonly outOf: number } {
  let [passes, outOf] = [FIGURES.passes as number, FIGURES.outOf as number];
  for (const { study, standing } of expected) {
    const worked = new Set(study.tries.map(({ rung, date }) => `${rung} ${date}`)).size;
    const made = standing.passed.size + (standing.tempo?.raised ?? 0);
    passes += Math.min(made, worked);
    outOf += worked;
  }
  return { passes, outOf };
}

function oneDay(expected: readonly Expected[], practice: Practice, date: Day, exam: Day | undefined): DayPlan {
  if (practice.restDays.includes(weekdayOf(date)) || date === exam) return { date, minutes: 0, items: [], breaks: [] };
  const climbing = expected.filter((one) => one.left.length > 0 && one.study.set <= date);
  const kept = expected
    .flatMap((one) => (one.review && one.left.length === 0 ? [{ one, sure: sureOn(one.review, date) }] : []))
    .sort((a, b) => a.sure - b.sure);
  const soon = exam === undefined ? Infinity : daysBetween(date, exam);
  const due = kept.filter(
    ({ one }) =>
      (one.review as Review).due <= date ||
      (soon > 0 && soon <= FIGURES.lastDays && daysBetween((one.review as Review).last, date) >= FIGURES.lastDays),
  );
  const chosen: PlanLine[] = [];
  const room = (): number => practice.minutes - chosen.reduce((sum, { minutes }) => sum + minutes, 0);
  const take = (line: PlanLine): boolean => {
    const strained = chosen.filter(({ strains }) => strains).length;
    // Something else must lie between two that strain.
    const crowded = line.strains && strained + 1 > chosen.length - strained + 1;
    if (crowded || (line.minutes > room() && chosen.length > 0)) return false;
    chosen.push(line);
    return true;
  };
  const isTaken = ({ study }: Expected, rung: ClimbedRung): boolean =>
    chosen.some((line) => line.study === study.id && line.rung === rung.id);
  const forKept = climbing.length > 0 ? practice.minutes * FIGURES.keptShare : practice.minutes;
  for (const { one, sure } of due) {
    const line = keptLine(one, sure, date, soon);
    if (practice.minutes - room() + line.minutes <= forKept || chosen.length === 0) take(line);
  }
  // Nearest to standing first: what is begun is brought to its end before more is begun.
  const byNearness = climbing.toSorted(
    (a, b) => workLeft(a) - workLeft(b) || (a.study.set < b.study.set ? -1 : a.study.set > b.study.set ? 1 : 0),
  );
  const { least, most } = FIGURES.atOnce;
  const atOnce = Math.min(most, Math.max(least, Math.floor(practice.minutes / FIGURES.minutesEach)));
  // What the ear found amiss comes before anything new.
  for (const one of [...byNearness.slice(0, atOnce), ...kept.map((each) => each.one)]) {
    if (one.amiss && !isTaken(one, one.amiss.rung)) take(amissLine(one, one.amiss));
  }
  for (let round = 0; round < FIGURES.rungsADay; round += 1) {
    for (const one of byNearness.slice(0, atOnce)) {
      const tempo = one.left.findIndex(({ climbs }) => climbs);
      // A tempo is raised once a day; what comes after it waits.
      const within = tempo < 0 ? one.left : one.left.slice(0, tempo + 1);
      // Where a drill would follow another, the rung after it comes first.
      within.some((rung) => !isTaken(one, rung) && take(newLine(one, rung, exam, date)));
    }
  }
  for (const { one, sure } of kept) {
    const taken = chosen.some(({ study }) => study === one.study.id);
    if (!taken && (one.review as Review).last < date) take(keptLine(one, sure, date, soon));
  }
  lengthen(chosen, expected, room());
  const items = apart(chosen);
  const minutes = items.reduce((sum, line) => sum + line.minutes, 0);
  return { date, minutes, items, breaks: breaksIn(items) };
}

/** What is left of the minutes goes to tempi that climb: more than one step in a day where there is time for it. */
function lengthen(chosen: PlanLine[], expected: readonly Expected[], left: number): void {
  let spare = left;
  chosen.forEach((line, place) => {
    const one = expected.find(({ study }) => study.id === line.study);
    const rung = one?.left.find(({ id }) => id === line.rung);
    if (!rung?.climbs || spare <= 0) return;
    const more = Math.min(spare, line.minutes * (FIGURES.stepsADay - 1));
    chosen[place] = { ...line, minutes: line.minutes + more };
    spare -= more;
  });
}

/** Minutes of work until a study stands. */
function workLeft({ left, bpm, rule }: Expected): number {
  return left.reduce((sum, rung) => sum + minutesFor(rung, bpm) * (rung.climbs ? stepsTo(bpm, rung.bpm, rule) : 1), 0);
}

function minutesFor(rung: ClimbedRung, bpm: number): number {
  const once = rung.climbs && bpm > 0 ? (rung.seconds * rung.bpm) / bpm : rung.seconds;
  return within((rung.clean + FIGURES.spareTries) * (once + FIGURES.between));
}

function within(seconds: number): number {
  return Math.min(FIGURES.most, Math.max(FIGURES.least, Math.ceil(seconds / 60)));
}

function newLine(one: Expected, rung: ClimbedRung, exam: Day | undefined, date: Day): PlanLine {
  const { study } = one;
  const begins = one.standing.tries === 0 && one.worked === 0 && rung === one.left[0];
  const steps = stepsLeft(one.left, one.bpm, one.rule);
  const before = exam === undefined || exam < date ? '' : `; ${counted(daysBetween(date, exam), 'day')} to the exam`;
  const raised = rung.climbs && one.bpm < rung.bpm;
  return {
    study: study.id,
    rung: rung.id,
    bpm: rung.climbs ? one.bpm : rung.bpm,
    minutes: minutesFor(rung, one.bpm),
    why: begins
      ? `New: set on ${study.set}${before}`
      : raised
        ? `On the way from ${one.bpm} to ${rung.bpm}${before}`
        : `${counted(steps, 'step')} to go${before}`,
    strains: rung.strains,
    kind: 'new',
  };
}

function amissLine({ study, bpm }: Expected, { rung, cents }: Amiss): PlanLine {
  return {
    study: study.id,
    rung: rung.id,
    bpm: rung.bpm,
    minutes: minutesFor(rung, bpm),
    why: `Heard ${Math.round(Math.abs(cents))} cents ${cents < 0 ? 'flat' : 'sharp'}: the worst shift comes first`,
    strains: rung.strains,
    kind: 'new',
  };
}

function keptLine({ study, bpm, review: at }: Expected, sure: number, date: Day, soon: number): PlanLine {
  const rung = study.rungs.findLast(({ climbs }) => climbs) ?? study.rungs.at(-1);
  const ago = at ? daysBetween(at.last, date) : 0;
  const why =
    soon > 0 && soon <= FIGURES.lastDays
      ? `Once more before the exam; heard ${counted(ago, 'day')} ago`
      : `Kept: heard ${counted(ago, 'day')} ago, stands ${Math.round(sure * 100)} times in 100`;
  return {
    study: study.id,
    rung: rung?.id ?? 'whole',
    bpm: rung?.climbs ? bpm : (rung?.bpm ?? 60),
    minutes: within(study.seconds + FIGURES.between * 2),
    why,
    strains: false,
    kind: 'kept',
  };
}

/** A day goes by as it usually goes: each line passes a part of a step. */
function live(
  one: Expected,
  items: readonly PlanLine[],
  date: Day,
  pace: { readonly passes: number; readonly outOf: number },
): void {
  const mine = items.filter(({ study }) => study === one.study.id);
  if (mine.length === 0) return;
  for (const { kind, rung: id, minutes } of mine) {
    const rung = one.left.find((other) => other.id === id);
    if (id === one.amiss?.rung.id) one.amiss = undefined;
    if (kind === 'kept' && one.review) one.review = heard(one.review, date, 'clean');
    else step(one, id, rung?.climbs ? minutes / minutesFor(rung, one.bpm) : 1, pace.passes / pace.outOf);
  }
  if (one.left.length === 0 && !one.review) {
    one.by = date;
    one.review = review(date, []);
  }
}

/** Work on a rung, `units` times what passes it once if all goes well, brings it on by a part of a step. */
function step(one: Expected, id: string, units: number, passes: number): void {
  one.worked += units;
  const rung = one.left.find((other) => other.id === id);
  const done = (one.done.get(id) ?? 0) + units * passes;
  if (!rung || done < 1 - 1e-9) return void one.done.set(id, done);
  let over = done;
  while (over >= 1 - 1e-9 && one.left.includes(rung)) {
    over -= 1;
    if (rung.climbs && one.bpm < rung.bpm) one.bpm = raisedFrom(one.bpm, rung.bpm, one.rule);
    else one.left = one.left.filter((other) => other !== rung);
  }
  one.done.set(id, over);
}

/**
 * How surely a study stands on a day: what is kept, as the scheduler says; what is still climbed, the chance that the days of
 * work until then pass the steps that are left, each with the chance of this log (a binomial tail), and that it is kept until then.
 */
function readinessOf(
  one: Expected,
  pace: { readonly passes: number; readonly outOf: number },
  end: Day,
): StudyReadiness {
  const { study, by, review: at } = one;
  const keeps = at ? sureOn(at, end) : 1;
  const chance = one.steps === 0 ? keeps : keeps * atLeast(one.steps, trialsOf(one, end), pace.passes / pace.outOf);
  return { study: study.id, by: by ?? null, chance: Math.round(chance * 1000) / 1000 };
}

/** Days of work there are before a day: those planned, and what could be added between standing and then. */
function trialsOf({ worked, by, steps }: Expected, end: Day): number {
  const spare = by === undefined ? 0 : Math.max(0, daysBetween(by, end));
  return Math.max(Math.floor(worked), by === undefined ? 0 : steps) + Math.floor(spare * FIGURES.spare);
}

/** Why a study does not stand before the exam. */
function cannotBe(one: Expected, exam: Day | undefined): string[] {
  if (exam === undefined || (one.by !== undefined && one.by < exam)) return [];
  const { title, set } = one.study;
  if (set >= exam) return [`${title} is set for a day after the exam.`];
  const minutes = Math.ceil(workLeft(one) * (FIGURES.outOf / FIGURES.passes));
  return [
    `${title} will not stand before the exam: about ${counted(minutes, 'minute')} of work on it are left then. More minutes a day, a lower tempo or fewer other studies would help.`,
  ];
}
