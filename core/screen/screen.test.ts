import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { record } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { CAUSE_IDS } from '../formats/catalog.js';
import { answeredBefore, historyAt, SCREEN_SPEAKS } from './history.js';
import { drillsOfPairs, pairDrills, pairOf } from './pairs.js';
import {
  placesOf,
  readScreen,
  screenCauses,
  screenOf,
  verdictOf,
  worseSide,
  type ScreenRecord,
} from './read-screen.js';
import { RANGE_CHECKS, screens } from './screens.js';

const squat = (change: Partial<ScreenRecord> = {}): ScreenRecord => ({
  screen: 'overhead-squat',
  reps: { front: 4, side: 4, rear: 4 },
  counts: {},
  wideStance: false,
  supported: false,
  tests: {},
  ...change,
});
const single = (counts: Record<string, number>): ScreenRecord =>
  squat({ screen: 'single-leg-squat', reps: { 'front.left': 4, 'front.right': 4 }, counts });

test('everything a screen names stands in the catalogue', () => {
  for (const screen of screens)
    for (const row of screen.rows) {
      expect(record(catalog.faults, row.fault).id).toBe(row.fault);
      expect(screen.views).toContain(row.view);
      expect(row.causes.every((c) => (CAUSE_IDS as readonly string[]).includes(c))).toBe(true);
    }
  for (const id of RANGE_CHECKS) expect(record(catalog.tests, id).id).toBe(id);
  expect(() => screenOf('mast-climb')).toThrow(RangeError);
});

describe('reps to findings', () => {
  test.each([
    [1, 4, 'noise'],
    [2, 8, 'noise'],
    [3, 8, 'watch'],
    [2, 5, 'watch'],
    [2, 4, 'finding'],
    [4, 4, 'finding'],
  ] as const)('%i of %i is %s', (seen, reps, verdict) => expect(verdictOf(seen, reps)).toBe(verdict));

  const record4 = fc.constantFrom(...screens).chain((screen) => {
    const keys = screen.rows.flatMap((row) => placesOf(screen, row).map((where) => `${where}/${row.fault}`));
    const places = [...new Set(keys.map((k) => k.split('/')[0]!))];
    return fc.record({
      screen: fc.constant(screen.id),
      reps: fc.constant(Object.fromEntries(places.map((p) => [p, 6]))),
      counts: fc.dictionary(fc.constantFrom(...keys), fc.integer({ min: 0, max: 6 })),
      wideStance: fc.boolean(),
      supported: fc.boolean(),
      tests: fc.constant({}),
    });
  });
  test('what was seen is told once, the surest first; what was not seen is not told', () => {
    fc.assert(
      fc.property(record4, (r) => {
        const found = readScreen(r);
        const told = found.map((f) => `${f.where}/${f.fault}`);
        const seen = Object.entries(r.counts).filter(([k, n]) => n > 0 && !(r.wideStance && k.endsWith('/toes-out')));
        expect([...told].sort()).toEqual(seen.map(([k]) => k).sort());
        const shares = found.map((f) => f.seen / f.reps);
        expect(shares).toEqual([...shares].sort((a, b) => b - a));
      }),
    );
  });
  test('one rep more with a fault never makes its cause less likely', () => {
    fc.assert(
      fc.property(record4, fc.nat(), (r, pick) => {
        const keys = Object.keys(r.counts).filter((k) => r.counts[k]! < 6);
        if (keys.length === 0) return;
        const key = keys[pick % keys.length]!;
        const more = { ...r, counts: { ...r.counts, [key]: r.counts[key]! + 1 } };
        const chance = (s: ScreenRecord): Map<string, number> =>
          new Map(screenCauses(readScreen(s), []).map((c) => [c.cause, c.probability]));
        const [before, after] = [chance(r), chance(more)];
        for (const [cause, p] of before) expect(after.get(cause)!).toBeGreaterThanOrEqual(p - 1e-12);
      }),
    );
  });
  test('more faults than reps is refused with its place', () => {
    expect(() => readScreen(squat({ counts: { 'front/knee-in': 5 } }))).toThrow('front/knee-in: seen in 5 of 4 reps');
  });
  test('toes out in a stance wide on purpose is no fault', () => {
    const counts = { 'front/toes-out': 4 };
    expect(readScreen(squat({ counts }))).toHaveLength(1);
    expect(readScreen(squat({ counts, wideStance: true }))).toEqual([]);
  });
});

describe('what it says of causes', () => {
  test('by hand: knees in at 3 of 4 speaks 0.6 for the ankle; heels rising adds calf 0.6 to 0.45', () => {
    const one = screenCauses(readScreen(squat({ counts: { 'front/knee-in': 3 } })), []);
    expect(one.map((c) => [c.cause, Math.round(c.probability * 1e6) / 1e6])).toEqual([
      ['ankle-stiff', 0.6],
      ['calf-short', 0.45],
      ['glute-med-weak', 0.3],
      ['adductor-short', 0.25],
    ]);
    const two = screenCauses(readScreen(squat({ counts: { 'front/knee-in': 3, 'side/heels-rise': 2 } })), []);
    const both = two.filter((c) => c.cause === 'calf-short' || c.cause === 'ankle-stiff');
    expect(two.slice(0, 2)).toEqual(both);
    for (const c of both) expect(c.probability).toBeCloseTo(1 - 0.4 * 0.55, 12);
  });
  test('a range check settles: a good ankle quarters it, a short one makes it likely', () => {
    const found = readScreen(squat({ counts: { 'front/knee-in': 3 } }));
    const check = (result: 'positive' | 'negative') =>
      screenCauses(found, [{ for: record(catalog.tests, 'knee-to-wall').for, result }]).find(
        (c) => c.cause === 'ankle-stiff',
      )!.probability;
    expect(check('negative')).toBeCloseTo(0.15, 12);
    expect(check('positive')).toBeGreaterThanOrEqual(0.5);
  });
  test('sides: worse where more is found', () => {
    expect(worseSide(readScreen(single({ 'front.left/knee-in': 3 })))).toBe('left-worse');
    expect(worseSide(readScreen(single({ 'front.right/knee-in': 3, 'front.left/knee-in': 1 })))).toBe('right-worse');
    expect(worseSide(readScreen(single({ 'front.right/knee-in': 3, 'front.left/knee-in': 4 })))).toBe('even');
  });
});

describe('screens as history of a look', () => {
  const at = '2026-05-20T12:00:00.000Z';
  const days = (n: number): string => new Date(Date.parse(at) + n * 86400000).toISOString();
  test('the newest of a kind speaks; range checks by their newest answer', () => {
    const history = historyAt(
      [
        {
          doneAt: days(-30),
          record: squat({ counts: { 'front/knee-in': 4 }, tests: { 'knee-to-wall': 6, 'rib-spread': 'positive' } }),
        },
        { doneAt: days(-3), record: squat({ counts: { 'side/heels-rise': 3 }, tests: { 'knee-to-wall': 11 } }) },
        { doneAt: days(-5), record: single({ 'front.left/knee-in': 3 }) },
      ],
      at,
    );
    expect([...history.screen].sort()).toEqual(['heels-rise', 'knee-in']);
    expect(history.tests).toEqual({ 'knee-to-wall': 11, 'rib-spread': 'positive' });
    expect(history.sides).toBe('left-worse');
  });
  test.each([
    [-SCREEN_SPEAKS.after, 1],
    [-SCREEN_SPEAKS.after - 1, 0],
    [SCREEN_SPEAKS.before, 1],
    [SCREEN_SPEAKS.before + 1, 0],
  ])('a screen %i days from the look: %i finding', (away, n) => {
    const history = historyAt([{ doneAt: days(away), record: squat({ counts: { 'front/knee-in': 4 } }) }], at);
    expect(history.screen).toHaveLength(n);
    expect(history.sides).toBeUndefined();
  });
});

describe('drills of a finding’s own pair', () => {
  const finding = (fault: string, verdict: 'finding' | 'noise' = 'finding') => {
    const screen = screens.find((s) => s.rows.some((r) => r.fault === fault))!;
    return { fault, verdict, row: screen.rows.find((r) => r.fault === fault)! };
  };
  test('every row has a pair of known drills: what is short is eased or lengthened, what is quiet is woken or used', () => {
    for (const row of screens.flatMap((s) => s.rows)) {
      const pair = pairOf(row.fault)!;
      for (const id of pair.short)
        expect([id, ['ease', 'lengthen'].includes(record(catalog.drills, id).phase)]).toEqual([id, true]);
      for (const id of pair.quiet)
        expect([id, ['teach', 'wake', 'use'].includes(record(catalog.drills, id).phase)]).toEqual([id, true]);
    }
  });
  test('a shin is woken by toe raises, a knee that goes in by inner quad and outer hip, arms get pulls; noise asks for nothing', () => {
    const asked = (...faults: string[]) => pairDrills(faults.map((f) => finding(f)));
    expect([asked('heels-rise').has('toe-raise'), asked('heels-rise').has('heel-raise')]).toEqual([true, false]);
    expect([...asked('knee-in')]).toEqual(expect.arrayContaining(['knee-straighten', 'outer-hip-raise']));
    const pulls = [...asked('arms-forward')].filter((id) => record(catalog.drills, id).kind === 'pull');
    expect(pulls).toContain('mid-back-row');
    expect(pairDrills([finding('knee-in', 'noise')]).size).toBe(0);
  });
  test('each serves the causes of its rows, and drills of other rows are not there', () => {
    const drills = drillsOfPairs(catalog.drills, [finding('heels-rise')]);
    expect(drills.map((d) => d.id)).not.toContain('hip-flexor-stretch');
    for (const drill of drills) expect(Object.keys(drill.causes)).toEqual(expect.arrayContaining(['calf-short']));
  });
});

describe('tests that earlier looks answered', () => {
  const answered = [
    { at: '2026-05-20T09:00:00Z', tests: { 'one-cue': 'positive' as const, 'knee-to-wall': 9 } },
    { at: '2026-05-20T09:20:00Z', tests: { 'one-cue': 'negative' as const } },
  ];
  const at = (look: string, zone = 'UTC') => answeredBefore(answered, look, zone);
  test('the newest answer of the sitting stands, and nothing from later or from the look itself', () => {
    expect(at('2026-05-20T09:10:00Z')).toEqual({ 'one-cue': 'positive', 'knee-to-wall': 9 });
    expect(at('2026-05-20T10:00:00Z')).toEqual({ 'one-cue': 'negative', 'knee-to-wall': 9 });
    expect(at('2026-05-20T09:00:00Z')).toEqual({});
  });
  test('on another day of the hall only measured ranges are left, as long as a screen speaks', () => {
    expect(at('2026-05-21T09:00:00Z')).toEqual({ 'knee-to-wall': 9 });
    expect(at('2026-07-18T09:00:00Z')).toEqual({ 'knee-to-wall': 9 });
    expect(at('2026-07-20T09:00:00Z')).toEqual({});
    // Nine in the evening in the hall is the next day in UTC.
    expect(
      answeredBefore(
        [{ at: '2026-05-20T23:30:00Z', tests: { 'one-cue': 'positive' } }],
        '2026-05-21T01:00:00Z',
        'America/New_York',
      ),
    ).toEqual({ 'one-cue': 'positive' });
  });
});
