/** The record that a followed clip makes: frames, floor, and how far off its points may lie. */
import type { Body } from '../body/anthropometry.js';
import { BAR_FROM, placeFigure } from '../body/figure.js';
import type { Pose } from '../body/pose.js';
import { DEFAULT_PLACING } from '../eye/eye.js';
import type { Observation } from '../formats/observation.js';
import { angleAt, distance, type Degrees, type Metres, type Pixels, type Point } from '../geometry.js';
import {
  baseOf,
  SIDE_LANDMARKS,
  type BaseLandmark,
  type FloorLine,
  type LandmarkName,
  type Landmarks,
  type View,
} from '../landmarks.js';
import { towardsLens, type Lens } from '../measure/lens.js';
import { median } from '../statistics.js';
import { SURE } from './detected.js';
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

/** Where a lens stands whose height over the floor tells how much lower what is near to it looks. */
type Standing = Pick<Lens, 'distance' | 'height'>;

/**
 * Where the floor lies along the middle of the body: under the two contacts of a position that are furthest apart, as high as the pose has
 * them; where it has no two such, level under the one that touches, for a low back under the hip; else under what lies lowest.
 * @param frames of a side view
 * @param lens beside the body, where it is known: a near joint looks lower than the middle of the body does
 * @returns null where the position stands on no floor, or too little was found
 */
export function clipFloor(
  frames: readonly Pick<FollowedFrame, 'points'>[],
  pose: Pose,
  body: Body,
  picture: { width: Pixels },
  lens?: Standing | null,
): FloorLine | null {
  if (!pose.contacts.some((c) => (c.height ?? 0) < BAR_FROM)) return null;
  const figure = placeFigure(pose, body);
  const at = (name: LandmarkName): Point | null => {
    const seen = frames.flatMap((f) => (f.points[name] ? [f.points[name]] : []));
    return seen.length > 0 ? [median(seen.map((p) => p[0])), median(seen.map((p) => p[1]))] : null;
  };
  /** How far the floor's middle lies under where a joint is seen, metres. */
  const under = (name: BaseLandmark): Metres => {
    const height = figure[name][1];
    const near = lens ? towardsLens(name, body) : 0;
    return height - (near > 0 ? ((lens!.height - height) * near) / (lens!.distance - near) : 0);
  };
  const line = (on: (x: number) => number): FloorLine =>
    [0.06, 0.94].map((share): Point => [share * picture.width, on(share * picture.width)]) as unknown as FloorLine;
  const touching = [...new Set(pose.contacts.map((c): BaseLandmark => (c.at === 'lowback' ? 'hip' : c.at)))];
  const apart = (p: readonly [BaseLandmark, BaseLandmark]): number => distance(figure[p[0]], figure[p[1]]);
  const [pair] = touching
    .flatMap((a, i) => touching.slice(i + 1).map((b) => [a, b] as const))
    .sort((p, q) => apart(q) - apart(p));
  if (pair && apart(pair) >= APART * body.stature) {
    const [a, b] = pair;
    const [pa, pb] = [at(a), at(b)];
    if (pa && pb && Math.abs(pa[0] - pb[0]) > 1) {
      const perMetre = distance(pa, pb) / apart(pair);
      const [ya, yb] = [pa[1] + under(a) * perMetre, pb[1] + under(b) * perMetre];
      return line((x) => ya + ((yb - ya) / (pb[0] - pa[0])) * (x - pa[0]));
    }
  }
  const [shoulder, ankle] = [at('shoulder'), at('ankle')];
  if (!shoulder || !ankle) return null;
  const perMetre = distance(shoulder, ankle) / distance(figure.shoulder, figure.ankle);
  const lies = (name: BaseLandmark): number[] => {
    const p = at(name);
    return p ? [p[1] + under(name) * perMetre] : [];
  };
  // What touches is where it is, however the rest is held.
  const onIt = touching.flatMap(lies);
  // Of the lower half of what is near the floor: one that was found wrong does not carry it off.
  const near = SIDE_LANDMARKS.flatMap(lies).sort((p, q) => q - p);
  const y = median(onIt.length > 0 ? onIt : near.slice(0, Math.ceil(near.length / 3)));
  return line(() => y);
}

const tenth = (v: number): number => Math.round(10 * v) / 10;

/** Points that are hardly seen on most of the frames on which somebody was found: what is said of where they lie is invented. */
function hardlySeen(frames: readonly ClipFrame[]): ReadonlySet<string> {
  const looks = frames.flatMap((f) => (f.found ? [f.found.visible] : []));
  const names = new Set(looks.flatMap((visible) => Object.keys(visible) as LandmarkName[]));
  return new Set([...names].filter((name) => median(looks.map((visible) => visible[name] ?? 1)) < SURE));
}

/** Beside an upper arm that is raised by it, within so many degrees, an ear is hidden. Assumption. */
const BESIDE_THE_ARM: Degrees = 35;
/** Whether the near arm, raised, hides the ear of somebody who is seen from the side: it was found somewhere in front of it. */
function hiddenEar({ ear, shoulder, elbow }: Landmarks): boolean {
  if (!ear || !shoulder || !elbow) return false;
  return angleAt(elbow, shoulder, ear) < BESIDE_THE_ARM;
}

/**
 * The fields of an observation that a clip gives: frames on which enough is known, times from its start. Heels, toes, fingertips, what is
 * hardly seen and an ear behind a raised arm count where a hand set them.
 */
export function clipRecord(
  followed: readonly FollowedFrame[],
  of: {
    picture: { width: Pixels; height: Pixels };
    error: Pixels | null;
    floor: FloorLine | null;
    view: View;
    anchors?: readonly Anchor[];
    /** What was found of each frame, with how well it was seen. */
    found?: readonly ClipFrame[];
  },
): Pick<Observation, 'picture' | 'frames' | 'floor' | 'landmarkSd'> {
  const byHand = new Set(of.anchors?.map((a) => a.name));
  const invented = hardlySeen(of.found ?? []);
  const counts = (name: string, points: Landmarks): boolean =>
    byHand.has(name as LandmarkName) ||
    !(TOO_ROUGH.has(baseOf(name as LandmarkName)) || invented.has(name) || (name === 'ear' && hiddenEar(points)));
  const frames = followed
    .map(({ t, points }) => ({ t, known: Object.entries(points).filter(([name]) => counts(name, points)) }))
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
