/** The names of the points that can be placed on a picture, and the record they come in. */
import type { Point } from './geometry.js';

/** Where the camera or the coach's eye stands. */
export const VIEWS = ['side', 'front', 'rear', 'above'] as const;
export type View = (typeof VIEWS)[number];

/** Seen from the side: one name each. */
export const SIDE_LANDMARKS = ['ear', 'shoulder', 'elbow', 'wrist', 'hip', 'knee', 'ankle', 'heel', 'toe'] as const;
/** Optional points, placed by hand where a measure asks for them. */
export const EXTRA_LANDMARKS = ['fingertip', 'midback', 'lowback', 'ribs', 'asis', 'psis', 'nose'] as const;

const BASE = [...SIDE_LANDMARKS, ...EXTRA_LANDMARKS] as const;
export type BaseLandmark = (typeof BASE)[number];
export type LandmarkName = BaseLandmark | `${BaseLandmark}-${'l' | 'r'}`;

/** All accepted names: the side view's, and each with `-l` and `-r` for the other views and for far-side points. */
export const LANDMARKS: readonly LandmarkName[] = BASE.flatMap((name): LandmarkName[] => [
  name,
  `${name}-l`,
  `${name}-r`,
]);

/**
 * Line from the front hip bone to the back hip dimple against the trunk's belly line in a neutral pelvis, degrees: what pelvic tilt is
 * counted from. About the mean of standing adults; a modelling assumption.
 */
export const PELVIS_AT_REST = 10;

/** Landmark positions in pixels, x right, y down. */
export type Landmarks = Partial<Record<LandmarkName, Point>>;

/** What the coach reads beside a point. */
export const LANDMARK_LABELS: Record<BaseLandmark, string> = {
  ear: 'Ear',
  shoulder: 'Shoulder',
  elbow: 'Elbow',
  wrist: 'Wrist',
  hip: 'Hip',
  knee: 'Knee',
  ankle: 'Ankle',
  heel: 'Heel',
  toe: 'Toes',
  fingertip: 'Fingertips',
  midback: 'Mid back (skin)',
  lowback: 'Low back (skin)',
  ribs: 'Lowest front rib',
  asis: 'Front hip bone',
  psis: 'Back hip dimple',
  nose: 'Nose',
};

/** A landmark without its side. */
export const baseOf = (name: LandmarkName): BaseLandmark => name.replace(/-[lr]$/, '') as BaseLandmark;

/** The label of any point: the base name, with its side where it has one. */
export function landmarkLabel(name: LandmarkName): string {
  const [base, side] = name.split('-') as [BaseLandmark, 'l' | 'r' | undefined];
  return side ? `${LANDMARK_LABELS[base]}, ${side === 'l' ? 'left' : 'right'}` : LANDMARK_LABELS[base];
}

/** Two points on the floor, in pixels. */
export type FloorLine = readonly [Point, Point];
