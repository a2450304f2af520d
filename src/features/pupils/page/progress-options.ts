import { dayAfter, daysBetween, weekdayOf, type Day, type LoggedAttempt } from '../../../core/practice/index.ts';
import { FACE, INK, type Option } from '../../../ui/drawing.tsx';

/** What a pupil did in one week. */
export interface WeekOfPractice {
  /** Its Monday. */
  readonly monday: Day;
  readonly minutes: number;
  readonly tries: number;
  readonly clean: number;
  /** The quickest clean tempo of each study, in the order of the studies; nothing if none was clean. */
  readonly bpm: readonly (number | undefined)[];
}

/** A try that was not timed is taken to have lasted so long, seconds. From memory. */
const UNTIMED = 40;

/** Rungs whose tempo tells how quick a study is; drills are slow for good reasons. */
const AT_TEMPO: readonly string[] = ['ones', 'tempo', 'memory'];

/** Practice week by week, from the first try to the week of `until`; at most so many weeks. */
export function weeksOf(
  tries: readonly LoggedAttempt[],
  studies: readonly string[],
  until: Day,
  most = 16,
): WeekOfPractice[] {
  const first = tries.reduce<Day>((day, one) => (one.date < day ? one.date : day), until);
  const mondayOf = (day: Day): Day => dayAfter(day, -((weekdayOf(day) + 6) % 7));
  const last = mondayOf(until);
  const count = Math.min(most, daysBetween(mondayOf(first), last) / 7 + 1);
  return Array.from({ length: count }, (_, k): WeekOfPractice => {
    const monday = dayAfter(last, 7 * (k - count + 1));
    const mine = tries.filter(({ date }) => mondayOf(date) === monday);
    return {
      monday,
      minutes: Math.round(mine.reduce((sum, { seconds = UNTIMED }) => sum + seconds, 0) / 60),
      tries: mine.length,
      clean: mine.filter(({ result }) => result === 'clean').length,
      bpm: studies.map((study) => {
        const clean = mine
          .filter((one) => one.study === study && one.result === 'clean' && AT_TEMPO.includes(one.rung))
          .map(({ bpm }) => bpm);
        return clean.length > 0 ? Math.max(...clean) : undefined;
      }),
    };
  });
}

const DASHES = ['solid', 'dashed', 'dotted'] as const;
const SYMBOLS = ['circle', 'rect', 'triangle', 'diamond', 'emptyCircle', 'emptyRect'] as const;

/** The name of an axis runs along it: over it the names of the studies stand. */
const BESIDE = { nameLocation: 'middle', nameRotate: 90, nameTextStyle: { color: INK } } as const;

/** The tempo of each study over the weeks, in ink alone, over bars of minutes. */
export function progress(weeks: readonly WeekOfPractice[], titles: readonly string[]): Option {
  return {
    animation: false,
    textStyle: { fontFamily: FACE, color: INK, fontSize: 14 },
    grid: { left: 58, right: 58, top: 20 + 24 * Math.ceil((titles.length + 1) / 3), bottom: 40 },
    legend: { top: 0, textStyle: { color: INK, fontSize: 14 } },
    tooltip: { trigger: 'axis', renderMode: 'richText' },
    xAxis: { type: 'category', data: weeks.map(({ monday }) => monday.slice(5)), axisLabel: { color: INK } },
    yAxis: [
      { type: 'value', name: 'beats a minute', ...BESIDE, nameGap: 36, axisLabel: { color: INK }, min: 0 },
      {
        type: 'value',
        name: 'minutes a week',
        ...BESIDE,
        nameGap: 38,
        axisLabel: { color: INK },
        splitLine: { show: false },
      },
    ],
    series: [
      {
        type: 'bar',
        name: 'minutes',
        yAxisIndex: 1,
        data: weeks.map(({ minutes }) => minutes),
        itemStyle: { color: 'rgba(128,118,104,0.25)', borderColor: INK, borderWidth: 0.5 },
        barMaxWidth: 26,
      },
      ...titles.map((name, place) => ({
        type: 'line' as const,
        name,
        data: weeks.map(({ bpm }) => bpm[place] ?? null),
        connectNulls: true,
        symbol: SYMBOLS[place % SYMBOLS.length] ?? 'circle',
        symbolSize: 8,
        lineStyle: { type: DASHES[place % DASHES.length] ?? ('solid' as const), color: INK, width: 2 },
        itemStyle: { color: INK },
      })),
    ],
  };
}
