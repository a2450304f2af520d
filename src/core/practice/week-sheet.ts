import type { SavedStudy } from '../study/index.ts';
import { dayWords, weekdayOf, type Day } from './day.ts';
import type { DayPlan } from './plan.ts';
import type { ClimbedRung, Standing } from './standing.ts';
import type { Target } from './rungs-here.ts';

/** What a pupil takes home for a week. */
export interface WeekSheet {
  readonly pupil: string;
  /** The days it is for, the rest days left out. */
  readonly days: readonly Day[];
  readonly minutes: number;
  readonly studies: readonly SheetStudy[];
}

/** One study of the sheet: its rungs with a box for each day. */
export interface SheetStudy {
  readonly title: string;
  readonly saved: Pick<SavedStudy, 'recipe' | 'fingering'>;
  readonly target: Target;
  /** What to listen for, in the teacher's own words. */
  readonly words: string;
  readonly rungs: readonly SheetRung[];
}

export interface SheetRung {
  readonly name: string;
  readonly says: string;
  readonly bpm: number;
}

/** A study as the sheet needs it. */
export interface SetForWeek {
  readonly study: string;
  readonly title: string;
  readonly saved: Pick<SavedStudy, 'recipe' | 'fingering'>;
  readonly target: Target;
  readonly words: string;
  readonly rungs: readonly (ClimbedRung & { readonly says: string })[];
  readonly standing: Standing;
}

/** More rungs of one study do not fit a week. From memory. */
const RUNGS_A_WEEK = 4;

/** The sheet of a week: of each study the rungs its plan names, in the order of the ladder; at least the next. */
export function weekSheetOf(
  pupil: string,
  set: readonly SetForWeek[],
  plan: readonly DayPlan[],
  minutes: number,
): WeekSheet {
  const days = plan.filter(({ items }) => items.length > 0).map(({ date }) => date);
  const planned = new Set(plan.flatMap(({ items }) => items.map(({ study, rung }) => `${study} ${rung}`)));
  return {
    pupil,
    days,
    minutes,
    studies: set.map(({ study, title, saved, target, words, rungs, standing }): SheetStudy => {
      const named = rungs.filter(({ id }) => planned.has(`${study} ${id}`));
      const next = standing.next ?? rungs.at(-1);
      const shown = named.length > 0 ? named : rungs.filter(({ id }) => id === next?.id);
      return {
        title,
        saved,
        target,
        words,
        rungs: shown.slice(0, RUNGS_A_WEEK).map(({ name, says, bpm, climbs }): SheetRung => ({
          name,
          says,
          bpm: climbs ? (standing.tempo?.bpm ?? bpm) : bpm,
        })),
      };
    }),
  };
}

/** The days a sheet is for and how long each takes: `From 28 November to 4 December, about 20 minutes a day`. */
export function weekWords({ days, minutes }: Pick<WeekSheet, 'days' | 'minutes'>): string {
  const [first] = days;
  if (first === undefined) return 'Nothing is to be practised this week';
  return `From ${dayWords(first)} to ${dayWords(days.at(-1) ?? first)}, about ${minutes} minutes a day`;
}

const LETTERS = ['Su', 'Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa'] as const;

/** A day in a column's head: `Mo 9`. */
export function dayHead(day: Day): string {
  return `${LETTERS[weekdayOf(day)] ?? ''} ${Number(day.slice(8))}`;
}
