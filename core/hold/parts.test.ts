import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../catalog/shipped.js';
import { resolveObservation } from '../evaluate/resolve.js';
import { observationSchema } from '../formats/observation.js';
import { problemsOf } from '../formats/problems.js';
import { loggedHold } from '../ladder/holds.js';
import { evaluated, watchedPlank } from '../testing.js';
import { firstBrokenRep, partsOf, repBreaks, repFaults, spans } from './parts.js';

const split = watchedPlank({
  segments: [
    { t: 0, rung: 'forearm' },
    { t: 21, rung: 'knees' },
  ],
  events: [
    { t: 19, fault: 'hip-sag', state: 'on' },
    { t: 21, fault: 'hip-sag', state: 'off' },
  ],
});
const problems = (change: object): string[] => {
  const result = observationSchema.safeParse({ ...watchedPlank(), ...change }, { reportInput: true });
  return result.success ? [] : problemsOf(result.error).map((p) => `${p.path}: ${p.message}`);
};

describe('a split set', () => {
  test('clean seconds of each part; the version is held as far as it was held', () => {
    const e = evaluated(split);
    expect(e.hold).toMatchObject({
      total: 40,
      clean: 19,
      segments: [
        { rung: 'forearm', total: 21, clean: 19 },
        { rung: 'knees', total: 19, clean: 19 },
      ],
    });
    expect(loggedHold(e, '2026-05-20', '2026-05-20T09:00:00Z')).toMatchObject({
      place: 'front-plank/forearm',
      clean: 19,
      total: 21,
      broke: true,
      split: { hard: 21, rung: 'knees', easy: 19 },
    });
  });
  test('parts add up to the whole, and none is cleaner than it is long', () => {
    const cuts = fc.uniqueArray(fc.integer({ min: 1, max: 39 }), { maxLength: 4 });
    fc.assert(
      fc.property(cuts, fc.integer({ min: 0, max: 39 }), (at, tap) => {
        const segments = [0, ...at.sort((a, b) => a - b)].map((t, i) => ({ t, rung: i === 0 ? 'forearm' : 'knees' }));
        const { hold } = evaluated(watchedPlank({ segments, events: [{ t: tap, fault: 'hip-sag', state: 'on' }] }));
        expect(hold!.segments!.reduce((sum, p) => sum + p.total, 0)).toBeCloseTo(40, 9);
        for (const part of hold!.segments!) expect(part.clean).toBeLessThanOrEqual(part.total + 1e-9);
      }),
      { numRuns: 60 },
    );
  });
  test.each([
    [{ segments: [{ t: 1, rung: 'forearm' }] }, 'segments[0].t: must be 0: the first part starts the set'],
    [{ segments: [{ t: 0, rung: 'knees' }] }, 'segments[0].rung: must be the observation\'s own version, "forearm"'],
    [
      {
        segments: [
          { t: 0, rung: 'forearm' },
          { t: 50, rung: 'knees' },
        ],
      },
      'segments[1].t: is after the end (40 s)',
    ],
    [
      {
        reps: [
          { t: 3, clean: true },
          { t: 3, clean: true },
        ],
      },
      'reps[1].t: is not later than the rep before (3 s)',
    ],
    [{ reps: [{ t: 3, clean: true, fault: 'hip-sag' }] }, 'reps[0].fault: is named on a rep that was clean'],
    [
      {
        rests: [
          { t: 3, length: 4 },
          { t: 5, length: 1 },
        ],
      },
      'rests[1].t: begins before the rest before it is over (7 s)',
    ],
  ])('%j', (change, line) => {
    expect(problems(change)).toContain(line);
  });
  test('a part that is no version of the position is named with those there are', () => {
    const odd = { ...split, segments: [split.segments![0]!, { t: 21, rung: 'slipway' }] };
    expect(() => resolveObservation(odd, catalog)).toThrow(
      /segments\[1\].rung: "slipway" is no version of front-plank/,
    );
    expect(() => resolveObservation(watchedPlank({ reps: [{ t: 1, clean: false, fault: 'swing' }] }), catalog)).toThrow(
      /reps\[0\].fault: "swing" is no fault of front-plank/,
    );
  });
});

describe('counted reps', () => {
  const raise = (clean: boolean[], change: object = {}) =>
    watchedPlank({
      position: 'hanging',
      rung: 'half',
      events: [],
      reps: clean.map((c, i) => ({ t: 2 * (i + 1), clean: c, ...(c ? {} : { fault: 'swing' }) })),
      targetReps: 8,
      target: undefined,
      ended: { t: 2 * clean.length + 1, reason: 'coach' },
      ...change,
    });
  test('eight raises are eight raises, and the target is a fact of the count', () => {
    const all = evaluated(raise(Array.from({ length: 8 }, () => true)));
    expect(all.hold).toMatchObject({ reps: { done: 8, clean: 8 }, endedBy: 'target', firstToGo: null });
    expect(all.step!.reps).not.toBeNull();
    const five = evaluated(raise([true, true, true, false, false]));
    expect(five.hold).toMatchObject({
      reps: { done: 5, clean: 3 },
      endedBy: 'coach',
      clean: 6,
      firstToGo: { fault: 'swing', t: 6 },
    });
    expect(five.findings[0]).toMatchObject({ fault: 'swing', severity: 'clear', from: 'observed' });
  });
  test('a fault in a quarter of the reps is noise, in half a finding, between them to be watched; one that ended the set stands', () => {
    const of = (pattern: string) =>
      repFaults(
        [...pattern].map((c, i) => ({ t: i + 1, clean: c === '.', ...(c === '.' ? {} : { fault: 'swing' }) })),
        () => 0.9,
      );
    expect(of('x.......')).toEqual([]);
    expect(of('x.x.....')).toEqual([]);
    expect(of('x.x.x...')).toEqual([{ fault: 'swing', severity: 'slight', probability: 0.6 }]);
    expect(of('x.x.x.x.')).toEqual([{ fault: 'swing', severity: 'clear', probability: 0.9 }]);
    expect(of('......xx')).toEqual([{ fault: 'swing', severity: 'clear', probability: 0.9 }]);
  });
  test('the clock says whether a timed target was reached, whatever was pressed', () => {
    const by = (t: number, reason: 'target' | 'coach' | 'stopped-early' | 'pain') =>
      evaluated(watchedPlank({ events: [], ended: { t, reason } })).hold!.endedBy;
    expect(by(40, 'coach')).toBe('target');
    expect(by(2, 'target')).toBe('coach');
    expect(by(20, 'stopped-early')).toBe('stopped-early');
    expect(by(40, 'pain')).toBe('pain');
  });
});

describe('parts on the clock', () => {
  const segments = [
    { t: 0, rung: 'forearm' },
    { t: 10, rung: 'knees' },
    { t: 25, rung: 'raised' },
  ];
  test('each lasts to the next, the last to the end; what lies outside the set is cut', () => {
    expect(spans(segments, 2, 30)).toEqual([
      { rung: 'forearm', from: 2, to: 10 },
      { rung: 'knees', from: 10, to: 25 },
      { rung: 'raised', from: 25, to: 30 },
    ]);
    // Ended, or begun, within the second part.
    expect(spans(segments, 0, 20).map((p) => [p.from, p.to])).toEqual([
      [0, 10],
      [10, 20],
      [20, 20],
    ]);
    expect(spans(segments, 12, 30).map((p) => [p.from, p.to])).toEqual([
      [12, 12],
      [12, 25],
      [25, 30],
    ]);
  });
  test('clean seconds of each: from its start, the first from when it settled, to the first break that touches it', () => {
    const clean = (breaks: { t: number; length: number }[], settled: number | null = 0): number[] =>
      partsOf(segments, breaks, { start: 0, settled, end: 30 }).map((p) => p.clean);
    expect(clean([])).toEqual([10, 15, 5]);
    expect(clean([], 3)).toEqual([7, 15, 5]);
    expect(clean([], null)).toEqual([0, 0, 0]);
    // One that lasts over the change takes the start of the next part; one that ends with it does not.
    expect(clean([{ t: 8, length: 4 }])).toEqual([8, 0, 5]);
    expect(clean([{ t: 8, length: 2 }])).toEqual([8, 15, 5]);
    expect(clean([{ t: 10, length: 2 }])).toEqual([10, 0, 5]);
    expect(
      clean([
        { t: 20, length: 1 },
        { t: 14, length: 1 },
      ]),
    ).toEqual([10, 4, 5]);
    // Before it settled nothing breaks.
    expect(clean([{ t: 1, length: 1 }], 3)).toEqual([7, 15, 5]);
  });
});

describe('broken reps on the clock', () => {
  const reps = [
    { t: 3, clean: true },
    { t: 5, clean: false, fault: 'swing' },
    { t: 8, clean: false },
    { t: 9, clean: false, fault: 'swing' },
    { t: 12, clean: true },
  ];
  test('each is a stretch from the rep before it to its own end; whoever did not say what broke it named none', () => {
    const broken = { fault: 'swing', severity: 'clear', measure: null, from: 'observed' };
    expect(repBreaks(reps, 1)).toEqual([
      { ...broken, t: 3, length: 2, recovered: false },
      { ...broken, t: 8, length: 1, recovered: true },
    ]);
    expect(repBreaks([{ t: 4, clean: false, fault: 'swing' }], 1)).toEqual([
      { ...broken, t: 1, length: 3, recovered: false },
    ]);
  });
  test('the first of them ends what was clean, named or not', () => {
    expect(firstBrokenRep(reps, 1)).toBe(3);
    expect(firstBrokenRep(reps.slice(2), 1)).toBe(1);
    expect(firstBrokenRep(reps.slice(0, 1), 1)).toBeNull();
    expect(firstBrokenRep([reps[0]!, reps[2]!], 1)).toBe(3);
    const unnamed = { position: 'hanging', rung: 'half', events: [], target: undefined, targetReps: 8 };
    const { hold, findings } = evaluated(
      watchedPlank({ ...unnamed, reps: [reps[0]!, reps[2]!], ended: { t: 9, reason: 'coach' } }),
    );
    expect([hold!.clean, hold!.firstToGo, findings]).toEqual([3, null, []]);
  });
});
