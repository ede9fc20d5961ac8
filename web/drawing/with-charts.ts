/** Fetches what a chart needs, a piece a task, before the chart itself. */
import { nextTask } from '../next-task.js';

/** @param chart fetches the chart's component @returns a loader for `defineAsyncComponent` */
export const withCharts =
  <T>(chart: () => Promise<T>): (() => Promise<T>) =>
  async () => {
    await import('./chart-core.js');
    await nextTask();
    await import('./chart-parts.js');
    await nextTask();
    return chart();
  };
