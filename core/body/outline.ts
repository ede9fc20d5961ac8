/**
 * The drawn body: smooth closed outlines of every part, from the figure's points and the body's own proportions. Metres in the plane of
 * the figure, x right, y up. Every part is a ring of its own, laid over the others in the order given, so that a joint may bend as far as
 * it likes: limbs keep to one side of their own bone, and only the trunk is bent, gently.
 */
import { add, between, cross, distance, dot, rotate, scale, subtract, type Point } from '../geometry.js';
import type { Body } from './anthropometry.js';
import type { FigurePoints } from './figure.js';
import {
  depthsAt,
  limbRing,
  PROFILES,
  roundEnd,
  SHORTS,
  SLEEVE,
  widened,
  unitOf,
  type Outline,
  type Profile,
  type Tone,
} from './parts.js';

/** The trunk from the hip joints to the shoulders: front and back as shares of stature. The skin of the low back lies where the body's own depth says. */
const TRUNK: Profile = [
  [0, 0.05, 0.056],
  [0.16, 0.051, 0.056],
  [0.36, 0.05, 0.053],
  [0.6, 0.056, 0.056],
  [0.8, 0.06, 0.06],
  [1, 0.04, 0.044],
];

/** Corners told in a frame of two directions. */
const told = (origin: Point, u: Point, v: Point, corners: readonly Point[], unit: number): Point[] =>
  corners.map(([x, y]) => add(origin, add(scale(u, x * unit), scale(v, y * unit))));

/** The head from the side, shares of the head's length: toward the face, and up from the ear. The nose lies where the figure has it. */
const HEAD: readonly Point[] = [
  [-0.02, 0.57],
  [0.17, 0.54],
  [0.31, 0.4],
  [0.35, 0.2],
  [0.33, 0.1],
  [0.43, -0.05],
  [0.36, -0.11],
  [0.365, -0.2],
  [0.34, -0.27],
  [0.34, -0.39],
  [0.22, -0.43],
  [0.02, -0.3],
  [-0.22, -0.26],
  [-0.35, -0.05],
  [-0.43, 0.16],
  [-0.38, 0.4],
  [-0.22, 0.55],
];
const HAIR: readonly Point[] = [
  [-0.02, 0.6],
  [0.19, 0.57],
  [0.34, 0.42],
  [0.24, 0.36],
  [0.06, 0.27],
  [-0.06, 0.12],
  [-0.14, -0.06],
  [-0.26, -0.16],
  [-0.38, -0.05],
  [-0.46, 0.16],
  [-0.41, 0.43],
  [-0.23, 0.59],
];
/** A foot from the side, shares of its length: from the heel toward the toes, and up from the sole. */
const FOOT: readonly Point[] = [
  [0, -0.02],
  [0.16, -0.04],
  [0.42, 0],
  [0.7, -0.05],
  [0.98, -0.05],
  [1.03, 0],
  [0.97, 0.09],
  [0.72, 0.16],
  [0.5, 0.28],
  [0.4, 0.4],
  [0.24, 0.44],
  [0.09, 0.4],
  [-0.01, 0.2],
  [-0.05, 0.06],
];

/** A hand that does not rest: the palm, and fingers that taper. */
const HAND: Profile = [
  [0, 0.013, 0.013],
  [0.3, 0.015, 0.017],
  [0.6, 0.011, 0.012],
  [0.95, 0.006, 0.006],
];
/** From the wrist's joint down to what the palm lies on, share of stature, as the figure's contacts have it. */
const PALM = 0.025;

type Limbs = FigurePoints['far'];

function handRing({ elbow, wrist, fingertip }: Limbs, front: Point, stature: number): Point[] {
  const way = unitOf(subtract(fingertip, wrist), [1, 0]);
  const bent = Math.abs(cross(unitOf(subtract(wrist, elbow), way), way)) > 0.2;
  const near = wrist[1] < 0.03 * stature;
  const through = wrist[1] > 0 && fingertip[1] < -0.01 * stature;
  if (!through && (Math.abs(way[1]) > 1e-6 || !(bent || near))) return limbRing(wrist, fingertip, front, HAND, stature);
  // It lies flat on what bears it; fingers do not go through the floor.
  const along: Point = [way[0] < -0.3 ? -1 : 1, 0];
  const reach = distance(wrist, fingertip);
  const sole = -(near || through ? Math.max(0.008 * stature, Math.min(wrist[1], 0.05 * stature)) : PALM * stature);
  const corners: Point[] = [
    [-0.16 * reach, 0.2 * sole],
    [-0.1 * reach, sole],
    [0.3 * reach, sole],
    [0.95 * reach, sole],
    [reach, sole * 0.75],
    [0.7 * reach, sole * 0.42],
    [0.36 * reach, 0],
    [0.12 * reach, 0.014 * stature],
    [-0.12 * reach, 0.012 * stature],
  ];
  return told(wrist, along, [0, 1], corners, 1);
}

/** A smooth line through points, sampled. Catmull–Rom, its ends doubled. */
function smoothLine(points: readonly Point[], each: number): Point[] {
  const at = (i: number): Point => points[Math.max(0, Math.min(points.length - 1, i))]!;
  const out: Point[] = [];
  for (let i = 0; i < points.length - 1; i += 1) {
    for (let k = 0; k < each; k += 1) {
      const t = k / each;
      const [p0, p1, p2, p3] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      const mix = (d: 0 | 1): number =>
        0.5 *
        (2 * p1[d] +
          (p2[d] - p0[d]) * t +
          (2 * p0[d] - 5 * p1[d] + 4 * p2[d] - p3[d]) * t * t +
          (3 * p1[d] - p0[d] - 3 * p2[d] + p3[d]) * t * t * t);
      out.push([mix(0), mix(1)]);
    }
  }
  return [...out, points.at(-1)!];
}

interface Spine {
  at: Point;
  front: Point;
  along: number;
  depths: readonly [front: number, back: number];
}
/** The trunk's middle line from hip to shoulder, with what lies before and behind it. */
function spineOf(figure: FigurePoints, s: 1 | -1, stature: number): Spine[] {
  const line = smoothLine([figure.hip, figure.lumbar, figure.thorax, figure.shoulder], 4);
  const total = line.slice(1).reduce((sum, p, i) => sum + distance(line[i]!, p), 0);
  let walked = 0;
  const spine = line.map((at, i): Spine => {
    const [before, after] = [line[Math.max(0, i - 1)]!, line[Math.min(line.length - 1, i + 1)]!];
    if (i > 0) walked += distance(before, at);
    const along = walked / total;
    const [f, b] = depthsAt(TRUNK, along);
    const front = rotate(unitOf(subtract(after, before), [1, 0]), -90 * s);
    return { at, front, along, depths: [f * stature, b * stature] };
  });
  // Between the shoulder blades the skin is where the figure has it: sunk, or pushed out.
  const nearest = spine.reduce((a, b) => (distance(b.at, figure.midback) < distance(a.at, figure.midback) ? b : a));
  const skin = Math.max(0.03 * stature, -dot(subtract(figure.midback, nearest.at), nearest.front));
  const change = skin - nearest.depths[1];
  return spine.map((p) => {
    const felt = Math.max(0, 1 - Math.abs(p.along - nearest.along) / 0.3);
    return { ...p, depths: [p.depths[0], p.depths[1] + change * felt] };
  });
}
function trunkRing(spine: readonly Spine[], hem = false): Point[] {
  const [first, last] = [spine[0]!, spine.at(-1)!];
  const away = (p: Spine, q: Spine): Point => unitOf(subtract(p.at, q.at), [1, 0]);
  return [
    ...spine.map((p) => add(p.at, scale(p.front, p.depths[0]))),
    ...(hem ? [] : roundEnd(last.at, away(last, spine.at(-2)!), last.front, last.depths)),
    ...[...spine].reverse().map((p) => add(p.at, scale(p.front, -p.depths[1]))),
    ...roundEnd(first.at, away(first, spine[1]!), first.front, first.depths).reverse(),
  ];
}

/** How much wider than an arm its rim is, share of stature. */
const RIM = 0.006;
const rimmed = (profile: Profile): Profile => profile.map(([t, f, b]) => [t, f + RIM, b + RIM]);

/** Which way the belly is: +1 clockwise of hip→shoulder, −1 the other way. */
const bellySide = (figure: FigurePoints): 1 | -1 =>
  cross(subtract(figure.shoulder, figure.hip), subtract(figure.asis, figure.psis)) < 0 ? 1 : -1;

/** The trunk's outline alone, and that of what is worn about the hips. Metres. */
export function trunkOutlines(figure: FigurePoints, body: Body): { trunk: Point[]; seat: Point[] } {
  const spine = spineOf(figure, bellySide(figure), body.stature);
  const worn = spine
    .filter((p) => p.along < 0.3)
    .map((p): Spine => ({ ...p, depths: [p.depths[0] * 1.03, p.depths[1] * 1.01] }));
  return { trunk: trunkRing(spine), seat: trunkRing(worn, true) };
}

/**
 * Outlines of a figure seen from its near side, what lies behind first.
 * @param figure as {@link placeFigure} stands it, metres
 * @returns rings in metres; none crosses itself
 */
export function outlinesOf(figure: FigurePoints, body: Body): Outline[] {
  const { stature } = body;
  const s = bellySide(figure);
  const ahead = (a: Point, b: Point): Point => rotate(unitOf(subtract(b, a), [0, -1]), 90 * s);
  const part = (
    name: string,
    tone: Tone,
    ring: readonly Point[],
    side: Outline['side'] = 0,
    at: Outline['at'] = 'hips',
  ): Outline => ({ part: name, tone, ring, side, at });
  const arm = (p: Limbs, side: 1 | -1): Outline[] => {
    const [upper, fore] = [ahead(p.shoulder, p.elbow), ahead(p.elbow, p.wrist)];
    const tone = (t: Tone): Tone => (side > 0 ? 'far' : t);
    const name = side > 0 ? 'far' : 'near';
    const of = (what: string, t: Tone, ring: Point[]): Outline =>
      part(`${name} ${what}`, tone(t), ring, side, 'shoulders');
    // Apart from the trunk that it lies before, and from nothing else: the rim stands behind the whole of the arm.
    const rim = (what: string, a: Point, b: Point, front: Point, profile: Profile): Outline[] =>
      side > 0
        ? []
        : [part(`${name} ${what}’s rim`, 'edge', limbRing(a, b, front, rimmed(profile), stature), side, 'shoulders')];
    return [
      ...rim('forearm', p.elbow, p.wrist, fore, PROFILES.forearm),
      ...rim('upper arm', p.shoulder, p.elbow, upper, widened(PROFILES.upperArm, 1, 1.12)),
      of('hand', 'skin', handRing(p, fore, stature)),
      of('forearm', 'skin', limbRing(p.elbow, p.wrist, fore, PROFILES.forearm, stature)),
      of('upper arm', 'skin', limbRing(p.shoulder, p.elbow, upper, PROFILES.upperArm, stature)),
      of('sleeve', 'shirt', limbRing(p.shoulder, p.elbow, upper, SLEEVE, stature, true)),
    ];
  };
  const leg = (p: Limbs, side: 1 | -1): Outline[] => {
    const thigh = ahead(p.hip, p.knee);
    const tone = (t: Tone): Tone => (side > 0 ? 'far' : t);
    const name = side > 0 ? 'far' : 'near';
    const sole = unitOf(subtract(p.toe, p.heel), [1, 0]);
    const across = rotate(sole, cross(sole, subtract(p.ankle, p.heel)) >= 0 ? 90 : -90);
    return [
      part(
        `${name} shank`,
        tone('skin'),
        limbRing(p.knee, p.ankle, ahead(p.knee, p.ankle), PROFILES.shank, stature),
        side,
      ),
      part(`${name} foot`, tone('shoe'), told(p.heel, sole, across, FOOT, distance(p.heel, p.toe)), side),
      part(`${name} thigh`, tone('skin'), limbRing(p.hip, p.knee, thigh, PROFILES.thigh, stature), side),
      part(`${name} shorts`, tone('shorts'), limbRing(p.hip, p.knee, thigh, SHORTS, stature, true), side),
    ];
  };
  const crown = unitOf(subtract(figure.vertex, figure.ear), [1, 0]);
  const face = unitOf(subtract(figure.nose, figure.ear), [0, -1]);
  const nape = between(figure.shoulder, figure.ear, 0.05);
  const { trunk, seat } = trunkOutlines(figure, body);
  return [
    ...arm(figure.far, 1),
    ...leg(figure.far, 1),
    part(
      'neck',
      'skin',
      limbRing(nape, between(figure.shoulder, figure.ear, 0.85), ahead(figure.ear, nape), PROFILES.neck, stature),
    ),
    part('head', 'skin', told(figure.ear, face, crown, HEAD, body.lengths.head)),
    part('hair', 'hair', told(figure.ear, face, crown, HAIR, body.lengths.head)),
    part('trunk', 'shirt', trunk),
    part('seat', 'shorts', seat),
    ...leg(figure, -1),
    ...arm(figure, -1),
  ];
}
