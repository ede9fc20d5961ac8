/** The record that a followed clip makes: frames, floor, and how far off its points may lie. */
import type { Body } from '../body/anthropometry.js';
import { BAR_FROM, placeFigure } from '../body/figure.js';
import type { ContactPoint, Pose } from '../body/pose.js';
import { DEFAULT_PLACING } from '../eye/eye.js';
import type { Observation } from '../formats/observation.js';
import { distance, type Pixels, type Point } from '../geometry.js';
import { SIDE_LANDMARKS, type FloorLine, type LandmarkName, type View } from '../landmarks.js';
import { median } from '../statistics.js';
import { bodyLength, detectedShare, type Anchor, type ClipFrame, type FollowedFrame } from './follow.js';

/**
 * Found points err together, so that angles err by less than as many points that err by themselves: this share of their own figure holds the
 * true angles as often as is said (`npm run accuracy:detector`), and more often for most. It is kept above a hand's: drawn people are easier.
 */
const TOGETHER = 0.75;
/** Found points that are too far off to be measured by: they count where a hand set them. */
const TOO_ROUGH: ReadonlySet<string> = new Set(['heel', 'toe', 'fingertip']);
/** Of a frame at least so many points must be known. */
const LEAST = 4;
/** What a body line is made of. */
const LINE: readonly LandmarkName[] = ['shoulder', 'hip', 'knee', 'ankle'];
/** Two contacts further apart than this share of the stature tell where the floor lies. */
const APART = 0.25;

/**
 * Error of a clip's points, 1 SD: the detector's, and a hand's for the points of the line that a hand set on some frame.
 * @returns px; null where nobody was found
 */
export function clipError(frames: readonly ClipFrame[], anchors: readonly Anchor[]): Pixels | null {
  const length = bodyLength(frames);
  if (length === null) return null;
  const byHand = new Set(anchors.map((a) => a.name));
  const variance = LINE.map((name) => (byHand.has(name) ? DEFAULT_PLACING : TOGETHER * detectedShare(name)) ** 2);
  return length * Math.sqrt(variance.reduce((a, b) => a + b, 0) / LINE.length);
}

/**
 * Where the floor lies: under the two contacts of a position that are furthest apart, as high as the pose has them; where it has no two
 * such, level under the lowest point that was found.
 * @param frames of a side view
 * @returns null where the position stands on no floor, or too little was found
 */
export function clipFloor(
  frames: readonly Pick<FollowedFrame, 'points'>[],
  pose: Pose,
  body: Body,
  picture: { width: Pixels },
): FloorLine | null {
  if (!pose.contacts.some((c) => (c.height ?? 0) < BAR_FROM)) return null;
  const figure = placeFigure(pose, body);
  const at = (name: LandmarkName): Point | null => {
    const seen = frames.flatMap((f) => (f.points[name] ? [f.points[name]] : []));
    return seen.length > 0 ? [median(seen.map((p) => p[0])), median(seen.map((p) => p[1]))] : null;
  };
  const line = (on: (x: number) => number): FloorLine =>
    [0.06, 0.94].map((share): Point => [share * picture.width, on(share * picture.width)]) as unknown as FloorLine;
  const touching = [...new Set(pose.contacts.map((c) => c.at))].filter((name) => name !== 'lowback');
  const apart = (p: readonly [ContactPoint, ContactPoint]): number => distance(figure[p[0]], figure[p[1]]);
  const [pair] = touching
    .flatMap((a, i) => touching.slice(i + 1).map((b) => [a, b] as const))
    .sort((p, q) => apart(q) - apart(p));
  if (pair && apart(pair) >= APART * body.stature) {
    const [a, b] = pair;
    const [pa, pb] = [at(a), at(b)];
    if (pa && pb && Math.abs(pa[0] - pb[0]) > 1) {
      const perMetre = distance(pa, pb) / apart(pair);
      const [ya, yb] = [pa[1] + figure[a][1] * perMetre, pb[1] + figure[b][1] * perMetre];
      return line((x) => ya + ((yb - ya) / (pb[0] - pa[0])) * (x - pa[0]));
    }
  }
  const [shoulder, ankle] = [at('shoulder'), at('ankle')];
  if (!shoulder || !ankle) return null;
  const perMetre = distance(shoulder, ankle) / distance(figure.shoulder, figure.ankle);
  const lowest = SIDE_LANDMARKS.flatMap((name) => {
    const p = at(name);
    return p ? [p[1] + figure[name][1] * perMetre] : [];
  });
  // Of the lower half of what is near the floor: one that was found wrong does not carry it off.
  const near = lowest.sort((p, q) => q - p).slice(0, Math.ceil(lowest.length / 3));
  const y = median(near);
  return line(() => y);
}

const tenth = (v: number): number => Math.round(10 * v) / 10;

/**
 * The fields of an observation that a clip gives: frames on which enough is known, times from its start. Heels, toes and fingertips count
 * where a hand set them.
 */
export function clipRecord(
  followed: readonly FollowedFrame[],
  of: {
    picture: { width: Pixels; height: Pixels };
    error: Pixels | null;
    floor: FloorLine | null;
    view: View;
    anchors?: readonly Anchor[];
  },
): Pick<Observation, 'picture' | 'frames' | 'floor' | 'landmarkSd'> {
  const byHand = new Set(of.anchors?.map((a) => a.name));
  const counts = (name: string): boolean =>
    !TOO_ROUGH.has(name.replace(/-[lr]$/, '')) || byHand.has(name as LandmarkName);
  const frames = followed
    .map(({ t, points }) => ({ t, known: Object.entries(points).filter(([name]) => counts(name)) }))
    .filter(({ known }) => known.length >= LEAST)
    .map(({ t, known }) => ({
      t: Math.round(1000 * t) / 1000,
      points: Object.fromEntries(known.map(([name, p]) => [name, [tenth(p[0]), tenth(p[1])]])),
    }));
  const { error, floor } = of;
  return {
    picture: { ...of.picture },
    frames,
    ...(error === null ? {} : { landmarkSd: Math.min(1000, Math.max(0.1, tenth(error))) }),
    ...(floor && of.view !== 'above'
      ? { floor: floor.map((p) => [tenth(p[0]), tenth(p[1])]) as unknown as Observation['floor'] }
      : {}),
  };
}
