export { BarChart, LineChart, ScatterChart } from 'echarts/charts';
