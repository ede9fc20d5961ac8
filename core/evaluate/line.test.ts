import { describe, expect, test } from '@jest/globals';
import { catalog } from '../catalog/shipped.js';
import type { Observation } from '../formats/observation.js';
import { nobody } from '../person/circumstance.js';
import { placedPlank, watchedPlank } from '../testing.js';
import { judge } from './judge.js';
import { lineOf, type LookLine } from './line.js';
import { see } from './see.js';

const line = (observation: Observation): LookLine =>
  lineOf(judge(see({ observation }, catalog), catalog, nobody()), catalog);

describe('a look on one line', () => {
  test('a watched hold: seconds, why it ended, what is told first; no picture, no line of the body', () => {
    expect(line(watchedPlank())).toEqual({
      rung: 'forearm',
      clean: 21.4,
      total: 40,
      reps: null,
      setup: null,
      undecided: false,
      endedBy: 'target',
      bodyLine: null,
      top: { fault: 'hip-sag', severity: 'clear', probability: 0.9 },
      takeoverIndex: null,
    });
  });
  test('a still: no seconds and no end; its body line with the error', () => {
    const still = line(placedPlank());
    expect(still).toMatchObject({ clean: null, total: null, reps: null, endedBy: null });
    const measured = judge(see({ observation: placedPlank() }, catalog), catalog, nobody()).measures;
    const { value, sd } = measured.find((m) => m.id === 'hip-line')!;
    expect(still.bodyLine).toEqual({ value, sd });
  });
  test('reps, a declared set-up and what was felt are on it', () => {
    const told = line(
      watchedPlank({
        events: [],
        setup: { handHeight: 0.4 },
        reps: [
          { t: 2, clean: true },
          { t: 4, clean: false, fault: 'hip-sag' },
        ],
        evidence: { 'felt-first': 'front-of-hip' },
      }),
    );
    expect(told).toMatchObject({ reps: { done: 2, clean: 1 }, setup: { handHeight: 0.4 } });
    expect(told.takeoverIndex).toBeGreaterThan(25);
  });
  test('nothing is told of a clean hold; what could not be judged is said', () => {
    expect(line(watchedPlank({ events: [] })).top).toBeNull();
    expect(line(placedPlank({ frames: [{ t: 0, points: { ear: [300, 420], shoulder: [380, 440] } }] }))).toMatchObject({
      undecided: true,
      bodyLine: null,
    });
  });
});
