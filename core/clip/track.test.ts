import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Point } from '../geometry.js';
import { seededRandom } from '../statistics.js';
import { greyOf, pyramidOf, track, type Grey } from './track.js';

const SIZE = 128;
/** A smooth texture that is known between pixels too: waves of many lengths. */
const random = seededRandom(7);
const waves = Array.from({ length: 40 }, () => {
  const [length, angle] = [6 + 40 * random(), 2 * Math.PI * random()];
  return {
    kx: (2 * Math.PI * Math.cos(angle)) / length,
    ky: (2 * Math.PI * Math.sin(angle)) / length,
    phase: 6 * random(),
  };
});
const greyAt = (x: number, y: number): number =>
  128 + 12 * waves.reduce((sum, w) => sum + Math.sin(w.kx * x + w.ky * y + w.phase), 0);
/** The texture as it looks after everything went by so much, turned about the middle. */
function moved(by: Point, turn = 0): Grey {
  const data = new Float32Array(SIZE * SIZE);
  const [c, s] = [Math.cos(-turn), Math.sin(-turn)];
  for (let y = 0; y < SIZE; y += 1)
    for (let x = 0; x < SIZE; x += 1) {
      const [dx, dy] = [x - by[0] - SIZE / 2, y - by[1] - SIZE / 2];
      data[y * SIZE + x] = greyAt(SIZE / 2 + c * dx - s * dy, SIZE / 2 + s * dx + c * dy);
    }
  return { width: SIZE, height: SIZE, data };
}
const still = pyramidOf(moved([0, 0]));
const far = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

describe('following a point', () => {
  test('finds known motion to a tenth of a pixel, also between pixels and over several', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.double({ min: -9, max: 9, noNaN: true }),
        (dx, dy) => {
          const points: Point[] = [
            [40, 44],
            [64, 64],
            [83.5, 71.25],
          ];
          const found = track(still, pyramidOf(moved([dx, dy])), points);
          found.forEach((at, i) => expect(far(at!, [points[i]![0] + dx, points[i]![1] + dy])).toBeLessThan(0.1));
        },
      ),
      { numRuns: 12 },
    );
  });
  test('goes with a turn of some degrees', () => {
    const turn = 0.06;
    const at: Point = [84, 64];
    const [found] = track(still, pyramidOf(moved([0, 0], turn)), [at]);
    expect(far(found!, [64 + 20 * Math.cos(turn), 64 + 20 * Math.sin(turn)])).toBeLessThan(0.25);
  });
  test('says that a point is lost: no texture, out of the picture, another picture', () => {
    const blank = pyramidOf({ width: SIZE, height: SIZE, data: new Float32Array(SIZE * SIZE).fill(90) });
    expect(track(blank, blank, [[60, 60]])).toEqual([null]);
    expect(track(still, pyramidOf(moved([-20, 0])), [[9, 60]])).toEqual([null]);
    const other = pyramidOf(moved([4000, 1700]));
    const lost = track(still, other, [
      [40, 44],
      [64, 64],
      [84, 71],
      [50, 90],
    ]).filter((p) => p === null);
    expect(lost.length).toBeGreaterThanOrEqual(3);
  });
  test('the grey of a picture is its luma, and a picture of the wrong size is refused', () => {
    const { data } = greyOf([255, 0, 0, 255, 0, 255, 0, 255, 0, 0, 255, 255, 255, 255, 255, 255], 2, 2);
    expect([...data].map((v) => Math.round(v))).toEqual([76, 150, 29, 255]);
    expect(() => greyOf([1, 2, 3], 2, 2)).toThrow('3 bytes are no 2 × 2 picture');
  });
  test('a picture that is too small has fewer levels, and never none', () => {
    expect(pyramidOf({ width: 20, height: 20, data: new Float32Array(400) })).toHaveLength(1);
    expect(still.map((g) => g.width)).toEqual([128, 64, 32]);
  });
});
