import type { BarSeriesOption, LineSeriesOption, ScatterSeriesOption } from 'echarts/charts';
import type { GridComponentOption, LegendComponentOption, TooltipComponentOption } from 'echarts/components';
import type { ComposeOption } from 'echarts/core';
import { useEffect, useRef, useState } from 'react';
import type { chartIn } from './chart-parts.ts';

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

const turn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** The code that draws charts: half a megabyte, read in two turns, and a third before the first is drawn. */
async function chartParts(): Promise<typeof import('./chart-parts.ts')> {
  await import('echarts/core');
  await turn();
  const parts = await import('./chart-parts.ts');
  await turn();
  return parts;
}

/** A chart in ink. */
export function Drawing({ option, label }: { option: Option; label: string }) {
  const place = useRef<HTMLDivElement>(null);
  const [chart, setChart] = useState<ReturnType<typeof chartIn>>();
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let wanted = true;
    let undo = (): void => undefined;
    const begin = (parts: Awaited<ReturnType<typeof chartParts>>): void => {
      const element = place.current;
      if (!element || !wanted) return;
      const begun = parts.chartIn(element);
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
  useEffect(() => chart?.setOption(option, { notMerge: true }), [chart, option]);
  return (
    <>
      <div ref={place} role="img" aria-label={label} className="h-80 w-full max-w-4xl [contain:inline-size]" />
      {failed ? <p role="alert">The chart cannot be drawn; reload the page to try again.</p> : null}
    </>
  );
}
