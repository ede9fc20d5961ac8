import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { observationOf, readRound, roundDraftSchema, stepsOf } from './placed.js';

describe('a placing check', () => {
  test('shows every picture twice, and none twice in a row', () => {
    expect(stepsOf(5)).toEqual([0, 1, 2, 3, 4, 2, 1, 0, 4, 3]);
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 20 }), (n) => {
        const steps = stepsOf(n);
        for (let i = 0; i < n; i += 1) expect(steps.filter((s) => s === i)).toHaveLength(2);
        steps.slice(1).forEach((s, i) => expect(s).not.toBe(steps[i]));
      }),
    );
  });
  test('keeps the floor line apart from the points', () => {
    const item = { family: 'front-plank', rung: 'forearm', athlete: { stature: 1.7 } };
    const one = observationOf(item, { 'floor-a': [0, 9], 'floor-b': [9, 9], hip: [4, 4] });
    expect(one.frames).toEqual([{ t: 0, points: { hip: [4, 4] } }]);
    expect(one.floor).toEqual([
      [0, 9],
      [9, 9],
    ]);
    expect(observationOf(item, { hip: [4, 4] })).not.toHaveProperty('floor');
  });
});

describe('a draft of a round', () => {
  const judged = { faults: ['hip-sag'], sure: 'likely', degrees: 4 };
  test('is read with what was begun of the item after its answers', () => {
    const half = { faults: [], degrees: -3, sure: null, told: false };
    expect(readRound('pictures', { answers: [judged], half })).toEqual({ answers: [judged], half });
    const laying = { first: null, points: { hip: [4, 5] }, placed: ['hip'] };
    expect(readRound('placing', { answers: [], half: laying }).half).toEqual(laying);
  });
  test('of an earlier version holds answers alone', () => {
    expect(roundDraftSchema.parse([judged])).toEqual({ answers: [judged], half: null });
  });
  test('that cannot be read is let go: answers all together, the half by itself', () => {
    expect(readRound('pictures', { answers: [judged, { faults: 1 }], half: null }).answers).toEqual([]);
    expect(readRound('holds', { answers: [{ events: [] }], half: { events: 'many' } })).toEqual({
      answers: [{ events: [] }],
      half: null,
    });
  });
});
