import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { observationSchema } from './observation.js';
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
    [{ athlete: { stature: 172 } }, 'athlete.stature: must be 0.5–2.6 m'],
    [{ tests: { 'thigh-drop': 'perhaps' } }, 'tests.thigh-drop: must be positive, negative or a number'],
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
  test('a flood of problems is cut and counted', () => {
    const frames = Array.from({ length: 100 }, () => ({ t: -1, points: {} }));
    expect(problems({ ...valid, frames }).at(-1)).toMatch(/^file: and \d+ more problems$/);
  });
});
