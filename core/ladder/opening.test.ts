import { describe, expect, test } from '@jest/globals';
import { plankHold } from '../testing.js';
import { openingOf, type DecidedStep } from './opening.js';

const held = (lookId: string, change: Parameters<typeof plankHold>[0] = {}) => ({ ...plankHold(change), lookId });
const step = (change: Partial<DecidedStep> = {}): DecidedStep => ({
  to: 'front-plank/forearm',
  day: '2026-05-20',
  lookId: 'a',
  decision: 'accepted',
  seconds: 40,
  reps: null,
  setup: { elbowAhead: 0.05 },
  rest: null,
  ...change,
});

describe('what the next set begins with', () => {
  test('nothing done, nothing decided: nothing', () => {
    expect(openingOf('front-plank', [], [])).toBeNull();
    expect(openingOf('hollow', [held('a')], [step()])).toBeNull();
  });
  test('what was done last, with its set-up, its target and how it was split', () => {
    const holds = [
      held('a', { day: '2026-05-18', place: 'front-plank/knees' }),
      held('b', { target: 30, setup: { addedMass: 5 }, split: { hard: 20, rung: 'knees', easy: 10 } }),
    ];
    expect(openingOf('front-plank', holds, [])).toEqual({
      rung: 'forearm',
      setup: { addedMass: 5 },
      seconds: 30,
      reps: null,
      rest: { rung: 'knees', seconds: 10 },
      accepted: false,
    });
    expect(openingOf('front-plank', holds, [], 'knees')).toMatchObject({ rung: 'knees', setup: {} });
    expect(openingOf('front-plank', holds, [], 'raised')).toBeNull();
  });
  test('an accepted step stands before it, until something is held after it; one that was declined never does', () => {
    const last = held('a');
    expect(openingOf('front-plank', [last], [step()])).toMatchObject({ setup: { elbowAhead: 0.05 }, accepted: true });
    expect(openingOf('front-plank', [last], [step({ decision: 'declined' })])).toMatchObject({ accepted: false });
    const after = held('b', { at: '2026-05-20T10:00:00Z' });
    expect(openingOf('front-plank', [last, after], [step()])).toMatchObject({ accepted: false });
    expect(openingOf('front-plank', [last, after], [step({ lookId: null })])).toMatchObject({ accepted: true });
    expect(openingOf('front-plank', [{ ...last, day: '2026-05-22' }], [step()])).toMatchObject({ accepted: false });
  });
  test('a split is opened as it was decided: hard seconds, the easier version and its seconds', () => {
    const split = step({ seconds: 25, setup: null, rest: { at: 'front-plank/knees', seconds: 15 } });
    expect(openingOf('front-plank', [held('a')], [split])).toEqual({
      rung: 'forearm',
      setup: {},
      seconds: 40,
      reps: null,
      rest: { rung: 'knees', seconds: 15 },
      accepted: true,
    });
  });
});
