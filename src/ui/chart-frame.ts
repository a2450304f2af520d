export { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
export { SVGRenderer } from 'echarts/renderers';
