import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import type { Point } from '../geometry.js';
import type { FloorLine, Landmarks } from '../landmarks.js';
import { bodyScale, uprightFrame } from './frame.js';
import { cameraRoll, placingUnit } from './view.js';

describe('which way a person faces', () => {
  const lying: Landmarks = { shoulder: [300, 100], hip: [200, 100] };
  const mirrored: Landmarks = { shoulder: [100, 100], hip: [200, 100] };
  test('the head is where the shoulder is; prone the belly is below, supine above', () => {
    expect(uprightFrame(lying, undefined, 'prone')).toMatchObject({ head: 1, belly: 1 });
    expect(uprightFrame(mirrored, undefined, 'prone')).toMatchObject({ head: -1, belly: -1 });
    expect(uprightFrame(lying, undefined, 'supine')).toMatchObject({ head: 1, belly: -1 });
    expect(uprightFrame(mirrored, undefined, 'supine')).toMatchObject({ head: -1, belly: 1 });
  });
  test('the picture’s up is up, whichever end of the floor line was placed first and wherever the points lie', () => {
    const level: FloorLine = [
      [0, 300],
      [400, 300],
    ];
    const back: FloorLine = [level[1], level[0]];
    for (const floor of [level, back]) {
      expect(uprightFrame(lying, floor, 'prone').at('hip')[1]).toBeCloseTo(200, 9);
      // A line drawn over the body's head is a wrong line, not a body upside down.
      expect(uprightFrame({ shoulder: [300, 400], hip: [200, 400] }, floor, 'prone').at('hip')[1]).toBeCloseTo(-100, 9);
    }
  });
  test('of a picture that lies on its side the points tell which way is up', () => {
    const upright: FloorLine = [
      [400, 0],
      [395, 300],
    ];
    const side: Landmarks = { shoulder: [300, 100], hip: [300, 200] };
    expect(uprightFrame(side, upright, 'prone').at('hip')[1]).toBeGreaterThan(90);
  });
  const standing: Landmarks = { shoulder: [200, 100], hip: [200, 200] };
  test.each([
    ['toes', { heel: [190, 400], toe: [230, 400] }, 1],
    ['toes to the left', { heel: [210, 400], toe: [170, 400] }, -1],
    ['the nose', { ear: [200, 60], nose: [215, 62] }, 1],
    ['the nose to the left', { ear: [200, 60], nose: [185, 62] }, -1],
    ['a bent knee', { knee: [240, 290] }, 1],
    ['a bent knee to the left', { knee: [160, 290] }, -1],
  ] as [string, Landmarks, 1 | -1][])('upright, told by %s', (_by, points, belly) => {
    expect(uprightFrame({ ...standing, ...points }, undefined, 'upright').belly).toBe(belly);
  });
  test('upright, toes speak before the nose and the nose before the knee', () => {
    const turned: Landmarks = {
      heel: [190, 400],
      toe: [230, 400],
      ear: [200, 60],
      nose: [185, 62],
      knee: [160, 290],
    };
    const { heel: _heel, ...noHeel } = turned;
    expect(uprightFrame({ ...standing, ...turned }, undefined, 'upright').belly).toBe(1);
    expect(uprightFrame({ ...standing, ...noHeel, knee: [240, 290] }, undefined, 'upright').belly).toBe(-1);
  });
  test('a missing point is an error that names it', () => {
    expect(() => uprightFrame(lying, undefined, 'prone').at('knee')).toThrow(/knee is missing/);
  });
});

describe('the floor', () => {
  const floor: FloorLine = [
    [0, 300],
    [400, 300],
  ];
  test('heights are above it, whichever end is clicked first', () => {
    for (const line of [floor, [floor[1], floor[0]]] as FloorLine[]) {
      const frame = uprightFrame({ hip: [200, 250], shoulder: [300, 240] }, line, 'prone');
      expect(frame.at('hip')[1]).toBeCloseTo(50, 9);
      expect(frame.hasFloor).toBe(true);
    }
  });
  test('worked: a camera turned by 10° reads 10°, and −10° the other way', () => {
    const to = (degrees: number): Point => [
      400 * Math.cos((degrees * Math.PI) / 180),
      300 - 400 * Math.sin((degrees * Math.PI) / 180),
    ];
    expect(cameraRoll([[0, 300], to(10)])).toBeCloseTo(10, 9);
    expect(cameraRoll([[0, 300], to(-10)])).toBeCloseTo(-10, 9);
    expect(cameraRoll([to(10), [0, 300]])).toBeCloseTo(10, 9);
    expect(cameraRoll([to(-10), [0, 300]])).toBeCloseTo(-10, 9);
  });
});

describe('sizes', () => {
  const frame = (points: Landmarks) => uprightFrame(points, undefined, 'prone');
  test('worked: placing errors are shares of shoulder–ankle, 400 px', () => {
    const points: Landmarks = { shoulder: [400, 100], ankle: [0, 100], ear: [900, 900] };
    expect(placingUnit(frame(points), ['shoulder', 'ankle', 'ear'])).toBeCloseTo(400, 9);
  });
  test('worked: without an ankle, of how far the points spread: 500 px', () => {
    const points: Landmarks = { shoulder: [0, 0], hip: [300, 400], knee: [100, 100] };
    expect(placingUnit(frame(points), ['shoulder', 'hip', 'knee'])).toBeCloseTo(500, 9);
  });
  test('the chain that is there speaks for the scale; none, for none', () => {
    const body = bodyOf();
    const trunk = bodyScale(frame({ shoulder: [100, 0], hip: [0, 0] }), body)!;
    expect(trunk.pixels).toBeCloseTo(100, 9);
    expect(trunk.ofStature).toBeCloseTo(body.trunk / body.stature, 9);
    const both = bodyScale(frame({ shoulder: [100, 0], hip: [0, 0], knee: [-80, 0] }), body)!;
    expect(both.pixels).toBeCloseTo(180, 9);
    expect(both.ofStature).toBeCloseTo((body.trunk + body.lengths.thigh) / body.stature, 9);
    expect(bodyScale(frame({ shoulder: [100, 0] }), body)).toBeNull();
  });
});
