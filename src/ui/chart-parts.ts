import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { init, use as takeParts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

takeParts([BarChart, ScatterChart, LineChart, GridComponent, LegendComponent, TooltipComponent, SVGRenderer]);

/** Begins a chart in a place, drawn as SVG, so that it prints sharp. */
export function chartIn(place: HTMLElement): ReturnType<typeof init> {
  return init(place, undefined, { renderer: 'svg' });
}
