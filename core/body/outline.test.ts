import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { between, clamp, cross, distance, dot, subtract, type Point } from '../geometry.js';
import { VIEWS } from '../landmarks.js';
import { drillFigures, testFigures } from '../catalog/figures.js';
import { bodyOf, type Body } from './anthropometry.js';
import { lying } from './draw.js';
import { faultPose } from './fault-pose.js';
import { heightOf, placeFigure } from './figure.js';
import { acrossOutlines } from './across-outline.js';
import { outlinesOf } from './outline.js';
import { limbRing, smoothPath } from './parts.js';
import type { Pose } from './pose.js';
import { simulateAcross } from './simulate.js';
import { poseBetween } from './range.js';

/** Whether two stretches cross, their ends not counted. */
function crosses(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (p: Point, q: Point, r: Point): number => cross(subtract(q, p), subtract(r, p));
  return side(a, b, c) * side(a, b, d) < -1e-12 && side(c, d, a) * side(c, d, b) < -1e-12;
}
function crossings(ring: readonly Point[]): number {
  let found = 0;
  const at = (i: number): Point => ring[i % ring.length]!;
  for (let i = 0; i < ring.length; i += 1)
    for (let k = i + 2; k < ring.length; k += 1)
      if (!(i === 0 && k === ring.length - 1) && crosses(at(i), at(i + 1), at(k), at(k + 1))) found += 1;
  return found;
}
/** How far a point lies from a stretch. */
function offStretch(p: Point, a: Point, b: Point): number {
  const [along, to] = [subtract(b, a), subtract(p, a)];
  const k = clamp(dot(to, along) / Math.max(1e-12, dot(along, along)), 0, 1);
  return distance(p, between(a, b, k));
}
const area = (ring: readonly Point[]): number =>
  Math.abs(ring.reduce((sum, p, i) => sum + cross(p, ring[(i + 1) % ring.length]!), 0)) / 2;

/** Every pose that ships: versions, drills and tests with both of their ends, and every fault in every position's first version. */
const shipped: [string, Pose][] = [
  ...catalog.rungs.map((r): [string, Pose] => [`${r.family}/${r.id}`, r.pose]),
  ...Object.entries(drillFigures).flatMap(([id, poses]) =>
    poses.map((pose, i): [string, Pose] => [`${id} ${i + 1}`, pose]),
  ),
  ...catalog.families.flatMap((family) =>
    catalog.faults.flatMap((fault): [string, Pose][] => {
      const pose = faultPose(rungOf(catalog, family.id).pose, fault.id, bodyOf());
      return pose ? [[`${family.id} with ${fault.id}`, pose]] : [];
    }),
  ),
];
const anyBody = fc
  .record({
    stature: fc.double({ min: 1.2, max: 2.15, noNaN: true }),
    sex: fc.constantFrom('female' as const, 'male' as const, 'unspecified' as const),
  })
  .map((input) => bodyOf(input));
const troubles = (pose: Pose, body: Body): string[] =>
  outlinesOf(placeFigure(pose, body), body).flatMap(({ part, ring }) => [
    ...(ring.every((p) => p.every(Number.isFinite)) ? [] : [`${part}: not finite`]),
    ...(crossings(ring) > 0 ? [`${part}: crosses itself`] : []),
    ...(area(ring) > 1e-4 * body.stature ? [] : [`${part}: has no size`]),
  ]);

describe('the drawn body', () => {
  test('every part is one closed outline that does not cross itself, at every pose that ships', () => {
    expect(shipped.length).toBeGreaterThan(300);
    const found = shipped.flatMap(([name, pose]) => troubles(pose, bodyOf()).map((what) => `${name}: ${what}`));
    expect(found).toEqual([]);
  });
  test('for short and tall bodies, and half way between two poses of a drill', () => {
    const moving = Object.values(drillFigures).filter((poses) => poses.length === 2);
    fc.assert(
      fc.property(anyBody, fc.nat(moving.length - 1), fc.double({ min: 0, max: 1, noNaN: true }), (body, i, k) => {
        const [from, to] = moving[i]!;
        expect(troubles(poseBetween(from, to, k), body)).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
  test('rests on what bears it: what touches is within two and a half centimetres of it, and nothing goes into the floor', () => {
    const bears = {
      elbow: /arm/,
      wrist: /hand/,
      knee: /thigh|shank/,
      toe: /foot/,
      heel: /foot/,
      lowback: /trunk|seat/,
      hip: /trunk|seat/,
    };
    const off: string[] = [];
    for (const rung of catalog.rungs) {
      const body = bodyOf();
      const outlines = outlinesOf(lying(rung.pose, placeFigure(rung.pose, body), body), body);
      const near = (part: string): boolean => !part.startsWith('far');
      const lowest = (of: RegExp): number =>
        Math.min(
          ...outlines
            .filter((o) => of.test(o.part) && near(o.part) && o.tone !== 'edge')
            .flatMap((o) => o.ring.map((p) => p[1])),
        );
      for (const contact of rung.pose.contacts) {
        const height = heightOf(contact, body);
        // What hangs holds on from below.
        if (height > 1.2) continue;
        const gap = lowest(bears[contact.at]) - height;
        if (Math.abs(gap) > 0.025 && !(gap < 0 && height > 0))
          off.push(`${rung.family}/${rung.id}: ${contact.at} ${(100 * gap).toFixed(1)} cm`);
      }
    }
    expect(off).toEqual([]);
  });
  test('no drill and no test is drawn with a limb through the floor', () => {
    const body = bodyOf();
    const through = Object.entries({ ...drillFigures, ...testFigures }).flatMap(([id, poses]) =>
      poses.flatMap((pose, i) => {
        const outlines = outlinesOf(lying(pose, placeFigure(pose, body), body), body);
        const hangs = pose.contacts.some((c) => heightOf(c, body) > 1.2);
        return outlines
          .filter(({ ring }) => !hangs && Math.min(...ring.map((p) => p[1])) < -0.06)
          .map(({ part }) => `${id} ${i}: ${part}`);
      }),
    );
    expect(through).toEqual([]);
  });
  test('near and far limbs are told apart, the face looks where the nose is', () => {
    const body = bodyOf();
    const figure = placeFigure(rungOf(catalog, 'bird-dog').pose, body);
    const outlines = outlinesOf(figure, body);
    expect(outlines.filter((o) => o.part.startsWith('far')).map((o) => o.tone)).toEqual(Array(8).fill('far'));
    expect(outlines.findIndex((o) => o.part === 'far thigh')).toBeLessThan(
      outlines.findIndex((o) => o.part === 'trunk'),
    );
    expect(outlines.findIndex((o) => o.part === 'near thigh')).toBeGreaterThan(
      outlines.findIndex((o) => o.part === 'trunk'),
    );
    const mean = (part: string, d: 0 | 1): number => {
      const { ring } = outlines.find((o) => o.part === part)!;
      return ring.reduce((sum, p) => sum + p[d], 0) / ring.length;
    };
    // On all fours it looks down: the hair lies above the face.
    expect(mean('hair', 1)).toBeGreaterThan(mean('head', 1));
  });
  test('the skin of the low back and of the upper back lies where the figure has it', () => {
    const body = bodyOf();
    const pose = rungOf(catalog, 'front-plank', 'forearm').pose;
    for (const push of [8, 10, 16]) {
      const figure = placeFigure({ ...pose, bladePush: push }, body);
      const { ring } = outlinesOf(figure, body).find((o) => o.part === 'trunk')!;
      for (const skin of [figure.midback, figure.lowback])
        expect(Math.min(...ring.map((p, i) => offStretch(skin, p, ring[(i + 1) % ring.length]!)))).toBeLessThan(0.02);
    }
  });
  test.each([...VIEWS].filter((v) => v !== 'side'))('from the %s: closed, not crossing, both sides there', (view) => {
    for (const family of catalog.families.filter((f) => f.views.includes(view))) {
      const { metres } = simulateAcross(family.id, view, bodyOf(), {});
      const outlines = acrossOutlines(metres, bodyOf(), view);
      expect(outlines.map((o) => o.part)).toEqual(expect.arrayContaining(['trunk', 'seat', 'head']));
      for (const { part, ring } of outlines) expect([family.id, part, crossings(ring)]).toEqual([family.id, part, 0]);
    }
  });
});

describe('a part', () => {
  test('whose joints fall together is still a closed outline', () => {
    const ring = limbRing(
      [1, 1],
      [1, 1],
      [0, 1],
      [
        [0, 0.1, 0.1],
        [1, 0.1, 0.1],
      ],
      1,
    );
    expect(crossings(ring)).toBe(0);
    expect(area(ring)).toBeGreaterThan(0.01);
  });
  test('is drawn as a closed curve that its corners guide', () => {
    expect(
      smoothPath([
        [0, 0],
        [2, 0],
        [2, 2],
        [0, 2],
      ]),
    ).toBe('M0 1Q0 0 1 0Q2 0 2 1Q2 2 1 2Q0 2 0 1Z');
  });
});
