import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../catalog/shipped.js';
import { distance } from '../geometry.js';
import { bodyOf, SEGMENTS } from './anthropometry.js';
import { heightOf, placeFigure } from './figure.js';
import { STRAIGHT } from './pose.js';
import { layTemplate } from './template.js';

const anyBody = fc.record({
  stature: fc.double({ min: 1.2, max: 2.2, noNaN: true }),
  mass: fc.double({ min: 30, max: 160, noNaN: true }),
  sex: fc.constantFrom('female' as const, 'male' as const, 'unspecified' as const),
});

describe('anthropometry', () => {
  test('the table at its reference stature, in metres and kilograms', () => {
    const man = bodyOf({ stature: 1.741, mass: 73, sex: 'male' });
    expect(man.lengths.thigh).toBeCloseTo(0.4222, 4);
    expect(man.trunk).toBeCloseTo(0.5155, 4);
    expect(man.masses.thigh).toBeCloseTo(0.1416 * 73, 4);
  });
  test.each(['female', 'male', 'unspecified'] as const)('segment masses of the %s table add up to the body', (sex) => {
    const body = bodyOf({ stature: 1.7, mass: 100, sex });
    const single = body.masses.head + body.masses.upperTrunk + body.masses.middleTrunk + body.masses.lowerTrunk;
    const limbs =
      2 *
      (body.masses.upperArm +
        body.masses.forearm +
        body.masses.hand +
        body.masses.thigh +
        body.masses.shank +
        body.masses.foot);
    expect(single + limbs).toBeGreaterThan(99.5);
    expect(single + limbs).toBeLessThan(100.5);
  });
  test('lengths scale with stature and a measured length goes before the table', () => {
    fc.assert(
      fc.property(anyBody, (input) => {
        const body = bodyOf(input);
        const twice = bodyOf({ ...input, stature: input.stature * 1.5 });
        for (const segment of SEGMENTS) expect(twice.lengths[segment]).toBeCloseTo(body.lengths[segment] * 1.5, 9);
        expect(bodyOf({ ...input, lengths: { thigh: 0.5 } }).lengths.thigh).toBe(0.5);
      }),
    );
  });
  test.each([{ stature: 0 }, { mass: -1 }, { stature: Number.NaN }, { lengths: { thigh: 0 } }])(
    'refuses %j',
    (input) => {
      expect(() => bodyOf(input)).toThrow(RangeError);
    },
  );
});

describe('figure', () => {
  test('segments keep their lengths in every rung, for every body', () => {
    fc.assert(
      fc.property(anyBody, fc.constantFrom(...catalog.rungs), (input, rung) => {
        const body = bodyOf(input);
        const f = placeFigure(rung.pose, body);
        expect(distance(f.hip, f.knee)).toBeCloseTo(body.lengths.thigh, 9);
        expect(distance(f.knee, f.ankle)).toBeCloseTo(body.lengths.shank, 9);
        expect(distance(f.shoulder, f.elbow)).toBeCloseTo(body.lengths.upperArm, 9);
        expect(distance(f.heel, f.toe)).toBeCloseTo(body.lengths.foot, 9);
      }),
      { numRuns: 100 },
    );
  });
  test('contacts of every rung touch what they should, and nothing goes through the floor', () => {
    fc.assert(
      fc.property(anyBody, fc.constantFrom(...catalog.rungs), (input, rung) => {
        const body = bodyOf(input);
        const f = placeFigure(rung.pose, body);
        for (const contact of rung.pose.contacts) {
          const above = f[contact.at][1] - heightOf(contact, body);
          expect(above).toBeGreaterThan(-1e-6);
          expect(above).toBeLessThan(0.06 * body.stature);
        }
        for (const p of [f.ear, f.shoulder, f.elbow, f.wrist, f.hip, f.knee, f.ankle, f.toe, f.heel])
          expect(p[1]).toBeGreaterThan(-0.02);
      }),
      { numRuns: 100 },
    );
  });
  test('the bar follows the body: at 2.19 m the feet still hang free', () => {
    const tall = bodyOf({ stature: 2.19, mass: 90, sex: 'male' });
    for (const rung of catalog.rungs.filter((r) => r.family === 'hanging' || r.family === 'front-lever')) {
      const f = placeFigure(rung.pose, tall);
      expect({ rung: rung.id, low: Math.min(f.toe[1], f.heel[1]) > 0 }).toEqual({ rung: rung.id, low: true });
    }
  });
  test('a pose whose contacts cannot both touch says so', () => {
    expect(() =>
      placeFigure({ ...STRAIGHT, shoulder: 90, contacts: [{ at: 'wrist', height: 3 }, { at: 'toe' }] }, bodyOf()),
    ).toThrow(/cannot both touch/);
  });
});

describe('template', () => {
  test('its shoulder and ankle lie on the two clicks, the belly on the right side of them', () => {
    const coordinate = fc.double({ min: 0, max: 1000, noNaN: true });
    fc.assert(
      fc.property(
        fc.tuple(coordinate, coordinate),
        fc.tuple(coordinate, coordinate),
        fc.constantFrom(...catalog.rungs),
        (a, b, rung) => {
          fc.pre(distance(a, b) > 20 && Math.abs(a[0] - b[0]) > 10);
          const points = layTemplate(rung.pose, bodyOf(), a, b);
          expect(distance(points.shoulder!, a)).toBeLessThan(1e-6);
          expect(distance(points.ankle!, b)).toBeLessThan(1e-6);
        },
      ),
    );
    const left = layTemplate(catalog.rungs.find((r) => r.id === 'forearm')!.pose, bodyOf(), [200, 300], [700, 320]);
    expect(left.elbow![1]).toBeGreaterThan(left.shoulder![1]);
    expect(left.ear![0]).toBeLessThan(200);
    expect(() => layTemplate(STRAIGHT, bodyOf(), [1, 1], [2, 2])).toThrow(RangeError);
  });
});
