import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { ObservationEvent } from '../formats/observation.js';
import type { AppliedLimit } from '../judge/judge.js';
import { gaussian, seededRandom } from '../statistics.js';
import type { Sample } from './breaks.js';
import { analyseHold, type HoldInput } from './hold.js';

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

describe('where a set ends', () => {
  const end = (change: Partial<HoldInput>) =>
    analyseHold({ samples: [], events: [], limits: [], ...change }).hold.total;
  test('as it was said, else with what was last seen, tapped or counted', () => {
    expect(end({})).toBe(0);
    expect(end({ events: [on(3), on(9), off(12)] })).toBe(12);
    expect(end({ reps: [{ t: 14, clean: true }], events: [on(3)] })).toBe(14);
    expect(end({ events: [on(3), on(30)], ended: { t: 20, reason: 'coach' } })).toBe(20);
    expect(end({ samples: series(() => 0, 8, 1), events: [on(3)] })).toBe(8);
    // A series counts from its first frame.
    expect(end({ samples: series(() => 0, 8, 1).slice(2) })).toBe(6);
  });
  test('frames after the end are no part of it', () => {
    const { hold } = analyseHold({
      samples: series((t) => (t < 12 ? 0 : 20), 20, 5),
      events: [],
      limits: [SAG],
      ended: { t: 11, reason: 'coach' },
    });
    expect(hold).toMatchObject({ total: 11, clean: 11, breaks: [] });
  });
});

describe('why a set ended', () => {
  const endedBy = (
    t: number,
    reason: 'target' | 'coach' | 'position-lost' | 'pain' | 'stopped-early',
    change: Partial<HoldInput> = {},
  ) => analyseHold({ samples: [], events: [], limits: [], ended: { t, reason }, ...change }).hold.endedBy;
  const reps = (n: number) => Array.from({ length: n }, (_, i) => ({ t: i + 1, clean: true }));
  test('without a target it is what was said; nothing where nothing was said', () => {
    expect(endedBy(9, 'target')).toBe('target');
    expect(endedBy(9, 'coach')).toBe('coach');
    expect(endedBy(9, 'target', { targetReps: 3 })).toBe('target');
    expect(analyseHold({ samples: [], events: [on(3)], limits: [], target: 2 }).hold.endedBy).toBeNull();
  });
  test('the clock reaches a target half a second early, and not earlier', () => {
    expect(endedBy(39.5, 'coach', { target: 40 })).toBe('target');
    expect(endedBy(39.4, 'coach', { target: 40 })).toBe('coach');
    expect(endedBy(39.4, 'target', { target: 40 })).toBe('coach');
    expect(endedBy(20, 'stopped-early', { target: 40 })).toBe('stopped-early');
  });
  test('the count reaches its own; either is enough', () => {
    expect(endedBy(9, 'coach', { targetReps: 5, reps: reps(5) })).toBe('target');
    expect(endedBy(9, 'target', { targetReps: 5, reps: reps(4) })).toBe('coach');
    expect(endedBy(9, 'coach', { targetReps: 5, reps: reps(5), target: 40 })).toBe('target');
    expect(endedBy(40, 'coach', { targetReps: 5, reps: reps(4), target: 40 })).toBe('target');
    expect(endedBy(9, 'coach', { targetReps: 5, reps: [] })).toBe('coach');
  });
  test('pain and a lost position are never overwritten', () => {
    for (const reason of ['pain', 'position-lost'] as const) expect(endedBy(60, reason, { target: 40 })).toBe(reason);
  });
});

describe('a split set by its frames', () => {
  const FAR: AppliedLimit = { ...SAG, fault: 'elbows-ahead', measure: 'shoulder-stack', limits: [15, 25, 40] };
  /** Hips sag a little from the first; elbows go ahead in the second part. */
  const samples: Sample[] = Array.from({ length: 201 }, (_, i) => ({
    t: i / 10,
    values: new Map([
      ['hip-line', 6],
      ['shoulder-stack', i / 10 < 10 ? 0 : 30],
    ]),
  }));
  const split = (change: Partial<HoldInput>) =>
    analyseHold({
      samples,
      events: [],
      limits: [SAG, FAR],
      segments: [
        { t: 0, rung: 'forearm' },
        { t: 10, rung: 'long-lever' },
      ],
      ...change,
    }).hold;
  test('each part is judged by its own limits, a part without any by none', () => {
    expect(split({}).firstToGo).toBeNull();
    expect(split({ partLimits: new Map([['long-lever', [SAG]]]) }).firstToGo).toBeNull();
    expect(split({ partLimits: new Map([['long-lever', [FAR]]]) }).firstToGo).toEqual({ fault: 'elbows-ahead', t: 10 });
    expect(split({ segments: undefined }).firstToGo!.fault).toBe('elbows-ahead');
    expect(split({ segments: [{ t: 0, rung: 'forearm' }] }).firstToGo!.fault).toBe('elbows-ahead');
  });
  test('the last part holds its last frame; a change splits what it cannot be smoothed over', () => {
    const strict = { ...SAG, limits: [1, 2, 3] as const };
    const hold = split({ partLimits: new Map([['long-lever', [strict as unknown as AppliedLimit]]]) });
    expect(hold.breaks).toMatchObject([{ fault: 'hip-sag', t: 10, length: 10, recovered: false }]);
    expect(hold.segments).toEqual([
      { rung: 'forearm', total: 10, clean: 10 },
      { rung: 'long-lever', total: 10, clean: 0 },
    ]);
  });
});

describe('drifts', () => {
  const both = (line: (t: number) => number, knee: (t: number) => number): Sample[] =>
    Array.from({ length: 101 }, (_, i) => ({
      t: i / 5,
      values: new Map([
        ['hip-line', line(i / 5)],
        ['knee', knee(i / 5)],
      ]),
    }));
  test('the faster leads; each crosses the limits of its own measure, the nearest one', () => {
    const { drift } = measured(
      both(
        (t) => 1 + 0.1 * t,
        (t) => 178 - 0.3 * t,
      ),
    );
    expect(drift.map((d) => d.measure)).toEqual(['knee', 'hip-line']);
    expect(drift[0]!.perSecond).toBeCloseTo(-0.3, 6);
    expect(drift[0]!.crossesAt).toBeCloseTo((178 - 165) / 0.3, 4);
    expect(drift[1]!.crossesAt).toBeCloseTo(70, 4);
    const nearer: AppliedLimit = { ...SAG, fault: 'low-back-arch', limits: [2, 6, 9] };
    const hold = analyseHold({
      samples: both(
        (t) => 1 + 0.1 * t,
        () => 178,
      ),
      events: [],
      limits: [SAG, nearer],
    }).hold;
    expect(hold.drift.find((d) => d.measure === 'hip-line')!.crossesAt).toBeCloseTo(50, 4);
  });
  test('what does not surely lead anywhere crosses nothing, nor does what has crossed already', () => {
    const random = seededRandom(3);
    const restless = measured(series((t) => 3 + 0.001 * t + 2 * gaussian(random), 20, 5)).drift[0]!;
    expect(restless.band[0]).toBeLessThan(0);
    expect(restless.band[1]).toBeGreaterThan(0);
    expect(restless.crossesAt).toBeNull();
    // It has been beyond since 14 s.
    expect(measured(series((t) => 1 + 0.5 * t, 20, 5)).drift[0]!.crossesAt).toBeNull();
  });
  test('is that of the settled part alone', () => {
    const hold = measured(series((t) => (t < 5 ? 40 - 4 * t : 2 + 0.1 * (t - 5)), 25, 10));
    expect(hold.drift[0]!.perSecond).toBeCloseTo(0.1, 2);
    expect(measured(series(() => 20, 15, 10)).drift).toEqual([]);
  });
});

describe('breaks that count', () => {
  test('those that last beyond settling; what ended before it is no first to go', () => {
    const samples = series((t) => (t < 3 ? 12 : 1), 20, 10);
    const early = measured(samples, [on(0.5, 'breath-held'), off(2, 'breath-held')]);
    expect(early.settled).toBeGreaterThan(2.9);
    expect([early.breaks, early.firstToGo]).toEqual([[], null]);
    // One that reaches into the hold takes its clean part whole.
    const into = measured(samples, [on(0.5, 'breath-held'), off(6, 'breath-held')]);
    expect(into).toMatchObject({ firstToGo: { fault: 'breath-held', t: 0.5 }, clean: 0 });
  });
  test('reps that broke without a name end the clean part, too, and are no break', () => {
    const { hold } = analyseHold({
      samples: [],
      events: [],
      limits: [],
      reps: [
        { t: 2, clean: true },
        { t: 5, clean: false },
        { t: 7, clean: false, fault: 'swing' },
      ],
    });
    expect(hold).toMatchObject({ clean: 2, breaks: [{ fault: 'swing', t: 5 }], reps: { done: 3, clean: 1 } });
    expect(taps([on(3)]).hold).not.toHaveProperty('reps');
    expect(taps([on(3)]).hold).not.toHaveProperty('segments');
  });
});
