import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { gaussian, quantile, seededRandom } from '../statistics.js';
import type { HoldTruth, PictureTruth } from './deal.js';
import { DEFAULT_LATE, lateWithin, OBSERVER_RELIABILITY, placingOf, reliabilityOf, type Eye } from './eye.js';
import { shareWithin, spreadWithin } from './rates.js';
import { calibration, faultScores, lateInForce, scoreHold, scorePicture, tapsInForce, type Named } from './tapping.js';

const PADS = ['hip-sag', 'chin-poke', 'soft-knees', 'head-drop'];
const truth = (change: Partial<HoldTruth> = {}): HoldTruth => ({
  breaks: [{ fault: 'hip-sag', t: 10, length: 10 }],
  open: ['soft-knees'],
  clean: 10,
  first: 'hip-sag',
  ...change,
});
const on = (fault: string, t: number) => ({ fault, t, state: 'on' as const });
const off = (fault: string, t: number) => ({ fault, t, state: 'off' as const });
const score = (events: ReturnType<typeof on | typeof off>[], of = truth()) => scoreHold(of, { events }, 20, PADS);
const of = (scored: ReturnType<typeof score>, fault: string) => scored.named.find((n) => n.fault === fault);

describe('a tapped hold', () => {
  test('worked: sag tapped 0.8 s late is seen, the first to go is right, clean seconds are 0.8 too many', () => {
    const scored = score([on('hip-sag', 10.8)]);
    expect(of(scored, 'hip-sag')).toEqual({ fault: 'hip-sag', there: true, named: true });
    expect(scored.late).toEqual([{ fault: 'hip-sag', by: expect.closeTo(0.8, 9) }]);
    expect(scored).toMatchObject({ first: true, clean: { true: 10, tapped: 10.8 } });
  });
  test('a tap long before it goes is no hit; a second one in time is', () => {
    expect(of(score([on('hip-sag', 5)]), 'hip-sag')).toMatchObject({ there: true, named: false });
    const twice = score([on('hip-sag', 5), off('hip-sag', 6.5), on('hip-sag', 10.4)]);
    expect(of(twice, 'hip-sag')).toMatchObject({ named: true });
    expect(twice.late).toEqual([{ fault: 'hip-sag', by: expect.closeTo(0.4, 9) }]);
  });
  test('what is not there is a false alarm; what came near its limit is neither; a dip is no tap', () => {
    const scored = score([on('chin-poke', 4), on('soft-knees', 5), on('head-drop', 6), off('head-drop', 6.5)]);
    expect(of(scored, 'chin-poke')).toMatchObject({ there: false, named: true });
    expect(of(scored, 'soft-knees')).toBeUndefined();
    expect(of(scored, 'head-drop')).toMatchObject({ there: false, named: false });
    expect(scored.first).toBe(false);
  });
  test('a clean hold that nobody taps is right in every pad, and nothing was first', () => {
    const scored = score([], truth({ breaks: [], open: [], clean: 20, first: null }));
    expect(scored.named.every((n) => !n.there && !n.named)).toBe(true);
    expect(scored).toMatchObject({ first: null, late: [], clean: { true: 20, tapped: 20 } });
  });
});

describe('a judged picture', () => {
  const seen: PictureTruth = { there: ['hip-sag'], open: ['head-drop'], values: new Map([['hip-line', 12]]) };
  const says = (faults: string[], degrees: number | null = 9) =>
    scorePicture(seen, { faults, sure: 'sure', degrees }, PADS, 12);
  test('is right when all that is there is named and nothing else; either answer is right near the limit', () => {
    expect(says(['hip-sag'])).toMatchObject({ right: true, off: -3 });
    expect(says(['hip-sag', 'head-drop']).right).toBe(true);
    expect(says(['hip-sag', 'chin-poke']).right).toBe(false);
    expect(says([]).right).toBe(false);
    expect(says(['hip-sag'], null).off).toBeNull();
  });
  test('how often *sure* was right is counted apart from *likely* and *a guess*', () => {
    const list = [says(['hip-sag']), says([]), { ...says(['hip-sag']), sure: 'guess' as const }];
    expect(calibration(list)).toEqual({
      sure: { hits: 1, of: 2 },
      likely: { hits: 0, of: 0 },
      guess: { hits: 1, of: 1 },
    });
  });
});

const named = (fault: string, there: boolean, is: boolean, times = 1): Named[] =>
  Array.from({ length: times }, () => ({ fault, there, named: is }));

describe('what an eye is worth', () => {
  test('worked: 9 sags of 10 seen, 1 alarm in 20, so 9 of 10 taps were there: seen 0.90, alarms 0.05', () => {
    const list = [
      ...named('hip-sag', true, true, 9),
      ...named('hip-sag', true, false),
      ...named('hip-sag', false, true),
      ...named('hip-sag', false, false, 19),
    ];
    const { faults, all } = faultScores(list);
    expect(faults).toEqual([
      { fault: 'hip-sag', seen: { hits: 9, of: 10 }, alarms: { hits: 1, of: 20 }, there: { hits: 9, of: 10 } },
    ]);
    expect(all.there).toEqual({ hits: 9, of: 10 });
    // (9 + 0.9 × 10) / (10 + 10) = 0.9, for the eye and for the fault.
    expect(tapsInForce(list)!.there['hip-sag']).toBeCloseTo(0.9, 9);
  });
  test('worked: ten alarms at chin pokes and ten true sags: the eye is at 0.63, pokes at 0.32, sags at 0.82', () => {
    const taps = tapsInForce([...named('chin-poke', false, true, 10), ...named('hip-sag', true, true, 10)])!;
    expect(taps.rest).toBeCloseTo((10 + 9) / 30, 9);
    expect(taps.there['chin-poke']).toBeCloseTo((0 + 10 * taps.rest) / 20, 9);
    expect(taps.there['hip-sag']).toBeCloseTo((10 + 10 * taps.rest) / 20, 9);
    const eye: Eye = { placing: null, taps, late: null };
    expect(reliabilityOf(eye, 'chin-poke')).toBe(taps.there['chin-poke']);
    expect(reliabilityOf(eye, 'soft-knees')).toBe(taps.rest);
  });
  test('who was never measured is what is assumed of anybody', () => {
    expect(tapsInForce(named('hip-sag', false, false, 5))).toBeNull();
    expect(reliabilityOf(null, 'hip-sag')).toBe(OBSERVER_RELIABILITY);
    expect(placingOf(undefined, 'hip')).toBe(0.012);
    const measured: Eye = { placing: { day: '2026-05-20', share: { hip: 0.02 }, rest: 0.01 }, taps: null, late: null };
    expect([placingOf(measured, 'hip-l'), placingOf(measured, 'ear')]).toEqual([0.02, 0.01]);
  });
  test('property: a chance stays a chance, more that was there never lowers it', () => {
    fc.assert(
      fc.property(fc.nat(40), fc.nat(40), (hits, alarms) => {
        const taps = (h: number) => tapsInForce([...named('a', true, true, h), ...named('a', false, true, alarms)]);
        const [one, more] = [taps(hits), taps(hits + 1)!];
        if (one === null) return;
        expect(one.rest).toBeGreaterThan(0);
        expect(one.rest).toBeLessThan(1);
        expect(more.there.a).toBeGreaterThanOrEqual((one.there.a ?? 0) - 1e-12);
      }),
    );
  });
});

describe('lateness', () => {
  test('half a width about the tapped second counts how late an eye is and how evenly', () => {
    const eye = (mean: number, sd: number): Eye => ({ placing: null, taps: null, late: { mean, sd } });
    expect(lateWithin(eye(0, 1))).toBeCloseTo(1.96, 2);
    // Far to one side only one tail is left: mean + 1.645 sd.
    expect(lateWithin(eye(3, 0.5))).toBeCloseTo(3 + 1.645 * 0.5, 2);
    expect(lateWithin(null)).toBe(lateWithin(eye(DEFAULT_LATE.mean, DEFAULT_LATE.sd)));
  });
  test('is drawn towards what is assumed while there are few taps, and is the taps’ own when there are many', () => {
    expect(lateInForce([])).toBeNull();
    expect(lateInForce([2])!.mean).toBeCloseTo((2 + 4 * DEFAULT_LATE.mean) / 5, 9);
    const random = seededRandom(2);
    const many = lateInForce(Array.from({ length: 400 }, () => 1 + 0.3 * gaussian(random)))!;
    expect(many.mean).toBeCloseTo(1, 1);
    expect(many.sd).toBeCloseTo(0.3, 1);
  });
  test('unknown eyes: after two rounds the stated width holds the true second in 90 to 99 of 100', () => {
    const random = seededRandom(7);
    let [inside, all] = [0, 0];
    for (let i = 0; i < 300; i += 1) {
      const [mean, sd] = [0.2 + 0.9 * random(), 0.15 + 0.6 * random()];
      const late = (): number => mean + sd * gaussian(random);
      const within = lateWithin({ placing: null, taps: null, late: lateInForce(Array.from({ length: 9 }, late)) });
      for (let k = 0; k < 20; k += 1) if (Math.abs(late()) <= within) inside += 1;
      all += 20;
    }
    expect(inside / all).toBeGreaterThan(0.9);
    expect(inside / all).toBeLessThan(0.99);
  });
});

describe('intervals', () => {
  test('worked: 8 of 10 is 0.49 to 0.94 (Wilson); nothing tried is anything', () => {
    expect(shareWithin({ hits: 8, of: 10 }).map((x) => x.toFixed(2))).toEqual(['0.49', '0.94']);
    expect(shareWithin({ hits: 0, of: 0 })).toEqual([0, 1]);
  });
  test('a spread from 20 degrees of freedom is known to a factor of 0.77 to 1.44; χ² tables: 34.17 and 9.59', () => {
    const [low, high] = spreadWithin(20);
    expect(low).toBeCloseTo(Math.sqrt(20 / 34.17), 2);
    expect(high).toBeCloseTo(Math.sqrt(20 / 9.591), 2);
    const random = seededRandom(1);
    const spreads = Array.from({ length: 2000 }, () =>
      Math.sqrt(Array.from({ length: 20 }, () => gaussian(random) ** 2).reduce((a, b) => a + b, 0) / 20),
    );
    expect(1 / quantile(spreads, 0.975)).toBeCloseTo(low, 1);
  });
});
