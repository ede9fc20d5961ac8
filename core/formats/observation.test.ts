import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { LANDMARKS } from '../landmarks.js';
import { frameSchema, isFrame, observationSchema, recordSchema } from './observation.js';
import { problemsOf } from './problems.js';

const valid = {
  format: 'upright-anchor/observation',
  version: 1,
  position: 'front-plank',
  view: 'side',
  picture: { width: 1280, height: 720 },
  frames: [{ t: 0, points: { hip: [10, 20] } }],
};
const problems = (value: unknown): string[] => {
  const result = observationSchema.safeParse(value, { reportInput: true });
  return result.success ? [] : problemsOf(result.error).map((p) => `${p.path}: ${p.message}`);
};

describe('observation file', () => {
  test('a valid one is taken as it is', () => {
    expect(observationSchema.parse(valid)).toEqual(valid);
  });
  test.each([
    [{ version: 2 }, 'version: cannot be read; this program reads version 1'],
    [{ format: 'other' }, 'format: must be "upright-anchor/observation"'],
    [{ colour: 'red' }, 'colour: is not a known field'],
    [{ frames: [{ t: 0, points: { nostril: [1, 2] } }] }, 'frames[0].points.nostril: is not a known field'],
    [
      {
        frames: [
          { t: 1, points: {} },
          { t: 1, points: {} },
        ],
      },
      'frames[1].t: repeats the time of the frame before (1 s)',
    ],
    [
      {
        frames: [
          { t: 2, points: {} },
          { t: 1, points: {} },
        ],
      },
      'frames[1].t: is earlier than the frame before (2 s)',
    ],
    [{ frames: [{ t: 0, points: { hip: [1e9, 0] } }] }, 'frames[0].points.hip[0]: is too far outside a picture'],
    [
      {
        floor: [
          [5, 5],
          [5, 5],
        ],
      },
      'floor: its two points lie on each other',
    ],
    [
      { athlete: { stature: 172 } },
      'athlete.stature: must be 1.0–2.6 m: the body model is for people of a metre and more',
    ],
    [
      { athlete: { stature: 0.9 } },
      'athlete.stature: must be 1.0–2.6 m: the body model is for people of a metre and more',
    ],
    [{ tests: { 'thigh-drop': 'perhaps' } }, 'tests.thigh-drop: must be positive, negative or a number'],
    [{ frames: [], picture: undefined }, 'file: holds nothing to judge: no frames, events, reps, answers or end'],
    [
      { frames: [], events: [], evidence: {}, tests: {} },
      'file: holds nothing to judge: no frames, events, reps, answers or end',
    ],
    [
      { events: [{ t: 12.1, fault: 'hip-sag', state: 'on' }], ended: { t: 12, reason: 'coach' } },
      'events[0].t: is after the end (12 s)',
    ],
    [{ frames: [{ t: 0, points: { hip: [10, 20], knee: [10, 20 + 5e-7] } }] }, 'frames[0].points.knee: lies on hip'],
    [{ 'two\nlines': 1 }, 'two\\u000alines: is not a known field'],
  ])('%j', (change, line) => {
    expect(problems({ ...valid, ...change })).toContain(line);
  });
  test('NaN and infinities are refused', () => {
    for (const bad of [Number.NaN, Number.POSITIVE_INFINITY])
      expect(problems({ ...valid, frames: [{ t: bad, points: {} }] })[0]).toMatch(/^frames\[0\]\.t: /);
  });
  test('any value at all gives an answer or problems with places, never a crash', () => {
    fc.assert(
      fc.property(fc.anything(), (value) => {
        for (const line of problems(value)) expect(line).toMatch(/^.+: .+/s);
      }),
    );
  });
  test('a near side and a far side point may lie on each other, and an event at the end counts', () => {
    expect(problems({ ...valid, frames: [{ t: 0, points: { hip: [10, 20], 'hip-r': [10, 20] } }] })).toEqual([]);
    const events = [{ t: 12, fault: 'hip-sag', state: 'on' }];
    expect(problems({ ...valid, events, ended: { t: 12, reason: 'coach' } })).toEqual([]);
  });
  test('what was kept before a rule came is still read', () => {
    const { picture: _none, ...old } = { ...valid, events: [{ t: 9, fault: 'hip-sag', state: 'on' }] };
    const record = { ...old, ended: { t: 8, reason: 'coach' } };
    expect(recordSchema.safeParse(record).success).toBe(true);
    expect(problems(record)).toHaveLength(2);
  });
  test('the quick check of a frame says what the schema says', () => {
    const coordinate = fc.oneof(
      fc.double({ noDefaultInfinity: false }),
      fc.constantFrom(0, 1e6, -1e6, 1e6 + 1, '5', null),
    );
    const point = fc.oneof(fc.array(coordinate, { maxLength: 3 }), fc.anything());
    const points = fc.dictionary(fc.constantFrom(...LANDMARKS.slice(0, 6), 'nostril', '__proto__'), point, {
      maxKeys: 3,
    });
    const t = fc.oneof(fc.double(), fc.constantFrom(0, 86400, 86401, -0, '1', undefined));
    const frame = fc.oneof(
      fc.record({ t, points: fc.oneof(points, fc.anything()), more: fc.anything() }, { requiredKeys: ['t', 'points'] }),
      fc.record({ t, points }),
      fc.anything(),
    );
    fc.assert(
      fc.property(frame, (value) => {
        expect(isFrame(value)).toBe(frameSchema.safeParse(value).success);
      }),
      { numRuns: 2000 },
    );
  });
  test('a quarter of a million bad frames are told in twenty lines and a count', () => {
    for (const [frames, last] of [
      [Array.from({ length: 250_000 }, () => ({})), /^frames: and 249980 more that are no frames$/],
      [Array.from({ length: 250_000 }, () => ({ t: 1, points: {} })), /^frames: and 249979 more of this kind$/],
    ] as const) {
      const result = observationSchema.safeParse({ ...valid, frames });
      expect(result.error!.issues.length).toBeLessThanOrEqual(41);
      const { path, message } = problemsOf(result.error!, 100).at(-1)!;
      expect(`${path}: ${message}`).toMatch(last);
    }
  });
  test('a flood of problems is cut and counted', () => {
    const frames = Array.from({ length: 100 }, () => ({ t: -1, points: {}, more: 1 }));
    expect(problems({ ...valid, frames }).at(-1)).toMatch(/^file: and \d+ more problems$/);
  });
});
