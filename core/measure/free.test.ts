import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import { placeFigure } from '../body/figure.js';
import { DEFAULT_CAMERA, simulatePicture } from '../body/simulate.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { angleAt, distance, type Point } from '../geometry.js';
import { SIDE_LANDMARKS, type BaseLandmark } from '../landmarks.js';
import { gaussian, seededRandom, Z_975 } from '../statistics.js';
import { DEFAULT_PLACING } from '../eye/eye.js';
import { freeMeasure, placeSd, type FreeFrame } from './free.js';

const plain: FreeFrame = {
  points: { shoulder: [100, 100], hip: [150, 100], knee: [190, 100], ankle: [230, 100] },
  orientation: 'prone',
  sdOf: () => 2,
  body: bodyOf({ stature: 1.7 }),
  statureKnown: true,
};
describe('how far off a place may be', () => {
  const { points } = plain;
  test('one on a point is as sure as the points, any other as a hand: a share of shoulder to ankle', () => {
    const sdOf = placeSd(points, 1.5, 1280);
    expect(sdOf([150, 100])).toBe(1.5);
    expect(sdOf([150.1, 100.1])).toBe(1.5);
    expect(sdOf([150.3, 100])).toBe(DEFAULT_PLACING * 130);
    expect(sdOf([400, 300])).toBe(DEFAULT_PLACING * 130);
    // Where a hand placed the points there is no other figure.
    expect(placeSd(points, null, 1280)([150, 100])).toBe(DEFAULT_PLACING * 130);
  });
  test('without shoulder or ankle, a share of half the picture', () => {
    const { ankle: _ankle, ...trunk } = points;
    expect(placeSd(trunk, null, 1280)([0, 0])).toBe(DEFAULT_PLACING * 640);
    const { shoulder: _shoulder, ...feet } = points;
    expect(placeSd(feet, 2, 1280)([0, 0])).toBe(DEFAULT_PLACING * 640);
    expect(placeSd({}, 2, 1280)([0, 0])).toBe(DEFAULT_PLACING * 640);
  });
});
describe('free measures', () => {
  test('an angle at its middle point, less sure where its arms are short', () => {
    const long = freeMeasure(
      'angle',
      [
        [0, 100],
        [0, 0],
        [100, 0],
      ],
      plain,
    )!;
    const short = freeMeasure(
      'angle',
      [
        [0, 10],
        [0, 0],
        [10, 0],
      ],
      plain,
    )!;
    expect([long.value, long.unit]).toEqual([90, 'deg']);
    expect(short.sd).toBeGreaterThan(3 * long.sd);
    expect(
      freeMeasure(
        'angle',
        [
          [5, 5],
          [5, 5],
          [9, 9],
        ],
        plain,
      ),
    ).toBeNull();
  });
  test('a distance in centimetres by a told scale or the stature, else as a share of it; without any scale nothing', () => {
    const two: Point[] = [
      [0, 0],
      [50, 0],
    ];
    expect(freeMeasure('distance', two, { ...plain, pixelsPerMetre: 100 })).toMatchObject({ value: 50, unit: 'cm' });
    const known = freeMeasure('distance', two, plain)!;
    const unknown = freeMeasure('distance', two, { ...plain, statureKnown: false })!;
    expect(unknown.unit).toBe('share');
    expect(known.value / 1.7).toBeCloseTo(unknown.value, 5);
    expect(freeMeasure('distance', two, { ...plain, points: {} })).toBeNull();
  });
  test('what is said to be the error holds the body’s own angle and distance 94 times in a hundred or more, over bodies and cameras', () => {
    const random = seededRandom(7);
    const versions = [
      ['front-plank', 'forearm'],
      ['hanging', 'half'],
      ['overhead-squat', 'free'],
      ['hollow', 'straight'],
    ] as const;
    const held = { angle: [0, 0], distance: [0, 0] };
    for (let i = 0; i < 1500; i += 1) {
      const body = bodyOf({ stature: 1.5 + 0.45 * random() });
      const [family, version] = versions[i % versions.length]!;
      const { pose } = rungOf(catalog, family, version);
      const between = (a: number, b: number): number => a + (b - a) * random();
      const camera = {
        ...DEFAULT_CAMERA,
        pixelsPerMetre: 300,
        offSquare: between(-12, 12),
        lens: { distance: between(2.5, 4), height: between(0.3, 1.4) },
      };
      const shot = simulatePicture(pose, body, camera);
      const figure = placeFigure(pose, body);
      const sd = 3;
      const noisy = (name: BaseLandmark): Point => {
        const p = shot.points[name]!;
        return [p[0] + sd * gaussian(random), p[1] + sd * gaussian(random)];
      };
      const pick = (): BaseLandmark => SIDE_LANDMARKS[Math.floor(random() * SIDE_LANDMARKS.length)]!;
      const names = [pick(), pick(), pick()] as const;
      const far = (a: BaseLandmark, b: BaseLandmark): boolean => distance(figure[a], figure[b]) > 0.2;
      if (!far(names[0], names[1]) || !far(names[2], names[1])) continue;
      const frame: FreeFrame = {
        ...plain,
        body,
        points: shot.points,
        floor: shot.floor,
        orientation: pose.orientation,
        sdOf: () => sd,
      };
      const angle = freeMeasure('angle', names.map(noisy), frame)!;
      const trueAngle = angleAt(figure[names[0]], figure[names[1]], figure[names[2]]);
      // Near nought and straight an angle cannot be off both ways.
      if (trueAngle > 12 && trueAngle < 168) {
        held.angle[1]! += 1;
        if (Math.abs(angle.value - trueAngle) <= Z_975 * angle.sd) held.angle[0]! += 1;
      }
      const length = freeMeasure('distance', [noisy(names[0]), noisy(names[1])], frame)!;
      held.distance[1]! += 1;
      if (Math.abs(length.value - 100 * distance(figure[names[0]], figure[names[1]])) <= Z_975 * length.sd)
        held.distance[0]! += 1;
    }
    for (const [kept, all] of Object.values(held)) {
      expect(all).toBeGreaterThan(300);
      expect(kept! / all!).toBeGreaterThan(0.94);
    }
  });
});
