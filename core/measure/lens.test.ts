import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults, type PoseFaults } from '../body/simulate.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { see } from '../evaluate/see.js';
import { observationSchema } from '../formats/observation.js';
import { gaussian, seededRandom } from '../statistics.js';
import { depthsBeside, rectified, towardsLens } from './lens.js';
import type { UprightFrame } from './frame.js';

const athlete = { stature: 1.72, mass: 68 };
const body = bodyOf(athlete);
const poseOf = (position: string, rung: string, faults: PoseFaults = {}, of = body) =>
  withFaults(rungOf(catalog, position, rung).pose, faults, of);
function measured(
  position: string,
  rung: string,
  shot: ReturnType<typeof simulatePicture>,
  camera?: { distance: number; height: number },
  landmarkSd?: number,
) {
  const observation = observationSchema.parse({
    format: 'upright-anchor/observation',
    version: 1,
    position,
    rung,
    view: 'side',
    athlete,
    picture: shot.picture,
    floor: shot.floor,
    frames: [{ t: 0, points: shot.points }],
    ...(camera ? { camera } : {}),
    ...(landmarkSd ? { landmarkSd } : {}),
  });
  return see({ observation }, catalog).picture!;
}
const valuesOf = (of: ReturnType<typeof measured>) => new Map(of.measures.map((m) => [m.id, m.value]));
const WORTH = ['hip-line', 'knee', 'neck', 'shoulder', 'hip', 'shoulder-stack', 'blade-push'];

describe('a lens that stands somewhere', () => {
  test('told where it stands, what was seen near by is what a camera far away sees, whatever its place, roll and the shape', () => {
    const shapes: [string, string, PoseFaults][] = [
      ['front-plank', 'forearm', {}],
      ['front-plank', 'forearm', { hipLine: 14 }],
      ['front-plank', 'straight-arm', { hipLine: -12 }],
      ['hollow', 'straight', { arch: 15 }],
      ['hollow', 'overhead', {}],
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...shapes),
        fc.double({ min: 2, max: 5, noNaN: true }),
        fc.double({ min: 0.2, max: 1.6, noNaN: true }),
        fc.double({ min: -8, max: 8, noNaN: true }),
        ([position, rung, faults], distance, height, roll) => {
          const pose = poseOf(position, rung, faults);
          const lens = { distance, height };
          const shot = simulatePicture(pose, body, { ...DEFAULT_CAMERA, lens, roll });
          const told = valuesOf(measured(position, rung, shot, lens));
          const far = valuesOf(measured(position, rung, simulatePicture(pose, body)));
          for (const id of WORTH)
            if (far.has(id)) expect([id, Math.abs(told.get(id)! - far.get(id)!) < 0.3]).toEqual([id, true]);
        },
      ),
      { numRuns: 40 },
    );
  });
  test('far shoulder and hip tell how far off square it looked, and the turn is taken out; without them it is not known', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<[string, string]>(['front-plank', 'forearm'], ['hollow', 'straight']),
        fc.double({ min: 2.2, max: 4, noNaN: true }),
        fc.double({ min: 0.3, max: 1.4, noNaN: true }),
        fc.double({ min: -40, max: 40, noNaN: true }),
        ([position, rung], distance, height, offSquare) => {
          const pose = poseOf(position, rung);
          const lens = { distance, height };
          const shot = simulatePicture(pose, body, { ...DEFAULT_CAMERA, lens, offSquare });
          const told = measured(position, rung, shot, lens);
          expect(Math.abs(told.yaw! - offSquare)).toBeLessThan(1);
          expect(told.view.usable).toBe(told.view.offSquareDegrees <= 30);
          const far = valuesOf(measured(position, rung, simulatePicture(pose, body)));
          for (const id of ['hip-line', 'knee', 'neck'])
            expect([id, Math.abs(valuesOf(told).get(id)! - far.get(id)!) < 1]).toEqual([id, true]);
          const near = Object.fromEntries(Object.entries(shot.points).filter(([name]) => !name.includes('-')));
          const bare = measured(position, rung, { ...shot, points: near }, lens);
          expect(bare.view).toEqual({ offSquareDegrees: 0, usable: true, widen: 1, warning: 'not-known' });
        },
      ),
      { numRuns: 30 },
    );
  });
  test('not told, a near and high lens bends what is seen, and a square picture is called off square', () => {
    const lens = { distance: 2.5, height: 1.4 };
    const shot = simulatePicture(poseOf('front-plank', 'forearm'), body, { ...DEFAULT_CAMERA, lens });
    const plain = measured('front-plank', 'forearm', shot);
    expect(Math.abs(valuesOf(plain).get('hip-line')!)).toBeGreaterThan(2.5);
    expect(plain.view.offSquareDegrees).toBeGreaterThan(3);
    expect(measured('front-plank', 'forearm', shot, lens).view.offSquareDegrees).toBeLessThanOrEqual(1);
  });
  test('what is not known of the lens and the body stands in the error', () => {
    const lens = { distance: 2.5, height: 1.4 };
    const shot = simulatePicture(poseOf('front-plank', 'forearm'), body, { ...DEFAULT_CAMERA, lens });
    const sd = (of: ReturnType<typeof measured>, id: string): number => of.measures.find((m) => m.id === id)!.sd;
    const far = simulatePicture(poseOf('front-plank', 'forearm'), body);
    const [untold, told, away] = [
      measured('front-plank', 'forearm', shot, undefined, 0.5),
      measured('front-plank', 'forearm', shot, lens, 0.5),
      measured('front-plank', 'forearm', far, { distance: 50, height: 0.6 }, 0.5),
    ];
    for (const id of ['hip-line', 'neck', 'shoulder-stack']) {
      expect(sd(told, id)).toBeGreaterThan(sd(away, id));
      // Who tells nothing knows less.
      expect(sd(untold, id)).toBeGreaterThan(sd(told, id));
    }
  });
  test('on bodies and cameras that it does not know, the band holds the body’s own angle nineteen times in twenty', () => {
    const random = seededRandom(9);
    const between = (low: number, high: number): number => low + random() * (high - low);
    const kept = new Map<string, number>();
    const keptUntold = new Map<string, number>();
    const PICTURES = 250;
    for (let i = 0; i < PICTURES; i += 1) {
      const lengths = {
        thigh: body.lengths.thigh * between(0.95, 1.05),
        shank: body.lengths.shank * between(0.95, 1.05),
      };
      const own = bodyOf({ ...athlete, lengths });
      const pose = poseOf('front-plank', 'forearm', { hipLine: between(-12, 14) }, own);
      const lens = { distance: between(2.2, 4), height: between(0.4, 1.4) };
      const noise = 0.012 * 0.8 * athlete.stature * DEFAULT_CAMERA.pixelsPerMetre;
      const camera = { ...DEFAULT_CAMERA, lens, offSquare: between(-12, 12), roll: between(-5, 5) };
      const shot = simulatePicture(pose, own, camera, noise, random);
      const said = {
        distance: lens.distance + 0.15 * gaussian(random),
        height: Math.max(0, lens.height + 0.08 * gaussian(random)),
      };
      const told = measured('front-plank', 'forearm', shot, said, noise);
      const untold = measured('front-plank', 'forearm', shot, undefined, noise);
      const far = valuesOf(measured('front-plank', 'forearm', simulatePicture(pose, own)));
      for (const id of ['hip-line', 'neck', 'blade-push']) {
        const m = told.measures.find((x) => x.id === id)!;
        if (Math.abs(m.value - far.get(id)!) <= 1.96 * m.sd) kept.set(id, (kept.get(id) ?? 0) + 1);
        const u = untold.measures.find((x) => x.id === id)!;
        if (Math.abs(u.value - far.get(id)!) <= 1.96 * u.sd) keptUntold.set(id, (keptUntold.get(id) ?? 0) + 1);
      }
    }
    for (const [id, n] of kept) expect([id, n / PICTURES >= 0.9]).toEqual([id, true]);
    // Where nobody tells where the lens stood, the band says less and keeps it nearly as often.
    for (const [id, n] of keptUntold) expect([id, n / PICTURES >= 0.87]).toEqual([id, true]);
    expect([kept.size, keptUntold.size]).toEqual([3, 3]);
  });
});

describe('the frame itself', () => {
  const frame = (hasFloor: boolean, points: Record<string, [number, number]>): UprightFrame => ({
    at: (name) => points[name]!,
    of: (p) => p,
    has: (name) => name in points,
    hasFloor,
    head: 1,
    belly: 1,
  });
  const lens = { distance: 3, height: 0.6, picture: { width: 1280, height: 720 } };
  test('stays as it is without a floor line, and where nothing tells the body’s scale', () => {
    const points = { shoulder: [600, 300], hip: [400, 290], knee: [250, 280], ankle: [100, 270] } as const;
    const bare = frame(false, points as never);
    expect(rectified(bare, depthsBeside(body), lens)).toBe(bare);
    const few = frame(true, { shoulder: [600, 300] });
    expect(rectified(few, depthsBeside(body), lens)).toBe(few);
  });
  test('near points lie towards the lens by half a breadth, far ones beyond, skin of the middle in it', () => {
    expect(towardsLens('shoulder', body)).toBeCloseTo(body.shoulderWidth / 2, 12);
    expect(towardsLens('hip', body)).toBeCloseTo(body.hipWidth / 2, 12);
    expect(towardsLens('shoulder-l', body)).toBeCloseTo(-body.shoulderWidth / 2, 12);
    expect(towardsLens('lowback', body)).toBe(0);
    expect(towardsLens('ear', body)).toBeCloseTo(0.044 * 1.72, 12);
  });
});
