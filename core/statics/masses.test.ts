import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import { placeFigure } from '../body/figure.js';
import { STRAIGHT, type Pose } from '../body/pose.js';
import { catalog } from '../catalog/shipped.js';
import { centreOf, massesOf } from './masses.js';

const standing: Pose = { ...STRAIGHT, orientation: 'upright', trunk: 90, contacts: [{ at: 'heel' }] };

describe('point masses', () => {
  test('add up to the body, and to the body with a plate', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...catalog.rungs),
        fc.integer({ min: 40, max: 120 }),
        fc.integer({ min: 0, max: 60 }),
        (r, mass, plate) => {
          const body = bodyOf({ stature: 1.7, mass, sex: 'male' });
          const figure = placeFigure(r.pose, body);
          const total = centreOf(
            massesOf(figure, body, { kilograms: plate, at: figure.hip, part: 'pelvis' }),
          ).kilograms;
          // The table's rows sum to a hundredth of a percent off a hundred.
          expect(Math.abs(total - mass - plate)).toBeLessThan(0.0003 * mass);
        },
      ),
      { numRuns: 60 },
    );
  });
  test('the centre of a standing man lies at 56 to 59 % of his height, a woman’s no higher', () => {
    // Whole-body centre with the arms down: about 57 % for men and 56 % for women by the same table's segments.
    const at = (sex: 'male' | 'female'): number => {
      const body = bodyOf({ stature: 1.74, mass: 70, sex });
      return centreOf(massesOf(placeFigure(standing, body), body)).at[1] / body.stature;
    };
    expect(at('male')).toBeGreaterThan(0.55);
    expect(at('male')).toBeLessThan(0.6);
    expect(at('female')).toBeLessThan(at('male') + 0.005);
  });
  test('raised arms lift it, a lifted leg lifts it, both by what they weigh', () => {
    const body = bodyOf({ stature: 1.74, mass: 70, sex: 'male' });
    const height = (pose: Pose): number => centreOf(massesOf(placeFigure(pose, body), body)).at[1];
    const arms = height({ ...standing, shoulder: 180 }) - height(standing);
    expect(arms).toBeGreaterThan(0.04);
    expect(arms).toBeLessThan(0.1);
    expect(height({ ...standing, far: { hip: 90 } })).toBeGreaterThan(height(standing) + 0.03);
  });
  test('nothing weighs nothing', () => {
    expect(centreOf([])).toEqual({ kilograms: 0, at: [0, 0] });
  });
});
