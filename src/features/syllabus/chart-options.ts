import type { Fitted } from '../../core/grading/index.ts';
import { FACE, INK, type Option } from '../../ui/drawing.tsx';

/** Across, upwards, and what it is called. */
export type Point = [number, number, string];

/** Marks of one kind. */
export interface Marks {
  readonly name: string;
  readonly symbol: string;
  readonly points: Point[];
}

/** The numbers and names along an axis, and the lines across. */
const LABEL = { color: INK, fontSize: 14 };
const LINE_ACROSS = { lineStyle: { color: INK, opacity: 0.15 } };

/** Marks laid out by grade across and by estimate upwards. */
export function scatter(names: readonly string[], rows: readonly Marks[], upwards: string): Option {
  return {
    animation: false,
    textStyle: { fontFamily: FACE, color: INK, fontSize: 14 },
    grid: { left: 60, right: 20, top: 40, bottom: 40 },
    // Drawn, not written into the page: a name is a teacher's, and may look like markup.
    tooltip: {
      renderMode: 'richText',
      formatter: (point) => {
        const one = Array.isArray(point) ? point[0] : point;
        const value = one?.value as [number, number, string] | undefined;
        return value ? `${value[2]}: ${value[1].toFixed(1)}` : '';
      },
    },
    xAxis: {
      type: 'value',
      min: 0,
      max: names.length + 1,
      interval: 1,
      axisLabel: { ...LABEL, hideOverlap: true, formatter: (value: number) => names[Math.round(value) - 1] ?? '' },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      name: upwards,
      nameTextStyle: { ...LABEL, align: 'left' },
      axisLabel: LABEL,
      splitLine: LINE_ACROSS,
    },
    series: rows.map(({ name, symbol, points }) => ({
      type: 'scatter',
      name,
      symbol,
      symbolSize: symbol === 'pin' ? 26 : 9,
      itemStyle: { color: symbol === 'pin' ? INK : 'rgba(0,0,0,0)', borderColor: INK, borderWidth: 1.5 },
      data: points,
    })),
  };
}

/** The middle of some numbers. */
function middle(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}

/** The middle study of each grade, from grade to grade. */
export function growth(names: readonly string[], { points }: Fitted): Option {
  const line = (read: (point: Fitted['points'][number]) => number): number[] =>
    names.map((_, grade) => Number(middle(points.filter((point) => point.grade === grade).map(read)).toFixed(1)));
  const rows = [
    { name: 'range, half steps', dash: 'solid', symbol: 'circle', data: line(({ features }) => features.range) },
    {
      name: 'highest hand, half steps above the nut',
      dash: 'dashed',
      symbol: 'rect',
      data: line(({ features }) => features.highest),
    },
    {
      name: 'notes a second, times ten',
      dash: 'dotted',
      symbol: 'triangle',
      data: line(({ features }) => 10 * 2 ** features.speed),
    },
  ] as const;
  return {
    animation: false,
    textStyle: { fontFamily: FACE, color: INK, fontSize: 14 },
    grid: { left: 60, right: 20, top: 50, bottom: 40 },
    legend: { top: 0, textStyle: LABEL },
    tooltip: { trigger: 'axis', renderMode: 'richText' },
    xAxis: { type: 'category', data: [...names], axisLabel: LABEL },
    yAxis: { type: 'value', axisLabel: LABEL, splitLine: LINE_ACROSS },
    series: rows.map(({ name, dash, symbol, data }) => ({
      type: 'line',
      name,
      data,
      symbol,
      symbolSize: 9,
      lineStyle: { type: dash, color: INK, width: 2 },
      itemStyle: { color: INK },
    })),
  };
}
