import type { init } from 'echarts/core';

const turn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** Begins a chart in a place, drawn as SVG, so that it prints sharp. */
export type ChartIn = (place: HTMLElement) => ReturnType<typeof init>;

/** The code that draws charts: half a megabyte, read a part at a time, so that the page answers in between. */
export async function chartParts(): Promise<ChartIn> {
  const { init, use: take } = await import('echarts/core');
  await turn();
  const { BarChart, LineChart, ScatterChart } = await import('./chart-series.ts');
  take([BarChart, LineChart, ScatterChart]);
  await turn();
  const { GridComponent, LegendComponent, SVGRenderer, TooltipComponent } = await import('./chart-frame.ts');
  take([GridComponent, LegendComponent, TooltipComponent, SVGRenderer]);
  await turn();
  return (place) => init(place, undefined, { renderer: 'svg' });
}
