/** The parts of the chart library that charts here are made of. */
export { LineChart, ScatterChart } from 'echarts/charts';
export { AriaComponent, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
export { SVGRenderer } from 'echarts/renderers';
