import { expect, test } from '@jest/globals';
import { liveAfter, NOTHING_SEEN, type Live } from './live.js';

const sag = {
  measure: 'hip-line',
  fault: 'hip-sag',
  side: 'above' as const,
  limits: [4, 8, 14] as [number, number, number],
};
const at = (value: number) => ({
  limits: [sag],
  measures: [{ id: 'hip-line', value, sd: 4, unit: 'deg' as const, t: 0 }],
});
/** Looks at values and seconds, one after another; what is told at each. */
function told(...looks: [t: number, value: number | null][]): string[][] {
  let live: Live = NOTHING_SEEN;
  return looks.map(([t, value]) => {
    const next = liveAfter(live, value === null ? null : at(value), t);
    live = next.live;
    return next.beyond;
  });
}

test('told when it has been beyond the clear limit for eight tenths of a second, and no longer than it is', () => {
  expect(told([0, 2], [0.3, 9], [0.9, 9], [1.1, 10], [1.4, 7], [1.7, 12])).toEqual([[], [], [], ['hip-sag'], [], []]);
});
test('slight is not told, however long', () => {
  expect(told([0, 6], [5, 6])).toEqual([[], []]);
});
test('a look that finds nobody changes nothing; two seconds without anybody begin anew', () => {
  expect(told([0, 9], [0.5, null], [0.9, 9])).toEqual([[], [], ['hip-sag']]);
  expect(told([0, 9], [1, 9], [3.5, 9], [4.4, 9])).toEqual([[], ['hip-sag'], [], ['hip-sag']]);
  expect(told([0, 9], [1, 9], [3.5, null], [3.6, 9])).toEqual([[], ['hip-sag'], [], []]);
});
