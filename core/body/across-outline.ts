/** The drawn body across itself: from the front, from the rear and from above, by left and right landmarks. */
import { add, between, distance, dot, rotate, scale, subtract, type Point } from '../geometry.js';
import type { LandmarkName, View } from '../landmarks.js';
import type { Body } from './anthropometry.js';
import { limbRing, PROFILES, SHORTS, SLEEVE, unitOf, type Outline, type Profile, type Tone } from './parts.js';

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
