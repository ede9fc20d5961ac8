import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { median } from '../statistics.js';
import type { AppliedLimit } from '../judge/judge.js';
import {
  measuredBreaks,
  settleTime,
  smoothed,
  stretchesBeyond,
  tapStretches,
  type Sample,
  type Series,
  type Stretch,
} from './breaks.js';

const HALF_WINDOW = 0.3;
const sampled = (values: readonly (number | null)[], hz: number): Sample[] =>
  values.map((v, i) => ({ t: i / hz, values: new Map(v === null ? [] : [['hip-line', v]]) }));
/** The running median as it is defined: as many samples on both sides as lie within the window. */
function expected(values: readonly number[], hz: number): number[] {
  const reach = Math.floor(HALF_WINDOW * hz + 1e-9);
  return values.map((_, i) => {
    const half = Math.min(i, values.length - 1 - i, reach);
    return median(values.slice(i - half, i + half + 1));
  });
}

describe('a smoothed measure', () => {
  test('worked: one wild sample among still ones is gone, at the ends each sample stands for itself', () => {
    expect(smoothed(sampled([1, 2, 90, 3, 4], 5), 'hip-line').value).toEqual([1, 2, 3, 4, 4]);
  });
  test('is the running median of its window, whatever the order of its values', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 1, maxLength: 60 }),
        fc.constantFrom(5, 10, 20),
        (values, hz) => {
          expect(smoothed(sampled(values, hz), 'hip-line').value).toEqual(expected(values, hz));
        },
      ),
    );
  });
  test('property: at 1.6 to 5 Hz one wild sample neither starts nor stops anything; at 1 Hz a sample stands for itself', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.6, max: 5, noNaN: true }),
        fc.integer({ min: 2, max: 17 }),
        fc.constantFrom(-60, 60),
        (hz, at, wild) => {
          const values = Array.from({ length: 20 }, (_, i) => (i === at ? wild : i < 10 ? 0 : 20));
          const { value } = smoothed(sampled(values, hz), 'hip-line');
          for (const v of value) expect([0, 20]).toContain(v);
        },
      ),
    );
    expect(smoothed(sampled([0, 0, 90, 0, 0], 1), 'hip-line').value).toEqual([0, 0, 90, 0, 0]);
  });
  test('a long window, of a fast camera, is the same median', () => {
    const values = Array.from({ length: 200 }, (_, i) => (i * 7919) % 101);
    expect(smoothed(sampled(values, 250), 'hip-line').value).toEqual(expected(values, 250));
  });
  test('frames without the measure are left out, and the gap is told by the usual step', () => {
    const { t, value, gap } = smoothed(sampled([1, null, 2, null, 3], 1), 'hip-line');
    expect([t, value, gap]).toEqual([[0, 2, 4], [1, 2, 3], 5]);
    expect(smoothed(sampled([1, 2], 10), 'hip-line').gap).toBe(1.5);
    expect(smoothed([], 'hip-line')).toEqual({ t: [], value: [], gap: 1.5 });
  });
});

const SAG: AppliedLimit = { fault: 'hip-sag', measure: 'hip-line', side: 'above', limits: [4, 8, 14] };
const PIKE: AppliedLimit = { fault: 'hip-pike', measure: 'hip-line', side: 'below', limits: [-4, -8, -14] };
const every = (values: readonly number[], step = 1): Series => ({
  t: values.map((_, i) => i * step),
  value: [...values],
  gap: 1.5,
});
const beyond = (series: Series, ...limits: AppliedLimit[]): Stretch[] =>
  stretchesBeyond(new Map([['hip-line', series]]), limits);

describe('stretches beyond a clear limit', () => {
  test('worked: begins and ends where the line between two samples crosses the limit; its worst is its peak', () => {
    const [only, ...none] = beyond(every([0, 10, 20, 12, 0]), SAG);
    expect(none).toEqual([]);
    expect(only!.run).toMatchObject({ from: 0.8, worst: 20, open: false });
    expect(only!.run.to).toBeCloseTo(3 + 4 / 12, 9);
  });
  test('on the limit is not beyond it; beyond from the first sample, or to the last, has no crossing there', () => {
    expect(beyond(every([8, 8, 8]), SAG)).toEqual([]);
    expect(beyond(every([9, 9, 9]), SAG).map((s) => s.run)).toEqual([{ from: 0, to: 2, worst: 9, open: true }]);
    expect(beyond(every([9, 8]), SAG)[0]!.run).toEqual({ from: 0, to: 1, worst: 9, open: false });
  });
  test('ends with the last sample before a gap, and begins anew after it', () => {
    const series = { ...every([9, 9, 9, 9]), t: [0, 1, 4, 5] };
    expect(beyond(series, SAG).map((s) => s.run)).toEqual([
      { from: 0, to: 1, worst: 9, open: false },
      { from: 4, to: 5, worst: 9, open: true },
    ]);
    // Just as far apart as neighbours may be.
    expect(beyond({ ...series, gap: 3 }, SAG)).toHaveLength(1);
  });
  test('property: below is above turned over', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -25, max: 25 }), { maxLength: 30 }), (values) => {
        const up = beyond(every(values), SAG).map((s) => s.run);
        const down = beyond(every(values.map((v) => -v)), PIKE).map((s) => s.run);
        expect(down).toEqual(up.map((run) => ({ ...run, worst: -run.worst })));
        for (const run of up) {
          const inside = values.filter((_, t) => t >= run.from && t <= run.to);
          expect(run.worst).toBe(Math.max(...inside));
        }
      }),
    );
  });
  test('of several limits stand by their start; a limit whose measure was not seen has none', () => {
    const values = [0, 0, -12, -12, 0, 0, 12, 12, 0];
    const unseen = { ...SAG, measure: 'knee' };
    expect(beyond(every(values), SAG, PIKE, unseen).map((s) => s.limit.fault)).toEqual(['hip-pike', 'hip-sag']);
  });
});

describe('measured breaks', () => {
  const faults = (values: readonly number[], step = 0.1) =>
    measuredBreaks(beyond(every(values, step), SAG, PIKE)).map((b) => [b.fault, b.severity, b.recovered]);
  const level = (value: number, samples: number): number[] => Array.from({ length: samples }, () => value);

  test('are as bad as their worst sample, on either side', () => {
    const within = (value: number) => [
      0,
      ...level(9 * Math.sign(value), 5),
      value,
      ...level(9 * Math.sign(value), 5),
      0,
    ];
    expect(faults(within(9))).toEqual([['hip-sag', 'clear', true]]);
    expect(faults(within(15))).toEqual([['hip-sag', 'gross', true]]);
    expect(faults(within(-9))).toEqual([['hip-pike', 'clear', true]]);
    expect(faults(within(-15))).toEqual([['hip-pike', 'gross', true]]);
    expect(faults([0, ...level(9, 12)])).toEqual([['hip-sag', 'clear', false]]);
  });
  test('last eight tenths of a second at least', () => {
    expect(faults(level(9, 9))).toHaveLength(1);
    expect(faults(level(9, 8))).toEqual([]);
  });
});

describe('settling', () => {
  const stretch = (from: number, to: number): Stretch => ({ limit: SAG, run: { from, to, open: false, worst: 9 } });
  test('is the first second without any stretch, from where the last one before it ended', () => {
    expect(settleTime([], 2, 10)).toBe(2);
    expect(settleTime([stretch(0, 3)], 0, 10)).toBe(3);
    expect(settleTime([stretch(0.5, 2), stretch(2.5, 4), stretch(6, 7)], 0, 10)).toBe(4);
    // Exactly a second is enough; a stretch within one that is longer moves nothing.
    expect(settleTime([stretch(0, 2), stretch(3, 5)], 0, 10)).toBe(2);
    expect(settleTime([stretch(0, 6), stretch(1, 2)], 0, 10)).toBe(6);
  });
  test('never happens where no second is left', () => {
    expect(settleTime([stretch(0, 9.5)], 0, 10)).toBeNull();
    expect(settleTime([stretch(0, 9)], 0, 10)).toBe(9);
    expect(settleTime([], 0, 0.9)).toBeNull();
  });
});

describe('taps as stretches', () => {
  const tap = (t: number, state: 'on' | 'off', fault = 'hip-sag') => ({ t, fault, state });
  test('on to off recovered, on to the end did not; each fault has its own; off alone is nothing', () => {
    const events = [tap(1, 'off'), tap(9, 'on', 'breath-held'), tap(2, 'on'), tap(6, 'off'), tap(7, 'on')];
    expect(tapStretches(events, 10)).toEqual([
      { fault: 'hip-sag', t: 2, length: 4, severity: 'clear', recovered: true, dip: false },
      { fault: 'hip-sag', t: 7, length: 3, severity: 'clear', recovered: false, dip: false },
      { fault: 'breath-held', t: 9, length: 1, severity: 'clear', recovered: false, dip: false },
    ]);
  });
  test('short and recovered is a dip; as short at the end of the hold is none', () => {
    expect(tapStretches([tap(1, 'on'), tap(1.7, 'off')], 10)[0]).toMatchObject({ dip: true });
    expect(tapStretches([tap(9.8, 'on')], 10)[0]).toMatchObject({ dip: false, recovered: false });
  });
  test('a second tap is gross, or what it says; one at the end counts, one after it does not', () => {
    expect(tapStretches([tap(1, 'on'), tap(2, 'on')], 10)[0]).toMatchObject({ severity: 'gross', t: 1 });
    const said = [
      { ...tap(1, 'on'), severity: 'slight' as const },
      { ...tap(2, 'on'), severity: 'clear' as const },
    ];
    expect(tapStretches(said, 10)[0]!.severity).toBe('clear');
    expect(tapStretches(said.slice(0, 1), 10)[0]!.severity).toBe('slight');
    expect(tapStretches([tap(10, 'on')], 10)).toHaveLength(1);
    expect(tapStretches([tap(10.1, 'on')], 10)).toEqual([]);
  });
});
