import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { drillFigures, testFigures } from '../catalog/figures.js';
import { drillKit, rungKit } from '../catalog/kit-drawn.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { bodyOf } from './anthropometry.js';
import { drawPoses, lying } from './draw.js';
import { placeFigure } from './figure.js';
import { kitOf, spotAt, type DrawnKit } from './kit.js';
import type { KitPiece } from '../formats/kit-piece.js';
import { STRAIGHT, type Pose } from './pose.js';
import { poseBetween } from './range.js';

const body = bodyOf();
const kitFor = (pose: Pose, of = body): DrawnKit[] => kitOf(pose, lying(pose, placeFigure(pose, of), of), of);
const xs = ({ ring }: DrawnKit): number[] => ring.map((p) => p[0]);
const ys = ({ ring }: DrawnKit): number[] => ring.map((p) => p[1]);
const span = (of: readonly number[]): readonly [number, number] => [Math.min(...of), Math.max(...of)];
const shipped: [string, Pose][] = [
  ...catalog.rungs.map((r): [string, Pose] => [`${r.family}/${r.id}`, r.pose]),
  ...Object.entries({ ...drillFigures, ...testFigures }).flatMap(([id, poses]) =>
    poses.map((pose, i): [string, Pose] => [`${id} ${i}`, pose]),
  ),
];

describe('kit that is drawn', () => {
  test('every drill that asks for kit shows it, and every version and drill named for kit ships', () => {
    // A mat is the floor.
    const unseen = new Set(['mat']);
    const drawnAs: Record<string, readonly DrawnKit['kind'][]> = {
      bar: ['bar', 'post', 'box'],
      bench: ['box'],
      stick: ['stick', 'stick-end'],
      band: ['band', 'loop'],
      roller: ['roller', 'long-roller'],
      doorway: ['post'],
      'soft-ball': ['soft-ball', 'ball'],
    };
    const missing = catalog.drills.flatMap((drill) => {
      const shown = new Set(drillFigures[drill.id]!.flatMap((pose) => kitFor(pose).map((k) => k.kind)));
      return drill.kit
        .filter((k) => !unseen.has(k) && !(drawnAs[k] ?? [k as DrawnKit['kind']]).some((kind) => shown.has(kind)))
        .map((k) => `${drill.id}: ${k}`);
    });
    expect(missing).toEqual([]);
    expect(Object.keys(drillKit).filter((id) => !catalog.drills.some((d) => d.id === id))).toEqual([]);
    expect(Object.keys(rungKit).filter((at) => !catalog.rungs.some((r) => `${r.family}/${r.id}` === at))).toEqual([]);
  });
  test('at every pose that ships: it has a size, stands on or above the floor, and where it touches it touches', () => {
    const off = shipped.flatMap(([name, pose]) =>
      kitFor(pose).flatMap((k) => {
        const [[left, right], [low, high]] = [span(xs(k)), span(ys(k))];
        return k.ring.every((p) => p.every(Number.isFinite)) &&
          right - left > 0.005 &&
          high - low > 0.005 &&
          low > -0.03
          ? []
          : [`${name}: ${k.kind} ${[left, right, low, high].map((n) => n.toFixed(2)).join(' ')}`];
      }),
    );
    expect(off).toEqual([]);
  });
  test('what bears the body reaches up to it: rollers, balls and boxes', () => {
    const off = shipped.flatMap(([name, pose]) => {
      const figure = lying(pose, placeFigure(pose, body), body);
      return (pose.kit ?? []).flatMap((piece) => {
        if (piece.kind !== 'roller' && piece.kind !== 'ball') return [];
        const over = spotAt(figure, piece.under)[1] - 2 * piece.radius;
        return over > -0.08 && over < 0.16 ? [] : [`${name}: ${piece.kind} ${over.toFixed(2)}`];
      });
    });
    expect(off).toEqual([]);
  });
  test('a wall stands on the floor, higher than the body, and is touched by what it is put at', () => {
    const pose = rungOf(catalog, 'handstand', 'wall-plank').pose;
    const figure = placeFigure(pose, body);
    const [wall] = kitOf(pose, figure, body).filter((k) => k.kind === 'wall');
    expect(span(xs(wall!))[1]).toBeCloseTo(figure.toe[0], 9);
    expect(span(ys(wall!))).toEqual([0, expect.any(Number)]);
    expect(Math.max(...ys(wall!))).toBeGreaterThan(Math.max(figure.vertex[1], figure.toe[1], figure.hip[1]));
  });
  test('a contact above the floor has a box up to it, one above the head a bar, one that kit bears none', () => {
    const raised = (height: number, kit?: KitPiece[]): Pose => ({
      ...STRAIGHT,
      orientation: 'supine',
      contacts: [{ at: 'hip', height }],
      ...(kit ? { kit } : {}),
    });
    const [box] = kitFor(raised(0.4));
    expect([box!.kind, span(ys(box!))]).toEqual(['box', [0, 0.4]]);
    expect(kitFor(raised(2.2)).map((k) => k.kind)).toEqual(['bar']);
    expect(kitFor(raised(0)).length).toBe(0);
    expect(
      kitFor(raised(0.3, [{ kind: 'ball', under: 'hip', radius: 0.15, bears: 'hip' }])).map((k) => k.kind),
    ).toEqual(['ball']);
  });
  test('a ball’s outline is as wide as the ball: the curve that its corners guide lies within them', () => {
    const pose: Pose = { ...STRAIGHT, contacts: [{ at: 'hip' }], kit: [{ kind: 'ball', under: 'hip', radius: 0.2 }] };
    const [ball] = kitFor(pose);
    const n = ball!.ring.length;
    const curve = ball!.ring.map((p, i): number => {
      const [a, b] = [ball!.ring[(i + n - 1) % n]!, ball!.ring[(i + 1) % n]!];
      // The middle of the curve's piece at this corner: (a + 6 p + b) / 8.
      return Math.hypot((a[0] + 6 * p[0] + b[0]) / 8 - 0, (a[1] + 6 * p[1] + b[1]) / 8 - 0.2);
    });
    for (const r of curve) expect(r).toBeCloseTo(0.2, 9);
  });
  test('is drawn in the frame, for any body and between two poses', () => {
    const moving = Object.values(drillFigures).filter(([a, b]) => b && a.kit);
    expect(moving.length).toBeGreaterThan(20);
    fc.assert(
      fc.property(
        fc.nat(moving.length - 1),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 1.3, max: 2.1, noNaN: true }),
        (i, k, stature) => {
          const [from, to] = moving[i]!;
          const of = bodyOf({ stature });
          const { box, frame } = drawPoses([poseBetween(from, to!, k)], of);
          const numbers = frame(0).flatMap(({ path }) => path.match(/-?\d+(\.\d+)? -?\d+(\.\d+)?/g)!);
          for (const pair of numbers) {
            const [x, y] = pair.split(' ').map(Number) as [number, number];
            expect(x).toBeGreaterThan(box.x - 12);
            expect(x).toBeLessThan(box.x + box.width + 12);
            expect(y).toBeGreaterThan(box.y - 12);
          }
        },
      ),
      { numRuns: 120 },
    );
  });
});
