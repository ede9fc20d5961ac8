import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { useReps } from './use-reps.js';

describe('counting reps', () => {
  test('taps belong to the rep that is being watched; undo gives them back', () => {
    const reps = useReps();
    reps.toggle('heels-rise');
    reps.toggle('forward-lean');
    reps.toggle('forward-lean');
    reps.finish('side');
    reps.finish('side');
    expect(reps.record.value).toEqual({ reps: { side: 2 }, counts: { 'side/heels-rise': 1 } });
    reps.undo();
    reps.undo();
    expect(reps.now.value).toEqual(['heels-rise']);
    expect(reps.record.value).toEqual({ reps: {}, counts: {} });
    expect(reps.canUndo.value).toBe(false);
  });
  test('no fault is ever counted more often than reps were done', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.constant('rep'), fc.constant('undo'), fc.constantFrom('a', 'b', 'c')), { maxLength: 40 }),
        (steps) => {
          const reps = useReps();
          for (const s of steps) {
            if (s === 'rep') reps.finish('front');
            else if (s === 'undo') reps.undo();
            else reps.toggle(s);
          }
          for (const n of Object.values(reps.counts.value)) expect(n).toBeLessThanOrEqual(reps.reps.value.front ?? 0);
        },
      ),
    );
  });
});
