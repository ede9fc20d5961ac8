/** What is drawn over a picture: the line from shoulder over hip to ankle, the taut line it should be, the error's width. */
import type { Judged } from '../../core/evaluate/judge.js';
import type { Observation } from '../../core/formats/observation.js';
import { between, distance, type Point } from '../../core/geometry.js';
import type { LandmarkName, Landmarks } from '../../core/landmarks.js';

/** Dark under every light line over a picture, so that it stands out from a light wall and from a dark shirt. */
export const CASING = '#1b2831';

export interface Overlay {
  floor: readonly [Point, Point] | null;
  /** SVG points of the measured line; null without shoulder, hip and the end point. */
  line: string | null;
  ideal: readonly [Point, Point] | null;
  knots: Point[];
  /** Width of the error band: two standard deviations either side. */
  band: number;
  /** A stroke width that suits the picture's size. */
  size: number;
}

/** The frame that stands for a look: the only one, or the middle of a series. */
export const framePoints = (observation: Observation): Landmarks =>
  observation.frames[Math.floor(observation.frames.length / 2)]?.points ?? {};

/** A point of the body's line: the side view's own, or the middle of left and right. */
function lineEnd(points: Landmarks, base: 'shoulder' | 'hip' | 'knee' | 'ankle'): Point | undefined {
  const [l, r] = [points[`${base}-l`], points[`${base}-r`]];
  return points[base] ?? (l && r ? between(l, r, 0.5) : undefined);
}

export function overlayOf(observation: Observation, detail: Pick<Judged, 'rung' | 'picture'>): Overlay {
  const points = framePoints(observation);
  const size = Math.max(1, (observation.picture?.width ?? 1280) / 320);
  const end = lineEnd(points, detail.rung.chordEnd);
  const [shoulder, hip] = [lineEnd(points, 'shoulder'), lineEnd(points, 'hip')];
  const base = { floor: observation.floor ?? null, size };
  if (!shoulder || !hip || !end) return { ...base, line: null, ideal: null, knots: [], band: 0 };
  const sd = detail.picture?.landmarkSd ?? 0;
  const chain = [shoulder, hip, ...(detail.rung.chordEnd === 'ankle' && points.knee ? [points.knee] : []), end];
  return { ...base, line: chain.map((p) => p.join(',')).join(' '), ideal: [shoulder, end], knots: chain, band: 4 * sd };
}

const BONES: readonly (readonly LandmarkName[])[] = [
  ['ear', 'shoulder', 'hip', 'knee', 'ankle'],
  ['shoulder', 'elbow', 'wrist'],
  ['heel', 'toe'],
  ['shoulder-l', 'shoulder-r', 'hip-r', 'hip-l', 'shoulder-l'],
  ...(['l', 'r'] as const).flatMap((s): LandmarkName[][] => [
    [`hip-${s}`, `knee-${s}`, `ankle-${s}`],
    [`shoulder-${s}`, `elbow-${s}`, `wrist-${s}`],
    [`heel-${s}`, `toe-${s}`],
  ]),
];
/** The landmarks joined up, for looks without a stored picture. */
export function joinedLandmarks(observation: Observation): string {
  const points = framePoints(observation);
  return BONES.map((bone) =>
    bone
      .flatMap((name) => (points[name] ? [points[name]] : []))
      .map((p, i) => `${i === 0 ? 'M' : 'L'}${p[0]} ${p[1]}`)
      .join(''),
  ).join('');
}

/** A window on the picture around the body in which shoulder–ankle takes the same share for every look: for comparing. */
export function sameScaleBox(observation: Observation, aspect: number): string | undefined {
  const points = framePoints(observation);
  const shoulder = lineEnd(points, 'shoulder');
  const end = lineEnd(points, 'ankle') ?? lineEnd(points, 'knee');
  if (!shoulder || !end) return undefined;
  const width = distance(shoulder, end) * 1.7;
  const height = width / aspect;
  return `${(shoulder[0] + end[0]) / 2 - width / 2} ${(shoulder[1] + end[1]) / 2 - height / 2} ${width} ${height}`;
}
