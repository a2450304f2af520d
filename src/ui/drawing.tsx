import type { BarSeriesOption, LineSeriesOption, ScatterSeriesOption } from 'echarts/charts';
import type { GridComponentOption, LegendComponentOption, TooltipComponentOption } from 'echarts/components';
import type { ComposeOption } from 'echarts/core';
import { useEffect, useRef, useState } from 'react';

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
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let wanted = true;
    let undo = (): void => undefined;
    const draw = async (): Promise<void> => {
      const { chartIn } = await chartParts();
      const element = place.current;
      if (!element || !wanted) return;
      const chart = chartIn(element);
      chart.setOption(option);
      const observer = new ResizeObserver(() => {
        if (element.clientWidth !== chart.getWidth()) chart.resize();
      });
      observer.observe(element);
      undo = () => {
        observer.disconnect();
        chart.dispose();
      };
    };
    draw().catch(() => setFailed(true));
    return () => {
      wanted = false;
      undo();
    };
  }, [option]);
  return (
    <>
      <div ref={place} role="img" aria-label={label} className="h-80 w-full max-w-4xl [contain:inline-size]" />
      {failed ? <p role="alert">The chart cannot be drawn; reload the page to try again.</p> : null}
    </>
  );
}
