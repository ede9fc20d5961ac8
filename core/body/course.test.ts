import { expect, test } from '@jest/globals';
import { bodyOf } from './anthropometry.js';
import { faultsAt, lineAt, STILL, stretchesOver, type Course } from './course.js';
import { placeFigure } from './figure.js';
import { fleshOf } from './flesh.js';
import { catalog } from '../catalog/shipped.js';
import { turn } from '../geometry.js';
import { withFaults } from './simulate.js';

const sag: Course = { ...STILL, rest: 2, sags: [{ from: 10, rate: 4, most: 16, mended: 20 }] };

test('a sag comes at its second, stays, and goes back as fast', () => {
  expect([0, 10, 12, 14, 19, 22, 30].map((t) => lineAt(sag, t))).toEqual([2, 2, 10, 18, 18, 10, 2]);
  expect(stretchesOver(sag, 12, 40)).toEqual([{ from: expect.closeTo(12.5, 1), to: expect.closeTo(21.5, 1) }]);
  const stays: Course = { ...sag, sags: [{ ...sag.sags[0]!, mended: null }] };
  expect(stretchesOver(stays, 12, 40)).toEqual([{ from: expect.closeTo(12.5, 1), to: 40 }]);
  expect(stretchesOver(STILL, 12, 40)).toEqual([]);
});
test('the figure does what the course says', () => {
  const body = bodyOf({ stature: 1.7 });
  const { pose } = catalog.rungs.find((r) => r.family === 'front-plank' && r.id === 'forearm')!;
  const bend = (t: number): number => {
    const { shoulder, hip, ankle } = placeFigure(withFaults(pose, faultsAt(sag, t), body), body);
    const way = (a: typeof hip, b: typeof hip): [number, number] => [b[0] - a[0], b[1] - a[1]];
    return turn(way(ankle, hip), way(hip, shoulder));
  };
  expect(Math.abs(bend(15) - bend(0))).toBeCloseTo(16, 0);
});
test('breath and trembling swing about the line and shift nothing', () => {
  const lively: Course = { ...STILL, breath: 1.5, shaking: { from: 5, degrees: 1 } };
  const values = Array.from({ length: 4000 }, (_, i) => lineAt(lively, i / 100));
  expect(Math.max(...values)).toBeGreaterThan(2);
  expect(Math.abs(values.reduce((a, b) => a + b, 0) / values.length)).toBeLessThan(0.05);
});
test('flesh lies about the bones at every shipped pose: joints inside, sizes of a body, near and far apart', () => {
  const body = bodyOf();
  for (const { family, id, pose } of catalog.rungs) {
    const figure = placeFigure(pose, body);
    const tubes = fleshOf(figure, body);
    expect({ of: `${family}/${id}`, names: new Set(tubes.map((t) => t.name)).size }).toEqual({
      of: `${family}/${id}`,
      names: tubes.length,
    });
    for (const { rings } of tubes) {
      expect(rings.length).toBeGreaterThan(1);
      for (const { at, depth, width } of rings) {
        expect(at.every(Number.isFinite)).toBe(true);
        expect(Math.min(depth, width)).toBeGreaterThan(0.005);
        expect(Math.max(depth, width)).toBeLessThan(0.25);
      }
    }
    const arm = tubes.find((t) => t.name === 'near arm')!;
    expect(arm.rings.some(({ at }) => at[0] === figure.elbow[0] && at[1] === figure.elbow[1] && at[2] > 0)).toBe(true);
    expect(tubes.find((t) => t.name === 'far leg')!.rings[0]!.at[2]).toBeLessThan(0);
  }
});
