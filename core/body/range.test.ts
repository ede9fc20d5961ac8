import { describe, expect, test } from '@jest/globals';
import { drillFigures } from '../catalog/figures.js';
import { bodyOf } from './anthropometry.js';
import { drawPoses } from './draw.js';
import { kitOf } from './kit.js';
import { placeFigure } from './figure.js';
import { STRAIGHT, type Pose } from './pose.js';
import { JOINT_RANGE, outOfRange, poseBetween } from './range.js';

const body = bodyOf();
const lie: Pose = { ...STRAIGHT, orientation: 'supine', contacts: [{ at: 'lowback' }] };

describe('joint ranges', () => {
  test.each(Object.entries(JOINT_RANGE))(
    '%s: its ends are in, a degree beyond is out and named',
    (joint, [low, high]) => {
      const at = (angle: number): string[] => outOfRange({ ...STRAIGHT, [joint]: angle });
      expect([at(low), at(high)]).toEqual([[], []]);
      expect(at(high + 1)).toEqual([`near ${joint} ${high + 1}°`, `far ${joint} ${high + 1}°`]);
      expect(at(low - 1)[0]).toContain(`${low - 1}°`);
    },
  );
  test('the far limb is looked at by itself', () => {
    expect(outOfRange({ ...STRAIGHT, far: { knee: -4 } })).toEqual(['far knee -4°']);
  });
});

describe('between two poses', () => {
  test('contacts are those of the nearer end; a height common to both moves evenly', () => {
    const up: Pose = { ...STRAIGHT, contacts: [{ at: 'heel' }] };
    expect(poseBetween(lie, up, 0.49).contacts).toEqual([{ at: 'lowback' }]);
    expect(poseBetween(lie, up, 1).contacts).toEqual([{ at: 'heel' }]);
    const low: Pose = { ...STRAIGHT, contacts: [{ at: 'wrist', height: 0.2 }] };
    const high: Pose = { ...STRAIGHT, contacts: [{ at: 'wrist', height: 0.6 }] };
    expect(poseBetween(low, high, 0.25).contacts[0]!.height).toBeCloseTo(0.3, 9);
  });
  test('drawn frames stay on the ground from one end to the other', () => {
    const moves = Object.values(drillFigures).filter((f): f is readonly [Pose, Pose] => f.length === 2);
    const lowest = (path: string): number =>
      Math.max(...[...path.matchAll(/[MQ ](-?[\d.]+) (-?[\d.]+)(?=[QZ])/g)].map((m) => Number(m[2])));
    for (const [a, b] of moves) {
      const { count, frame } = drawPoses(
        Array.from({ length: 13 }, (_, i) => poseBetween(a, b, i / 12)),
        body,
      );
      const floor = Array.from({ length: count }, (_, i) => frame(i)).map((shapes) =>
        Math.max(...shapes.filter((s) => s.tone !== 'block' && s.tone !== 'edge').map((s) => lowest(s.path))),
      );
      // Nothing sinks deeper between the ends than at them, but for flesh that turns: four centimetres.
      expect(Math.max(...floor)).toBeLessThanOrEqual(Math.max(floor[0]!, floor.at(-1)!) + 8);
    }
  });
  test('what is raised stands on a block, a bar is a bar', () => {
    const raised: Pose = { ...STRAIGHT, shoulder: 90, contacts: [{ at: 'wrist', height: 0.6 }, { at: 'toe' }] };
    const tones = (pose: Pose): string[] =>
      drawPoses([pose], body)
        .frame(0)
        .map((s) => s.tone);
    expect(tones(raised)).toContain('block');
    expect(tones({ ...raised, contacts: [{ at: 'wrist' }, { at: 'toe' }] })).not.toContain('block');
    const hang: Pose = {
      ...STRAIGHT,
      orientation: 'upright',
      trunk: 90,
      shoulder: 178,
      contacts: [{ at: 'wrist', height: 2.6 }],
    };
    expect(drawPoses([hang], body).frame(0).at(-1)!.tone).toBe('line');
    expect(kitOf(hang, placeFigure(hang, body), body).map((k) => k.kind)).toEqual(['bar']);
    expect(placeFigure(hang, body).wrist[1]).toBeGreaterThan(2.5);
  });
});
