import { expect, test } from '@jest/globals';
import { rungsOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { depthsAcross } from '../measure/lens-across.js';
import { bodyOf } from './anthropometry.js';
import { fleshAcross } from './flesh-across.js';
import { DEFAULT_CAMERA, simulateAcross } from './simulate.js';

const body = bodyOf({ stature: 1.72 });

test('flesh lies about the joints of every version from every view across: whole, of a body’s size, left apart from right', () => {
  for (const family of catalog.families)
    for (const view of family.views) {
      if (view === 'side') continue;
      for (const { id, pose, chordEnd } of rungsOf(catalog, family.id)) {
        const where = `${family.id}/${id} from the ${view}`;
        const { of } = depthsAcross(family.id, view, pose, body, chordEnd);
        const { metres } = simulateAcross(family.id, view, body, {}, chordEnd, DEFAULT_CAMERA, of, pose);
        const tubes = fleshAcross(view, metres, of, body);
        expect({ where, names: new Set(tubes.map((t) => t.name)).size }).toEqual({ where, names: tubes.length });
        for (const { name, rings, broad } of tubes) {
          expect({ where, name, broad: Math.hypot(...broad) }).toEqual({ where, name, broad: expect.closeTo(1, 6) });
          for (const { at, depth, width } of rings) {
            expect({ where, name, known: at.every(Number.isFinite) }).toEqual({ where, name, known: true });
            expect(Math.min(depth, width)).toBeGreaterThan(0.005);
            expect(Math.max(depth, width)).toBeLessThan(0.25);
          }
        }
        // The hips' points lie within the shorts.
        const hips = tubes.find((t) => t.name === 'hips')!.rings[1]!;
        for (const side of ['l', 'r'] as const) {
          const [x, y] = metres[`hip-${side}`]!;
          const off = Math.hypot(x - hips.at[0], y - hips.at[1], of(`hip-${side}`) - hips.at[2]);
          expect({ where, inside: off < hips.width }).toEqual({ where, inside: true });
        }
      }
    }
});
test('somebody faces the camera from the front, turns the back to it from the rear, and is broad from left to right', () => {
  const noseAhead = (view: 'front' | 'rear'): number => {
    const { metres } = simulateAcross('overhead-squat', view, body, {});
    const tubes = fleshAcross(view, metres, () => 0, body);
    const head = tubes.find((t) => t.name === 'head')!;
    expect(Math.abs(head.broad[0])).toBeCloseTo(1, 6);
    return tubes.find((t) => t.name === 'nose')!.rings.at(-1)!.at[2] - head.rings[1]!.at[2];
  };
  expect(noseAhead('front')).toBeGreaterThan(0.05);
  expect(noseAhead('rear')).toBeLessThan(-0.05);
  const lying = simulateAcross('side-plank', 'front', body, {});
  const [trunk] = fleshAcross('front', lying.metres, () => 0, body).filter((t) => t.name === 'trunk');
  expect(Math.abs(trunk!.broad[1])).toBeGreaterThan(0.9);
});
