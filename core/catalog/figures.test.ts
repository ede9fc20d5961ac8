import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import { placeFigure } from '../body/figure.js';
import type { Pose } from '../body/pose.js';
import { outOfRange, poseBetween } from '../body/range.js';
import { drillFigures, testFigures } from './figures.js';
import { catalog } from './shipped.js';

const all: [string, readonly Pose[]][] = [
  ...catalog.rungs.map((r): [string, Pose[]] => [`${r.family}/${r.id}`, [r.pose]]),
  ...Object.entries(drillFigures).map(([id, poses]): [string, readonly Pose[]] => [`drill ${id}`, poses]),
  ...Object.entries(testFigures).map(([id, poses]): [string, readonly Pose[]] => [`test ${id}`, poses]),
];
const body = bodyOf();

describe('figures', () => {
  test('every drill and every quick test has one, and nothing else has', () => {
    expect(Object.keys(drillFigures).sort()).toEqual(catalog.drills.map((d) => d.id).sort());
    expect(Object.keys(testFigures).sort()).toEqual(catalog.tests.map((t) => t.id).sort());
  });
  test.each(all)('%s: joints in human range, contacts down, nothing through the floor', (_name, poses) => {
    for (const pose of poses) {
      expect(outOfRange(pose)).toEqual([]);
      const figure = placeFigure(pose, body);
      const raised = pose.contacts.some((c) => (c.height ?? 0) > 0);
      const low = (['ear', 'shoulder', 'elbow', 'wrist', 'hip', 'knee', 'ankle', 'toe'] as const).map((name) => ({
        name,
        y: Math.min(figure[name][1], name === 'ear' ? 1 : figure.far[name][1]),
      }));
      // A centimetre of give: hands and toes are drawn as lines with flesh round them.
      if (!raised) expect(low.filter((p) => p.y < -0.05)).toEqual([]);
      else expect(Math.min(...low.map((p) => p.y))).toBeGreaterThan(-0.05);
    }
  });
  test('between two poses every joint moves evenly, and the ends are the poses themselves', () => {
    const moves = Object.values(drillFigures).filter((f): f is readonly [Pose, Pose] => f.length === 2);
    expect(moves.length).toBeGreaterThan(40);
    fc.assert(
      fc.property(fc.constantFrom(...moves), fc.double({ min: 0, max: 1, noNaN: true }), ([a, b], k) => {
        const p = poseBetween(a, b, k);
        expect(p.hip).toBeCloseTo(a.hip + (b.hip - a.hip) * k, 9);
        expect(outOfRange(p)).toEqual([]);
        expect(() => placeFigure(p, body)).not.toThrow();
      }),
    );
    for (const [a, b] of moves) {
      expect(poseBetween(a, b, 0).knee).toBe(a.knee);
      expect(poseBetween(a, b, 1).shoulder).toBe(b.shoulder);
    }
  });
});
