import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import type { BarSeriesOption, LineSeriesOption, ScatterSeriesOption } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import type { GridComponentOption, LegendComponentOption, TooltipComponentOption } from 'echarts/components';
import { init, use as takeParts, type ComposeOption } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

takeParts([BarChart, ScatterChart, LineChart, GridComponent, LegendComponent, TooltipComponent, SVGRenderer]);

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

/** A chart in ink: drawn as SVG, so that it prints sharp. */
export function Drawing({ option, label }: { option: Option; label: string }) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = place.current;
    if (!element) return undefined;
    let undo = (): void => undefined;
    // In a turn of its own: what goes before it, the reading of this code among it, has been long enough.
    const soon = setTimeout(() => {
      const chart = init(element, undefined, { renderer: 'svg' });
      chart.setOption(option);
      const observer = new ResizeObserver(() => {
        if (element.clientWidth !== chart.getWidth()) chart.resize();
      });
      observer.observe(element);
      undo = () => {
        observer.disconnect();
        chart.dispose();
      };
    });
    return () => {
      clearTimeout(soon);
      undo();
    };
  }, [option]);
  return <div ref={place} role="img" aria-label={label} className="h-80 w-full max-w-4xl" />;
}
