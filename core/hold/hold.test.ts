import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { ObservationEvent } from '../formats/observation.js';
import type { AppliedLimit } from '../judge/judge.js';
import { gaussian, seededRandom } from '../statistics.js';
import type { Sample } from './breaks.js';
import { analyseHold } from './hold.js';

const SAG: AppliedLimit = { fault: 'hip-sag', measure: 'hip-line', side: 'above', limits: [4, 8, 14] };
const KNEE: AppliedLimit = { fault: 'soft-knees', measure: 'knee', side: 'below', limits: [172, 165, 155] };
const on = (t: number, fault = 'hip-sag'): ObservationEvent => ({ t, fault, state: 'on' });
const off = (t: number, fault = 'hip-sag'): ObservationEvent => ({ t, fault, state: 'off' });
const taps = (events: ObservationEvent[], end = 40) =>
  analyseHold({ samples: [], events, limits: [SAG], ended: { t: end, reason: 'coach' } });
const series = (f: (t: number) => number, seconds: number, hz: number): Sample[] =>
  Array.from({ length: Math.floor(seconds * hz) + 1 }, (_, i) => ({
    t: i / hz,
    values: new Map([['hip-line', f(i / hz)]]),
  }));
const measured = (samples: Sample[], events: ObservationEvent[] = []) =>
  analyseHold({ samples, events, limits: [SAG, KNEE] }).hold;

describe('holds from taps', () => {
  test('worked: sag on at 21.4 s of 40 leaves 21.4 clean seconds', () => {
    expect(taps([on(21.4)]).hold).toMatchObject({
      total: 40,
      clean: 21.4,
      settled: 0,
      firstToGo: { fault: 'hip-sag', t: 21.4 },
      endedBy: 'coach',
      breaks: [{ severity: 'clear', recovered: false, from: 'observed' }],
    });
  });
  test('worked: off again within 0.8 s is a dip; 0.8 s is a break that recovered', () => {
    expect(taps([on(10), off(10.7)]).hold).toMatchObject({ clean: 40, breaks: [], firstToGo: null });
    expect(taps([on(10), off(10.8)]).hold).toMatchObject({ clean: 10, breaks: [{ recovered: true }] });
  });
  test('worked: a second tap while it is on makes it gross; slight does not end the clean part', () => {
    expect(taps([on(10), on(12)]).hold.breaks[0]).toMatchObject({ severity: 'gross', t: 10, length: 30 });
    const slight = taps([{ ...on(5), severity: 'slight' }]);
    expect(slight.hold).toMatchObject({ clean: 40, breaks: [] });
    expect(slight.taps).toHaveLength(1);
  });
  test('no taps: all of it is clean; taps after the end are passed over', () => {
    expect(taps([], 31).hold).toMatchObject({ total: 31, clean: 31, firstToGo: null });
    expect(taps([on(45)]).hold.clean).toBe(40);
  });
  test('clean never exceeds total, and one more tap never adds clean seconds', () => {
    const event = fc.record({
      t: fc.double({ min: 0, max: 60, noNaN: true }),
      fault: fc.constantFrom('hip-sag', 'chin-poke'),
      state: fc.constantFrom('on' as const, 'off' as const),
    });
    fc.assert(
      fc.property(fc.array(event, { maxLength: 12 }), fc.double({ min: 0, max: 60, noNaN: true }), (events, end) => {
        const { hold } = analyseHold({ samples: [], events, limits: [], ended: { t: end, reason: 'target' } });
        expect(hold.clean).toBeGreaterThanOrEqual(0);
        expect(hold.clean).toBeLessThanOrEqual(hold.total + 1e-9);
        const more = analyseHold({
          samples: [],
          events: [...events, on(end / 2, 'breath-held')],
          limits: [],
          ended: { t: end, reason: 'target' },
        }).hold;
        expect(more.clean).toBeLessThanOrEqual(hold.clean + 1e-9);
      }),
    );
  });
});

describe('holds from series', () => {
  test.each([1, 5, 30, 60])('worked at %i Hz: settles at 2 s, sags at 20 s for good', (hz) => {
    const hold = measured(series((t) => (t < 2 ? 15 : t < 20 ? 2 : 12), 30, hz));
    expect(hold.settled).toBeGreaterThan(1);
    expect(hold.settled).toBeLessThan(2.1);
    expect(Math.abs(hold.firstToGo!.t - 20)).toBeLessThan(Math.max(0.25, 1 / hz));
    expect(hold.clean).toBeCloseTo(hold.firstToGo!.t - hold.settled!, 9);
    expect(hold.breaks).toMatchObject([{ fault: 'hip-sag', measure: 'hip-line', severity: 'clear', recovered: false }]);
  });
  test('worked: half a second beyond is no break, a second is one that recovers', () => {
    const dip = (length: number) => measured(series((t) => (t > 10 && t <= 10 + length ? 12 : 1), 20, 30));
    expect(dip(0.5)).toMatchObject({ breaks: [], clean: 20 });
    expect(dip(1.2).breaks).toMatchObject([{ recovered: true }]);
    expect(dip(1.2).clean).toBeCloseTo(10, 0);
  });
  test('a hold that never settles has no clean seconds', () => {
    expect(measured(series(() => 20, 15, 10))).toMatchObject({ settled: null, clean: 0, total: 15 });
  });
  test('a gap is not bridged: beyond on both its sides gives two breaks', () => {
    const samples = series((t) => (t > 5 ? 12 : 0), 20, 10).filter((s) => s.t < 8 || s.t > 14);
    expect(measured(samples).breaks).toHaveLength(2);
  });
  test('single wild frames do not break the hold, noise hardly moves its break', () => {
    const random = seededRandom(5);
    const samples = series((t) => (Math.round(t * 30) % 97 === 0 ? 60 : (t < 25 ? 3 : 13) + gaussian(random)), 40, 30);
    const hold = measured(samples);
    expect(hold.breaks).toHaveLength(1);
    expect(Math.abs(hold.firstToGo!.t - 25)).toBeLessThan(0.3);
  });
  test('worked: a steady drift of 0.2° a second from 1° would cross 8° at 35 s', () => {
    const hold = measured(series((t) => 1 + 0.2 * t, 20, 10));
    expect(hold.drift[0]!.perSecond).toBeCloseTo(0.2, 6);
    expect(hold.drift[0]!.crossesAt).toBeCloseTo(35, 4);
    expect(measured(series((t) => 5 - 0.2 * t, 20, 10)).drift[0]!.crossesAt).toBeNull();
  });
  test('a drift crosses only the limits that lie the way it leads', () => {
    const away = measured(series((t) => 5 - 0.2 * t, 20, 10)).drift[0]!;
    expect(away.perSecond).toBeLessThan(0);
    expect(away.crossesAt).toBeNull();
    const toward = measured(series((t) => 1 + 0.1 * t, 20, 10)).drift[0]!;
    expect(toward.crossesAt).toBeGreaterThan(20);
  });
  test('of several breaks the first to go is the earliest, in whatever order they were tapped', () => {
    const events = [on(21, 'breath-held'), on(9), on(30, 'knees-bent')];
    for (const order of [events, [...events].reverse()])
      expect(taps(order).hold).toMatchObject({ firstToGo: { fault: 'hip-sag', t: 9 }, clean: 9 });
  });
  test('taps and series together: the earlier lasting break ends the clean part', () => {
    expect(
      measured(
        series((t) => (t < 20 ? 0 : 12), 30, 10),
        [on(12, 'breath-held')],
      ),
    ).toMatchObject({ firstToGo: { fault: 'breath-held', t: 12 }, clean: 12 });
  });
});

describe('what counts as measured', () => {
  const at = (t: number, value?: number): Sample => ({
    t,
    values: new Map(value === undefined ? [] : [['hip-line', value]]),
  });
  const settledOf = (samples: Sample[], events: ObservationEvent[] = []): number | null =>
    analyseHold({ samples, events, limits: [SAG, KNEE], ended: { t: 3, reason: 'coach' } }).hold.settled;
  test('one frame is no series: the clock’s start settles it, however far the line is off', () => {
    expect(settledOf([at(0.5, 30)])).toBe(0.5);
  });
  test('two frames that cannot be judged settle nothing; with taps the clock does', () => {
    expect(settledOf([at(0), at(1)])).toBeNull();
    expect(settledOf([at(0), at(1)], [on(2)])).toBe(0);
  });
  test('two frames of which one can be judged are a series', () => {
    expect(settledOf([at(0), at(1, 2)])).toBe(0);
    expect(settledOf([at(0, 30), at(1, 30), at(2, 30), at(3, 30)])).not.toBe(0);
  });
});
