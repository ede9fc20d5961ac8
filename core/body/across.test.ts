import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { rungOf, rungsOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { evaluated } from '../testing.js';
import { observationSchema, type Observation } from '../formats/observation.js';
import type { Point } from '../geometry.js';
import type { View } from '../landmarks.js';
import { acrossAnchors, acrossPoints, acrossShape, type AcrossFaults } from './across.js';
import { depthsAcross } from '../measure/lens-across.js';
import { bodyOf } from './anthropometry.js';
import { DEFAULT_CAMERA, simulateAcross } from './simulate.js';
import { layAcross } from './template.js';

const body = bodyOf({ stature: 1.7, mass: 66, sex: 'female' });

/** Where the lens stands, and is told to stand. */
const lensOf = (view: View) => ({ distance: 3, height: view === 'above' ? 2.2 : 0.9 });
/** A picture from across through a lens that stands somewhere, with the floor line, or none from above. */
function seen(
  family: string,
  view: Exclude<View, 'side'>,
  faults: AcrossFaults,
  more: Partial<Observation> = {},
  rung?: string,
): Observation {
  const version = rungOf(catalog, family, rung);
  const lens = lensOf(view);
  const shot = simulateAcross(
    family,
    view,
    body,
    faults,
    version.chordEnd,
    { ...DEFAULT_CAMERA, lens },
    depthsAcross(family, view, version.pose, body, version.chordEnd).of,
    version.pose,
  );
  return observationSchema.parse({
    format: 'upright-anchor/observation',
    version: 1,
    position: family,
    rung: version.id,
    view,
    athlete: { stature: 1.7, mass: 66, sex: 'female' },
    picture: shot.picture,
    camera: lens,
    ...(shot.floor ? { floor: shot.floor } : {}),
    landmarkSd: 1,
    frames: [{ t: 0, points: shot.points }],
    ...more,
  });
}
const value = (o: Observation, id: string): number => evaluated(o).measures.find((m) => m.id === id)!.value;
const faultsOf = (o: Observation): string[] =>
  evaluated(o)
    .findings.filter((f) => f.probability >= 0.8)
    .map((f) => `${f.fault} ${f.severity}`);
const angle = (limit: number) => fc.integer({ min: -1000, max: 1000 }).map((k) => (k * limit) / 1000);

describe('measures across the body', () => {
  test.each([
    ['side-plank', 'front', 'sideLine', 'side-line', 25],
    ['side-plank', 'above', 'depthLine', 'depth-line', 25],
    ['bird-dog', 'rear', 'pelvis', 'level-pelvis', 20],
    ['bird-dog', 'rear', 'shoulders', 'level-shoulders', 20],
    ['dead-bug', 'front', 'pelvis', 'level-pelvis', 20],
    ['carry', 'front', 'sideLean', 'side-lean', 20],
    ['overhead-squat', 'front', 'kneeIn', 'knee-track', 25],
    ['single-leg-squat', 'front', 'kneeIn', 'knee-track', 25],
    ['overhead-squat', 'front', 'toeOut', 'toe-out', 40],
  ] as const)('%s from the %s: the chosen %s is measured as %s', (family, view, fault, measure, limit) => {
    fc.assert(
      fc.property(angle(limit), (x) => {
        expect(Math.abs(value(seen(family, view, { [fault]: x }), measure) - x)).toBeLessThan(0.5);
      }),
      { numRuns: 30 },
    );
  });
  test('from above the nose tells where the belly is; without it the declared side does; without both nothing is said', () => {
    const o = seen('side-plank', 'above', { depthLine: 15 });
    const { nose: _gone, ...points } = o.frames[0]!.points;
    const blind = { ...o, frames: [{ t: 0, points }] };
    expect(value({ ...blind, side: 'left' }, 'depth-line')).toBeCloseTo(15, 0);
    expect(value({ ...blind, side: 'right' }, 'depth-line')).toBeCloseTo(-15, 0);
    expect(evaluated(blind).measures.map((m) => m.id)).not.toContain('depth-line');
    expect(evaluated(blind).warnings).toContain('points-missing');
  });
  test('a twist of the chest with the hands on its centre line is no lead; hands beyond it are', () => {
    // How far the chest is turned shows in how narrow it looks, which says little of small turns.
    for (const turn of [30, 40]) {
      const [with_, ahead] = [{ turn }, { turn, armLead: 24 }].map((f) =>
        value(seen('rotation', 'front', f), 'arm-lead'),
      );
      expect(Math.abs(with_!)).toBeLessThan(8);
      expect(Math.abs(ahead! - with_! - 24)).toBeLessThan(1.5);
    }
  });
  test('the same tilt reads the same from the front and the rear', () => {
    expect(value(seen('carry', 'front', { sideLean: 7 }), 'side-lean')).toBeCloseTo(7, 0);
    const rear = acrossPoints('overhead-squat', 'rear', body, { pelvis: 6 });
    const front = acrossPoints('overhead-squat', 'front', body, { pelvis: 6 });
    expect(rear['hip-r']![1]).toBeCloseTo(front['hip-r']![1], 9);
    expect(rear['hip-r']![0]).toBeCloseTo(-front['hip-r']![0], 9);
  });
  test.each([
    ['side-plank', 'front', { sideLine: 12 }, 'side-sag clear'],
    ['side-plank', 'front', { sideLine: -18 }, 'side-hiked gross'],
    ['side-plank', 'above', { depthLine: 14 }, 'hips-back clear'],
    ['bird-dog', 'rear', { pelvis: -11 }, 'hip-drops clear'],
    ['bird-dog', 'rear', { shoulders: 7 }, 'shoulder-drops slight'],
    ['dead-bug', 'front', { pelvis: 14 }, 'pelvis-rocks gross'],
    ['overhead-squat', 'front', { kneeIn: 19 }, 'knee-in clear'],
    ['overhead-squat', 'front', { kneeIn: -19 }, 'knee-out clear'],
    ['overhead-squat', 'front', { toeOut: 24 }, 'toes-out clear'],
    ['rotation', 'front', { armLead: 60, turn: 40 }, 'arms-lead clear'],
    ['carry', 'front', { sideLean: 10 }, 'leans-sideways clear'],
  ] as const)('%s from the %s with %o is stated as %s', (family, view, faults, stated) => {
    expect(faultsOf(seen(family, view, faults))).toContain(stated);
  });
  test('every version that is looked at across has a good shape in which nothing is stated', () => {
    for (const family of catalog.families)
      for (const view of family.views.filter((v) => v !== 'side'))
        for (const rung of rungsOf(catalog, family.id)) {
          const o = seen(family.id, view, {}, { side: 'left' }, rung.id);
          expect({ rung: rung.id, view, found: faultsOf(o) }).toEqual({ rung: rung.id, view, found: [] });
        }
  });
  test('side-view measures are not taken from the front, and the other way round', () => {
    const ids = evaluated(seen('side-plank', 'front', {})).measures.map((m) => m.id);
    expect(ids).not.toContain('hip-line');
    expect(ids).not.toContain('depth-line');
  });
});

describe('templates across the body', () => {
  test('the two anchors lie on the clicks, all else in proportion', () => {
    for (const family of catalog.families.filter((f) => f.views.some((v) => v !== 'side')))
      for (const view of family.views.filter((v) => v !== 'side')) {
        const [a, b] = acrossAnchors(family.id);
        const clicks: [Point, Point] = [
          [700, 200],
          [500, 520],
        ];
        const laid = layAcross(family.id, view, body, ...clicks);
        expect(laid[a]![0]).toBeCloseTo(clicks[0][0], 6);
        expect(laid[a]![1]).toBeCloseTo(clicks[0][1], 6);
        expect(laid[b]![0]).toBeCloseTo(clicks[1][0], 6);
        expect(laid[b]![1]).toBeCloseTo(clicks[1][1], 6);
      }
  });
  test('clicks on each other and families without such a view are refused', () => {
    expect(() => layAcross('side-plank', 'front', body, [5, 5], [6, 6])).toThrow('apart');
    expect(() => acrossShape('hollow')).toThrow('side only');
  });
});
