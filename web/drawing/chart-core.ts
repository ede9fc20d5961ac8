/** The chart library's ground alone, so that what it costs a slow phone is a task of its own; see `withCharts`. */
export { init, registerTheme, use } from 'echarts/core';
