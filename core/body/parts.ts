/**
 * What a drawn body is made of: closed outlines, the half depths of its limbs, and the round and straight ends they have. A limb's corners
 * keep to one side of its own bone, so that a joint may bend as far as it likes.
 */
import { add, between, cross, rotate, scale, subtract, type Point } from '../geometry.js';

/** `edge` is the ground's own tone: a rim round an arm that lies before the trunk; `line` is thin kit and kit in the hand. */
export type Tone = 'block' | 'line' | 'far' | 'edge' | 'skin' | 'shirt' | 'shorts' | 'shoe' | 'hair';

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
export type Profile = readonly (readonly [along: number, front: number, back: number])[];

/** Adults of middling build, of no particular sex. Modelling assumptions, for looks only. */
export const PROFILES = {
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

/** The profile's half depths at a share of the length, between its entries straight. */
export function depthsAt(profile: Profile, along: number): readonly [front: number, back: number] {
  const found = profile.findIndex(([t]) => t >= along);
  const at = found < 0 ? profile.length - 1 : Math.max(1, found);
  const [t0, f0, b0] = profile[at - 1]!;
  const [t1, f1, b1] = profile[at]!;
  const k = (along - t0) / (t1 - t0);
  return [f0 + (f1 - f0) * k, b0 + (b1 - b0) * k];
}

/** Where a round end has its corners, degrees from the front. */
const ROUND = [30, 60, 90, 120, 150] as const;

/** The round end of a part about its last point: from the front edge to the back edge, beyond it along `away`. */
export function roundEnd(at: Point, away: Point, front: Point, [f, b]: readonly [number, number]): Point[] {
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

/** A vector at length one; `or` where it has none. */
export const unitOf = (v: Point, or: Point): Point => {
  const l = Math.hypot(v[0], v[1]);
  return l < 1e-9 ? or : scale(v, 1 / l);
};

/** A profile as far as a share of its length, by so much wider. */
export const widened = (profile: Profile, until: number, by: number): Profile => {
  const [f, b] = depthsAt(profile, until);
  return [...profile.filter(([t]) => t < until), [until, f, b] as const].map(([t, front, back]) => [
    t,
    front * by,
    back * by,
  ]);
};
/** What is worn on the upper arm and on the thigh. */
export const SLEEVE = widened(PROFILES.upperArm, 0.5, 1.12);
export const SHORTS = widened(PROFILES.thigh, 0.55, 1.06);

/**
 * A ring as the smooth closed curve that its corners guide: a quadratic B-spline, which never leaves their hull.
 * @returns an SVG path, one decimal at most
 */
export function smoothPath(ring: readonly Point[]): string {
  const f = (n: number): number => Math.round(n * 10) / 10;
  const pair = (p: Point): string => `${f(p[0])} ${f(p[1])}`;
  const middle = (i: number): Point => between(ring[i % ring.length]!, ring[(i + 1) % ring.length]!, 0.5);
  return `M${pair(middle(ring.length - 1))}${ring.map((p, i) => `Q${pair(p)} ${pair(middle(i))}`).join('')}Z`;
}
