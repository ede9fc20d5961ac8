import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { distance } from '../geometry.js';
import { cameraRoll } from '../measure/view.js';
import { seededRandom } from '../statistics.js';
import { bodyOf } from './anthropometry.js';
import { figureShapes, simulatedSvg } from './draw.js';
import { placeFigure } from './figure.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults } from './simulate.js';

const body = bodyOf({ stature: 1.7 });
const plank = rungOf(catalog, 'front-plank').pose;

describe('the simulated picture', () => {
  test('square and level it keeps every length at the camera’s scale', () => {
    const shot = simulatePicture(plank, body);
    const { shoulder, hip } = shot.points;
    expect(distance(shoulder!, hip!)).toBeCloseTo(body.trunk * DEFAULT_CAMERA.pixelsPerMetre, 6);
  });
  test('roll shows in the floor line, and nothing but the turn changes', () => {
    fc.assert(
      fc.property(fc.double({ min: -40, max: 40, noNaN: true }), (roll) => {
        const level = simulatePicture(plank, body);
        const turned = simulatePicture(plank, body, { ...DEFAULT_CAMERA, roll });
        expect(Math.abs(cameraRoll(turned.floor))).toBeCloseTo(Math.abs(roll), 6);
        expect(distance(turned.points.shoulder!, turned.points.ankle!)).toBeCloseTo(
          distance(level.points.shoulder!, level.points.ankle!),
          6,
        );
      }),
    );
  });
  test('off-square shortens what lies level and parts near and far', () => {
    const off = simulatePicture(plank, body, { ...DEFAULT_CAMERA, offSquare: 30 });
    const square = simulatePicture(plank, body);
    const across = (shot: typeof off): number => Math.abs(shot.points.hip![0] - shot.points.knee![0]);
    expect(across(off) / across(square)).toBeCloseTo(Math.cos(Math.PI / 6), 6);
    expect(off.points.hip![0]).not.toBeCloseTo(off.points['hip-l']![0], 1);
    expect(square.points.hip![0]).toBeCloseTo(square.points['hip-l']![0], 6);
  });
  test('noise scatters landmarks by its size and repeats with its seed', () => {
    const clean = simulatePicture(plank, body);
    const noisy = (seed: number) => simulatePicture(plank, body, DEFAULT_CAMERA, 5, seededRandom(seed));
    expect(noisy(1).points).toEqual(noisy(1).points);
    const away = Array.from({ length: 300 }, (_, i) => distance(noisy(i + 1).points.knee!, clean.points.knee!));
    const rms = Math.sqrt(away.reduce((sum, d) => sum + d * d, 0) / away.length / 2);
    expect(rms).toBeGreaterThan(4.3);
    expect(rms).toBeLessThan(5.7);
  });
  test('faults leave the good pose alone where they say nothing', () => {
    expect(withFaults(plank, {}, body).neck).toBe(plank.neck);
    expect(withFaults(plank, { neck: 20 }, body)).toMatchObject({ neck: 20, knee: plank.knee });
  });
});

describe('the drawing', () => {
  test('every version of every position is drawn with finite numbers', () => {
    for (const rung of catalog.rungs) {
      const shapes = figureShapes(placeFigure(rung.pose, body), body, (p) => p);
      expect(shapes.length).toBeGreaterThan(15);
      for (const shape of shapes) expect(shape.path).not.toMatch(/NaN|Infinity/);
    }
  });
  test('a raised surface is in the picture', () => {
    const raised = simulatePicture(rungOf(catalog, 'front-plank', 'raised').pose, body);
    const boxes = (svg: string): number => svg.match(/#c9a36a/g)?.length ?? 0;
    expect(boxes(simulatedSvg(raised, body))).toBe(1);
    expect(boxes(simulatedSvg(simulatePicture(plank, body), body))).toBe(0);
  });
});
