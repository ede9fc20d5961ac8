import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../catalog/shipped.js';
import { bodyOf } from './anthropometry.js';
import { headBox } from './head.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults } from './simulate.js';
import { seededRandom } from '../statistics.js';

describe('the box round a head', () => {
  test('lies within the picture and holds the ear, wherever the points are', () => {
    const at = fc.tuple(fc.integer({ min: -50, max: 1330 }), fc.integer({ min: -50, max: 770 }));
    fc.assert(
      fc.property(at, at, at, (ear, shoulder, hip) => {
        const box = headBox({ ear, shoulder, hip }, { width: 1280, height: 720 });
        if (!box) return;
        for (const v of [box.x, box.y, box.x + box.width, box.y + box.height]) {
          expect(v).toBeGreaterThanOrEqual(0);
          expect(v).toBeLessThanOrEqual(1 + 1e-9);
        }
        if (ear[0] >= 0 && ear[0] <= 1280) expect(ear[0] / 1280).toBeLessThanOrEqual(box.x + box.width + 1e-9);
      }),
    );
  });
  test('holds the whole head of a simulated body, big or small', () => {
    const plank = catalog.rungs.find((r) => r.family === 'front-plank' && r.id === 'forearm')!;
    for (const stature of [1.4, 1.72, 2.05]) {
      const body = bodyOf({ stature });
      const seen = simulatePicture(withFaults(plank.pose, {}, body), body, DEFAULT_CAMERA, 0, seededRandom(7));
      const box = headBox(seen.points, seen.picture)!;
      const headPx =
        (0.13 *
          stature *
          Math.hypot(seen.points.hip![0] - seen.points.shoulder![0], seen.points.hip![1] - seen.points.shoulder![1])) /
        (0.288 * stature);
      expect(box.width * seen.picture.width).toBeGreaterThan(headPx * 1.3);
    }
  });
  test('takes both ears or the nose from the front; without them there is none', () => {
    const trunk = {
      'shoulder-l': [60, 100],
      'shoulder-r': [140, 100],
      'hip-l': [70, 200],
      'hip-r': [130, 200],
    } as const;
    const picture = { width: 200, height: 400 };
    const of = (more: object) => headBox({ ...trunk, ...more }, picture);
    expect(of({ 'ear-l': [80, 60], 'ear-r': [120, 60] })).toEqual(of({ nose: [100, 60] }));
    expect(of({})).toBeNull();
    expect(headBox({ ear: [1, 1] }, picture)).toBeNull();
  });
});
