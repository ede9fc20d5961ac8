import { describe, expect, test } from '@jest/globals';
import { catalog } from '../catalog/shipped.js';
import type { PictureItem, PlacedTwice } from '../formats/eye.js';
import { distance } from '../geometry.js';
import { SIDE_LANDMARKS } from '../landmarks.js';
import { see } from '../evaluate/see.js';
import { gaussian, seededRandom } from '../statistics.js';
import { pictureOf } from './deal.js';
import { placingFrom, placingInForce, placingsOf, type CheckedPoint, type TwoPlacings } from './placing.js';
import { observationSchema } from '../formats/observation.js';

const item: PictureItem = {
  family: 'front-plank',
  rung: 'forearm',
  athlete: { stature: 1.72, mass: 70, sex: 'unspecified' },
  faults: [],
  camera: { distance: 3, height: 0.6, offSquare: 0, roll: 0, pixelsPerMetre: 440 },
};
const two = (point: CheckedPoint, first: [number, number], again: [number, number]): TwoPlacings => ({
  point,
  first,
  again,
});

describe('own placing error', () => {
  test('points are shares of the shoulder–ankle distance from where the body has them; what was placed once is left out', () => {
    const { points } = pictureOf(item, catalog);
    const unit = distance(points.shoulder!, points.ankle!);
    const hip = points.hip!;
    const placed = placingsOf(
      item,
      [
        { hip: [hip[0] + 0.01 * unit, hip[1]], ear: [...points.ear!] },
        { hip: [hip[0], hip[1] - 0.02 * unit] },
      ] as PlacedTwice,
      catalog,
    );
    expect(placed).toHaveLength(1);
    expect(placed[0]!.point).toBe('hip');
    // The head is to the right: a hundredth to the right is one towards the head, two hundredths up are two away from the floor.
    const tilt = Math.atan2(points.shoulder![1] - points.ankle![1], points.shoulder![0] - points.ankle![0]);
    expect(placed[0]!.first[0]).toBeCloseTo(0.01 * Math.cos(tilt), 9);
    expect(placed[0]!.again[1]).toBeCloseTo(0.02 * Math.cos(tilt), 9);
    expect(placed[0]!.again[0]).toBeCloseTo(-0.02 * Math.sin(tilt), 9);
  });
  test('worked: one hip, 2 % off both times: its variance 2·10⁻⁴ meets all points’ and the default’s with two degrees each', () => {
    const found = placingFrom([two('hip', [0.02, 0], [0.02, 0])], 1)!;
    // One picture: 2 degrees of 2·10⁻⁴, 2 of 0.012².
    const all = (2 * 2e-4 + 2 * 0.012 ** 2) / 4;
    expect(found.rest).toBeCloseTo(Math.sqrt(all), 9);
    expect(found.points[0]!.share).toBeCloseTo(Math.sqrt((2 * 2e-4 + 2 * all) / 4), 9);
    expect(found.points[0]).toMatchObject({ again: 0, mean: [0.02, 0], pictures: 1 });
  });
  test('a steady hand that always looks too high is steady, and wrong', () => {
    const high = Array.from({ length: 20 }, () => two('hip', [0, -0.03], [0, -0.03]));
    const [hip] = placingFrom(high, 20)!.points;
    expect(hip!.again).toBe(0);
    expect(hip!.mean[1]).toBeCloseTo(-0.03, 9);
    expect(hip!.share).toBeGreaterThan(0.019);
    expect(placingFrom([], 5)).toBeNull();
  });
  test('unknown coaches: five pictures placed twice, and the stated error of a point holds the true one in 90 of 100', () => {
    const random = seededRandom(5);
    let [inside, all] = [0, 0];
    for (let coach = 0; coach < 120; coach += 1) {
      const of = new Map(SIDE_LANDMARKS.map((name) => [name, 0.004 + 0.014 * random()]));
      const list = Array.from({ length: 5 }, () =>
        SIDE_LANDMARKS.map((name) => {
          const off = (): [number, number] => [of.get(name)! * gaussian(random), of.get(name)! * gaussian(random)];
          return two(name, off(), off());
        }),
      ).flat();
      for (const { point, within } of placingFrom(list, 5)!.points) {
        all += 1;
        if (within[0] <= of.get(point)! && of.get(point)! <= within[1]) inside += 1;
      }
    }
    expect(inside / all).toBeGreaterThan(0.9);
  });
  test('a coach’s own error enters the band: a careful hip narrows it, a careless one widens it, and each point its own', () => {
    const { points, picture, floor } = pictureOf(item, catalog);
    const observation = observationSchema.parse({
      format: 'upright-anchor/observation',
      version: 1,
      position: 'front-plank',
      rung: 'forearm',
      view: 'side',
      athlete: item.athlete,
      picture,
      floor,
      frames: [{ t: 0, points }],
    });
    const sdOf = (hip: number | null, id: string): number =>
      see(
        {
          observation,
          eye:
            hip === null
              ? null
              : { placing: { day: '2026-05-20', share: { hip }, rest: 0.012 }, taps: null, late: null },
        },
        catalog,
      ).picture!.measures.find((m) => m.id === id)!.sd;
    expect(sdOf(0.004, 'hip-line')).toBeLessThan(sdOf(null, 'hip-line'));
    expect(sdOf(0.03, 'hip-line')).toBeGreaterThan(1.5 * sdOf(null, 'hip-line'));
    expect(sdOf(0.012, 'hip-line')).toBeCloseTo(sdOf(null, 'hip-line'), 9);
    // The floor takes the error of all points together, so a measure without the hip moves but little.
    expect(sdOf(0.004, 'shoulder-stack') / sdOf(null, 'shoulder-stack')).toBeCloseTo(1, 1);
  });
  test('goes into verdicts with its day', () => {
    const found = placingFrom([two('hip', [0.02, 0], [0.02, 0])], 1)!;
    expect(placingInForce(found, '2026-05-20')).toEqual({
      day: '2026-05-20',
      share: { hip: found.points[0]!.share },
      rest: found.rest,
    });
  });
});
