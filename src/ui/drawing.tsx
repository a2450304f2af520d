import type { BarSeriesOption, LineSeriesOption, ScatterSeriesOption } from 'echarts/charts';
import type { GridComponentOption, LegendComponentOption, TooltipComponentOption } from 'echarts/components';
import type { ComposeOption } from 'echarts/core';
import { useEffect, useRef, useState } from 'react';
import { chartParts, type ChartIn } from './chart-parts.ts';

/** What a chart is drawn from. */
export type Option = ComposeOption<
  | BarSeriesOption
  | ScatterSeriesOption
  | LineSeriesOption
  | GridComponentOption
  | LegendComponentOption
  | TooltipComponentOption
>;

/** Ink and letters of every chart: the ink of the page, by day, by lamplight and on paper. */
export const INK = 'currentColor';
export const FACE = "'Alegreya Sans', sans-serif";

/**
 * Draws a chart; gives what stops it. The first time keeps a page waiting, so its frame comes in one turn and each kind
 * of what stands in it in one of its own.
 */
function drawn(chart: ReturnType<ChartIn>, option: Option): () => void {
  const series = [option.series ?? []].flat();
  const kinds = [...new Set(series.map(({ type }) => type))];
  let next: ReturnType<typeof setTimeout> | undefined;
  const draw = (many: number): void => {
    const some = series.filter(({ type }) => kinds.indexOf(type) < many);
    chart.setOption({ ...option, series: some }, { notMerge: true });
    if (many < kinds.length) next = setTimeout(() => draw(many + 1));
  };
  draw(chart.getOption() ? kinds.length : 0);
  return () => clearTimeout(next);
}

/** A chart in ink. */
export function Drawing({ option, label }: { option: Option; label: string }) {
  const place = useRef<HTMLDivElement>(null);
  const [chart, setChart] = useState<ReturnType<ChartIn>>();
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let wanted = true;
    let undo = (): void => undefined;
    const begin = (chartIn: ChartIn): void => {
      const element = place.current;
      if (!element || !wanted) return;
      const begun = chartIn(element);
      const observer = new ResizeObserver(() => {
        if (element.clientWidth !== begun.getWidth()) begun.resize();
      });
      observer.observe(element);
      undo = () => {
        observer.disconnect();
        begun.dispose();
      };
      setChart(begun);
    };
    chartParts().then(begin, () => setFailed(true));
    return () => {
      wanted = false;
      undo();
      setChart(undefined);
    };
  }, []);
  useEffect(() => (chart ? drawn(chart, option) : undefined), [chart, option]);
  return (
    <>
      <div ref={place} role="img" aria-label={label} className="h-80 w-full max-w-4xl [contain:inline-size]" />
      {failed ? <p role="alert">The chart cannot be drawn; reload the page to try again.</p> : null}
    </>
  );
}
