/**
 * The one look of charts. Colours are the page's own tokens, so a chart follows light, dark, more contrast and paper by itself; lines are
 * told apart by mark and stroke too, for eyes and printers without colour.
 */
const text = (fill: string) => ({ color: fill, fontFamily: 'Archivo Variable', fontSize: 16 });
const INK = 'var(--ink)';
const SOFT = 'var(--soft)';
const axis = {
  axisLabel: { ...text(SOFT), hideOverlap: true },
  axisLine: { lineStyle: { color: SOFT } },
  axisTick: { lineStyle: { color: SOFT } },
  splitLine: { lineStyle: { color: 'var(--rule)' } },
  nameTextStyle: { ...text(SOFT), align: 'left' },
};
/** A chart under the eye or the finger changes nothing of what stands; what is pointed at is said beside it. */
const still = { emphasis: { disabled: true } };
export const chartTheme = {
  color: [1, 2, 3, 4, 5].map((n) => `var(--line-${n})`),
  textStyle: text(INK),
  legend: { textStyle: text(INK), inactiveColor: SOFT },
  tooltip: {
    backgroundColor: 'var(--paper)',
    borderColor: 'var(--rule)',
    textStyle: text(INK),
    axisPointer: { lineStyle: { color: SOFT } },
  },
  line: { ...still, symbolSize: 10, lineStyle: { width: 3 } },
  scatter: still,
  timeAxis: { ...axis, splitLine: { show: false } },
  categoryAxis: { ...axis, splitLine: { show: false } },
  valueAxis: { ...axis, axisLine: { show: false }, axisTick: { show: false } },
};

const MARKS = ['circle', 'rect', 'triangle', 'diamond', 'roundRect'];
const STROKES = ['solid', 'dashed', 'dotted'];
/** Colour, mark and stroke of the n-th of several lines, n from 0. */
export const lineLook = (n: number): { color: string; symbol: string; lineStyle: { width: number; type: string } } => ({
  color: chartTheme.color[n % chartTheme.color.length]!,
  symbol: MARKS[n % MARKS.length]!,
  lineStyle: { width: 3, type: STROKES[n % STROKES.length]! },
});
/** An upright axis from nought, named above, its unit on every mark. */
export const upright = (name: string, unit: string, of: object = {}): object => ({
  type: 'value',
  name,
  nameLocation: 'end',
  min: 0,
  axisLabel: { formatter: `{value} ${unit}` },
  ...of,
});
