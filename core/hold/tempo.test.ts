import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { phaseAt } from './tempo.js';

describe('tempo', () => {
  test('by hand: one up, one pause, two down', () => {
    expect(phaseAt([1, 1, 2], 0)).toEqual({ rep: 0, phase: 'up', share: 0 });
    expect(phaseAt([1, 1, 2], 1.25)).toEqual({ rep: 0, phase: 'pause', share: 0.25 });
    expect(phaseAt([1, 1, 2], 3)).toEqual({ rep: 0, phase: 'down', share: 0.5 });
    expect(phaseAt([1, 1, 2], 4)).toEqual({ rep: 1, phase: 'up', share: 0 });
    expect(phaseAt([1, 0, 5], 1)).toEqual({ rep: 0, phase: 'down', share: 0 });
    expect(phaseAt([0, 4, 1], 0)).toMatchObject({ phase: 'pause' });
    // A tempo of next to nothing: what is left of its rep is done.
    expect(phaseAt([0.125, 0, 0], 0.125)).toEqual({ rep: 0, phase: 'down', share: 1 });
  });
  test('goes forward, never leaves 0–1, and one tempo later is one rep later', () => {
    const part = fc.integer({ min: 0, max: 20 }).map((n) => n / 4);
    fc.assert(
      fc.property(part, part, part, fc.integer({ min: 0, max: 2000 }), (up, pause, down, t) => {
        fc.pre(up + pause + down >= 0.25);
        const here = phaseAt([up, pause, down], t / 16);
        expect(here.share).toBeGreaterThanOrEqual(0);
        expect(here.share).toBeLessThanOrEqual(1);
        expect(phaseAt([up, pause, down], t / 16 + up + pause + down).rep).toBe(here.rep + 1);
      }),
    );
  });
});
