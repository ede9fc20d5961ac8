/**
 * The drawn body: smooth closed outlines of every part, from the figure's points and the body's own proportions. Metres in the plane of
 * the figure, x right, y up. Every part is a ring of its own, laid over the others in the order given, so that a joint may bend as far as
 * it likes: limbs keep to one side of their own bone, and only the trunk is bent, gently.
 */
import { add, between, cross, distance, dot, rotate, scale, subtract, type Point } from '../geometry.js';
import type { Body } from './anthropometry.js';
import type { LandmarkName, View } from '../landmarks.js';
import type { FigurePoints } from './figure.js';

/** `edge` is the ground's own tone: a rim round an arm that lies before the trunk. */
export type Tone = 'block' | 'far' | 'edge' | 'skin' | 'shirt' | 'shorts' | 'shoe' | 'hair';

/** A closed outline. */
export interface Outline {
  part: string;
  tone: Tone;
  /** Corners in order, the last joined to the first; what is drawn is the smooth curve that they guide, which lies within them. */
  ring: readonly Point[];
  /** On the far side of the body, in its middle plane, on the near side. */
  side: 1 | 0 | -1;
  /** What is as far from the middle plane as the part is. */
  at: 'shoulders' | 'hips';
}

/** Half depths along a part: share of its length, toward the front and toward the back, both as shares of stature. */
type Profile = readonly (readonly [along: number, front: number, back: number])[];

/** Adults of middling build, of no particular sex. Modelling assumptions, for looks only. */
const PROFILES = {
  upperArm: [
    [0, 0.028, 0.027],
    [0.2, 0.031, 0.028],
    [0.5, 0.027, 0.026],
    [0.8, 0.021, 0.023],
    [1, 0.02, 0.021],
  ],
  forearm: [
    [0, 0.02, 0.02],
    [0.22, 0.023, 0.022],
    [0.6, 0.018, 0.017],
    [1, 0.0135, 0.0135],
  ],
  thigh: [
    [0, 0.05, 0.054],
    [0.25, 0.05, 0.05],
    [0.6, 0.042, 0.04],
    [0.86, 0.033, 0.033],
    [1, 0.029, 0.029],
  ],
  shank: [
    [0, 0.028, 0.029],
    [0.25, 0.025, 0.037],
    [0.5, 0.022, 0.031],
    [0.8, 0.018, 0.02],
    [1, 0.018, 0.018],
  ],
  neck: [
    [0, 0.034, 0.036],
    [0.5, 0.028, 0.032],
    [1, 0.028, 0.034],
  ],
} as const satisfies Record<string, Profile>;

/** The trunk from the hip joints to the shoulders: front and back as shares of stature. The skin of the low back lies where the body's own depth says. */
const TRUNK: Profile = [
  [0, 0.05, 0.056],
  [0.16, 0.051, 0.056],
  [0.36, 0.05, 0.053],
  [0.6, 0.056, 0.056],
  [0.8, 0.06, 0.06],
  [1, 0.04, 0.044],
];

/** The profile's half depths at a share of the length, between its entries straight. */
function depthsAt(profile: Profile, along: number): readonly [front: number, back: number] {
  const at = Math.max(
    1,
    profile.findIndex(([t]) => t >= along) === -1 ? profile.length - 1 : profile.findIndex(([t]) => t >= along),
  );
  const [t0, f0, b0] = profile[at - 1]!;
  const [t1, f1, b1] = profile[at]!;
  const k = (along - t0) / (t1 - t0);
  return [f0 + (f1 - f0) * k, b0 + (b1 - b0) * k];
}

/** Where a round end has its corners, degrees from the front. */
const ROUND = [30, 60, 90, 120, 150] as const;

/** The round end of a part about its last point: from the front edge to the back edge, beyond it along `away`. */
function roundEnd(at: Point, away: Point, front: Point, [f, b]: readonly [number, number]): Point[] {
  const middle = add(at, scale(front, (f - b) / 2));
  const r = (f + b) / 2;
  return ROUND.map((angle) => {
    const turned = rotate([1, 0], angle);
    return add(middle, add(scale(front, r * turned[0]), scale(away, r * turned[1])));
  });
}

/**
 * A limb's part between two joints, from the first share of its profile to the last.
 * @param front unit vector across the part, toward its front
 * @param stature that the profile's shares are of, in the unit of the points
 * @param hem the part ends straight, as a sleeve does, and not round
 * @returns corners; they never cross, whatever the points are
 */
export function limbRing(a: Point, b: Point, front: Point, profile: Profile, stature: number, hem = false): Point[] {
  const away = rotate(front, cross(front, subtract(b, a)) >= 0 ? 90 : -90);
  const edge = ([t, f, back]: Profile[number], side: 1 | -1): Point =>
    add(between(a, b, t), scale(front, (side > 0 ? f : -back) * stature));
  const round = (i: number, way: Point): Point[] => {
    const [t, f, back] = profile.at(i)!;
    return roundEnd(between(a, b, t), way, front, [f * stature, back * stature]);
  };
  return [
    ...profile.map((p) => edge(p, 1)),
    ...(hem ? [] : round(-1, away)),
    ...[...profile].reverse().map((p) => edge(p, -1)),
    ...round(0, scale(away, -1)).reverse(),
  ];
}

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

type Limbs = Pick<
  FigurePoints,
  'shoulder' | 'elbow' | 'wrist' | 'fingertip' | 'hip' | 'knee' | 'ankle' | 'heel' | 'toe'
>;

const unitOf = (v: Point, or: Point): Point => {
  const l = Math.hypot(v[0], v[1]);
  return l < 1e-9 ? or : scale(v, 1 / l);
};

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
function course(points: readonly Point[], each: number): Point[] {
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
  const line = course([figure.hip, figure.lumbar, figure.thorax, figure.shoulder], 4);
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

const widened = (profile: Profile, until: number, by: number): Profile => {
  const [f, b] = depthsAt(profile, until);
  return [...profile.filter(([t]) => t < until), [until, f, b] as const].map(([t, front, back]) => [
    t,
    front * by,
    back * by,
  ]);
};
/** How much wider than an arm its rim is, share of stature. */
const RIM = 0.006;
const rimmed = (profile: Profile): Profile => profile.map(([t, f, b]) => [t, f + RIM, b + RIM]);
const SLEEVE = widened(PROFILES.upperArm, 0.5, 1.12);
const SHORTS = widened(PROFILES.thigh, 0.55, 1.06);

/**
 * Outlines of a figure seen from its near side, what lies behind first.
 * @param figure as {@link placeFigure} stands it, metres
 * @returns rings in metres; none crosses itself
 */
export function outlinesOf(figure: FigurePoints, body: Body): Outline[] {
  const { stature } = body;
  const up = subtract(figure.shoulder, figure.hip);
  const s = cross(up, subtract(figure.asis, figure.psis)) < 0 ? 1 : -1;
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
  const spine = spineOf(figure, s, stature);
  const seat = spine.filter((p) => p.along < 0.3);
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
    part('trunk', 'shirt', trunkRing(spine)),
    part(
      'seat',
      'shorts',
      trunkRing(
        seat.map((p) => ({ ...p, depths: [p.depths[0] * 1.03, p.depths[1] * 1.01] })),
        true,
      ),
    ),
    ...leg(figure, -1),
    ...arm(figure, -1),
  ];
}

/** Half widths across the body, shares of stature. Modelling assumptions, for looks only. */
const ACROSS = { shoulder: 0.03, armpit: -0.014, waist: 0.072, hip: 0.046 } as const;
const FLAT_HAND: Profile = [
  [0, 0.015, 0.015],
  [0.4, 0.023, 0.023],
  [0.75, 0.02, 0.02],
  [1, 0.01, 0.01],
];
const even = (profile: Profile, by = 1): Profile =>
  profile.map(([t, f, b]) => [t, ((f + b) / 2) * by, ((f + b) / 2) * by]);

/**
 * Outlines of a body seen across itself, from the front, from the rear or from above, what lies behind first.
 * @param points left and right landmarks, metres; parts whose points are missing are left out
 */
export function acrossOutlines(points: Partial<Record<LandmarkName, Point>>, body: Body, view: View): Outline[] {
  const { stature } = body;
  const part = (name: string, tone: Tone, ring: readonly Point[]): Outline => ({
    ...{ part: name, tone, ring },
    ...{ side: 0, at: 'hips' },
  });
  const limb = (a: LandmarkName, b: LandmarkName, tone: Tone, profile: Profile, hem = false): Outline[] => {
    const [from, to] = [points[a], points[b]];
    if (!from || !to) return [];
    const across = rotate(unitOf(subtract(to, from), [0, -1]), 90);
    return [part(`${a} to ${b}`, tone, limbRing(from, to, across, even(profile), stature, hem))];
  };
  /** A hand goes on from the forearm; an arm seen end on shows none. */
  const hand = (elbow: Point | undefined, wrist: Point | undefined): Outline[] => {
    if (!elbow || !wrist || distance(elbow, wrist) < 0.3 * body.lengths.forearm) return [];
    const along = unitOf(subtract(wrist, elbow), [0, -1]);
    const tip = add(wrist, scale(along, 0.8 * body.fingertip));
    return [part('hand', 'skin', limbRing(wrist, tip, rotate(along, 90), FLAT_HAND, stature))];
  };
  const mid = (a: Point | undefined, b: Point | undefined): Point | null => (a && b ? between(a, b, 0.5) : null);
  const [left, right] = [points['shoulder-l'], points['shoulder-r']];
  const [hipLeft, hipRight] = [points['hip-l'], points['hip-r']];
  const [shoulders, hips] = [mid(left, right), mid(hipLeft, hipRight)];
  const ear = mid(points['ear-l'], points['ear-r']) ?? points['ear-l'] ?? points['ear-r'];
  const out: Outline[] = (['l', 'r'] as const).flatMap((s) => [
    ...limb(`knee-${s}`, `ankle-${s}`, 'skin', PROFILES.shank),
    ...limb(
      `heel-${s}`,
      `toe-${s}`,
      'shoe',
      even([
        [0, 0.02, 0.02],
        [0.7, 0.026, 0.026],
        [1, 0.016, 0.016],
      ]),
    ),
    ...limb(`hip-${s}`, `knee-${s}`, 'skin', PROFILES.thigh),
    ...limb(`hip-${s}`, `knee-${s}`, 'shorts', SHORTS, true),
    ...hand(points[`elbow-${s}`], points[`wrist-${s}`]),
    ...limb(`elbow-${s}`, `wrist-${s}`, 'skin', PROFILES.forearm),
    ...limb(`shoulder-${s}`, `elbow-${s}`, 'skin', PROFILES.upperArm),
    ...limb(`shoulder-${s}`, `elbow-${s}`, 'shirt', SLEEVE, true),
  ]);
  if (shoulders && hips && left && right && hipLeft && hipRight) {
    const square = rotate(unitOf(subtract(hips, shoulders), [0, -1]), 90);
    // Sides that lie behind one another say nothing of the way from one to the other.
    const acrossOf = (l: Point, r: Point): Point => {
      const way = unitOf(subtract(l, r), square);
      const told = distance(l, r) > 0.04 * stature && Math.abs(dot(way, square)) > 0.6;
      return told ? scale(way, Math.sign(dot(way, square))) : square;
    };
    const [acrossTop, acrossHips] = [acrossOf(left, right), acrossOf(hipLeft, hipRight)];
    const at = (t: number, half: number): [Point, Point] => {
      const [middle, across] = [between(shoulders, hips, t), unitOf(between(acrossTop, acrossHips, t), acrossTop)];
      return [add(middle, scale(across, half)), add(middle, scale(across, -half))];
    };
    const [top, low] = [distance(left, right) / 2, distance(hipLeft, hipRight) / 2];
    const rows = [
      at(-0.13, 0.026 * stature),
      at(-0.045, top * 0.55 + 0.012 * stature),
      at(-0.035, top + ACROSS.shoulder * 0.35 * stature),
      at(0.08, top + ACROSS.shoulder * 0.75 * stature),
      at(0.26, Math.max(top + ACROSS.armpit * stature, ACROSS.shoulder * stature)),
      at(0.62, Math.min(ACROSS.waist * stature, top + ACROSS.shoulder * stature)),
      at(0.9, low + ACROSS.hip * 0.86 * stature),
      at(1.06, low + ACROSS.hip * stature),
    ];
    const ringOf = (some: [Point, Point][]): Point[] => [
      ...some.map(([l]) => l),
      ...[...some].reverse().map(([, r]) => r),
    ];
    out.push(
      part('trunk', 'shirt', ringOf(rows)),
      part('seat', 'shorts', ringOf([at(0.82, low + ACROSS.hip * 0.84 * stature), ...rows.slice(6), at(1.14, low)])),
    );
  }
  if (shoulders && ear) {
    const up = unitOf(subtract(ear, shoulders), [0, 1]);
    const across = rotate(up, -90);
    const oval = (y: number, wide: number, high: number, from = 0, to = 360): Point[] =>
      Array.from({ length: 13 }, (_, i) => rotate([1, 0], from + ((to - from) * i) / 12)).map(([c, n]) =>
        add(ear, add(scale(across, c * wide * stature), scale(up, (y + n * high) * stature))),
      );
    out.push(part('neck', 'skin', limbRing(between(shoulders, ear, 0.1), ear, across, even(PROFILES.neck), stature)));
    out.push(part('head', view === 'front' ? 'skin' : 'hair', oval(0.012, 0.05, 0.072).slice(0, 12)));
    if (view === 'front') out.push(part('hair', 'hair', oval(0.03, 0.053, 0.06, 10, 170)));
  }
  return out;
}

/**
 * A ring as the smooth closed curve that its corners guide: a quadratic B-spline, which never leaves their hull.
 * @returns an SVG path, one decimal
 */
export function smoothPath(ring: readonly Point[]): string {
  const f = (n: number): string => n.toFixed(1);
  const pair = (p: Point): string => `${f(p[0])} ${f(p[1])}`;
  const middle = (i: number): Point => between(ring[i % ring.length]!, ring[(i + 1) % ring.length]!, 0.5);
  return `M${pair(middle(ring.length - 1))}${ring.map((p, i) => `Q${pair(p)} ${pair(middle(i))}`).join('')}Z`;
}
