/**
 * The simulated picture: a person in a position with chosen faults before a chosen camera, with the true angles known.
 * The camera's parameters are kept apart from the drawing (`draw.ts`), so that another camera can take them.
 */
import { add, radians, rotate, type Degrees, type Metres, type Pixels, type Point } from '../geometry.js';
import type { FloorLine } from '../landmarks.js';
import {
  EXTRA_LANDMARKS,
  SIDE_LANDMARKS,
  type BaseLandmark,
  type LandmarkName,
  type Landmarks,
  type View,
} from '../landmarks.js';
import { gaussian, type Random } from '../statistics.js';
import { acrossPoints, type AcrossFaults } from './across.js';
import type { Body } from './anthropometry.js';
import { heightOf, hipForLine, placeFigure, type FigurePoints } from './figure.js';
import type { Pose } from './pose.js';

export interface Camera {
  width: Pixels;
  height: Pixels;
  pixelsPerMetre: number;
  /** Where the body's middle stands from the picture's middle, metres. */
  offset: readonly [right: Metres, up: Metres];
  /** Turn of the camera about its own axis, positive counter-clockwise. */
  roll: Degrees;
  /** Turn of the camera about the body's upright, 0 = square from the side. */
  offSquare: Degrees;
  /** Where the lens stands: to the body's middle plane, and above the floor, metres; a camera far away where left out. */
  lens?: { distance: Metres; height: Metres };
  /** What it is aimed at, metres on the figure's plane; the body's middle where left out. A camera on a stand does not go with a body that moves. */
  aim?: Point;
}

export const DEFAULT_CAMERA: Camera = {
  width: 1280,
  height: 720,
  pixelsPerMetre: 480,
  offset: [0, 0],
  roll: 0,
  offSquare: 0,
};

/** Breadth of a head as a share of the stature. Tabulated head breadths. */
const HEAD_WIDTH = 0.088;

/** Chosen departures from a good pose; degrees unless the name says otherwise. */
export interface PoseFaults {
  /** Body line: positive sags, negative pikes. */
  hipLine?: Degrees;
  /** Knee angle, 180 = straight. */
  knee?: Degrees;
  neck?: Degrees;
  pelvicTilt?: Degrees;
  /** Mid back's height over the shoulder–hip line, % of trunk. */
  bladePush?: number;
  /** Support ahead of the shoulder, metres. */
  ahead?: Metres;
  /** Arch of the low back in a supine pose: extension between lower and middle trunk. */
  arch?: Degrees;
  /** Shoulder angle, 180 = overhead. */
  shoulder?: Degrees;
}

/** The pose with the faults put in. */
export function withFaults(pose: Pose, faults: PoseFaults, body: Body): Pose {
  const knee = faults.knee === undefined ? pose.knee : 180 - faults.knee;
  return {
    ...pose,
    knee,
    hip:
      faults.hipLine !== undefined
        ? hipForLine(faults.hipLine, pose.contacts.some((c) => c.at === 'knee') ? 0 : knee, body)
        : pose.hip,
    neck: faults.neck ?? pose.neck,
    pelvicTilt: faults.pelvicTilt ?? pose.pelvicTilt,
    bladePush: faults.bladePush ?? pose.bladePush,
    lumbar: pose.lumbar - (faults.arch ?? 0),
    shoulder: faults.shoulder ?? pose.shoulder,
    support: pose.support && faults.ahead !== undefined ? { ...pose.support, ahead: faults.ahead } : pose.support,
    contacts: faults.arch ? pose.contacts.map((c) => (c.at === 'lowback' ? { at: 'hip' as const } : c)) : pose.contacts,
  };
}

export interface SimulatedPicture {
  picture: { width: Pixels; height: Pixels };
  /** What a perfect finger would place, with noise when asked for. */
  points: Landmarks;
  floor: FloorLine;
  pixelsPerMetre: number;
  figure: FigurePoints;
  /** Raised things under contacts, metres. */
  boxes: { at: Point; height: Metres }[];
  /** Metres to pixels for the near side (`depth` −1), the middle (0) and the far side (1). */
  project: (p: Point, depth: -1 | 0 | 1, width?: Metres) => Point;
}

/**
 * A point through a lens that is aimed at the body's middle, in metres at that middle's distance.
 * @param p right of and above the body's middle, metres
 * @param behind how far it lies behind the middle plane, metres
 * @param middle height of the body's middle above the floor, metres
 */
function throughLens(p: Point, behind: Metres, middle: Metres, lens: NonNullable<Camera['lens']>): Point {
  const pitch = Math.atan2(lens.height - middle, lens.distance);
  const up = p[1] + middle - lens.height;
  const away = lens.distance + behind;
  const along = away * Math.cos(pitch) - up * Math.sin(pitch);
  const above = up * Math.cos(pitch) + away * Math.sin(pitch);
  const focal = Math.hypot(lens.distance, lens.height - middle);
  return [(focal * p[0]) / along, (focal * above) / along];
}

const WIDTH_OF: Partial<Record<BaseLandmark, 'shoulderWidth' | 'hipWidth' | 'none'>> = {
  ear: 'none',
  nose: 'none',
  midback: 'none',
  lowback: 'none',
  ribs: 'none',
  shoulder: 'shoulderWidth',
  elbow: 'shoulderWidth',
  wrist: 'shoulderWidth',
  fingertip: 'shoulderWidth',
};

/** What a camera is aimed at: the middle of the figure, metres. */
export function bodyCentre(figure: FigurePoints, body: Body): Point {
  const ends = [figure.vertex, figure.toe, figure.wrist, figure.knee, figure.far.wrist];
  const middle = (axis: 0 | 1): number =>
    (Math.min(...ends.map((p) => p[axis])) + Math.max(...ends.map((p) => p[axis]))) / 2;
  return [middle(0), Math.max(middle(1), 0.2 * body.stature)];
}

/**
 * Aims for pictures of one body that moves before a camera on a stand: at the first pose's middle, with what the body stands on or hangs from
 * staying where it is.
 */
export function steadyAim(first: Pose, body: Body): (pose: Pose) => Point {
  const from = placeFigure(first, body);
  const centre = bodyCentre(from, body);
  const at = first.contacts[0]?.at;
  if (!at) return () => centre;
  const off: Point = [centre[0] - from[at][0], centre[1] - from[at][1]];
  return (pose) => {
    const now = placeFigure(pose, body)[at];
    return [now[0] + off[0], now[1] + off[1]];
  };
}

/**
 * Takes a picture of a pose: a camera far away, so that lines stay lines, or a lens that stands somewhere, aimed at the body's middle, with
 * perspective. Off-square shortens what lies level and parts near and far.
 * @param noise landmark error, 1 SD in px
 * @param random needed when `noise` is above 0
 */
export function simulatePicture(
  pose: Pose,
  body: Body,
  camera: Camera = DEFAULT_CAMERA,
  noise: Pixels = 0,
  random?: Random,
): SimulatedPicture {
  const figure = placeFigure(pose, body);
  const centre = camera.aim ?? bodyCentre(figure, body);
  const project = (p: Point, depth: -1 | 0 | 1, width: Metres = 0): Point => {
    const turn = radians(camera.offSquare);
    const across = (p[0] - centre[0]) * Math.cos(turn) + depth * (width / 2) * Math.sin(turn) + camera.offset[0];
    const up = p[1] - centre[1] + camera.offset[1];
    const behind = depth * (width / 2) * Math.cos(turn) - (p[0] - centre[0]) * Math.sin(turn);
    const seen = camera.lens ? throughLens([across, up], behind, centre[1], camera.lens) : ([across, up] as Point);
    const turned = rotate(seen, -camera.roll);
    return [
      camera.width / 2 + turned[0] * camera.pixelsPerMetre,
      camera.height / 2 - turned[1] * camera.pixelsPerMetre,
    ];
  };
  const jitter = (p: Point): Point =>
    noise > 0 && random ? add(p, [gaussian(random) * noise, gaussian(random) * noise]) : p;
  const names: BaseLandmark[] = [...SIDE_LANDMARKS, ...EXTRA_LANDMARKS];
  const points: Partial<Record<LandmarkName, Point>> = {};
  for (const name of names) {
    const own = WIDTH_OF[name] === 'none' ? 0 : body[(WIDTH_OF[name] as 'shoulderWidth') ?? 'hipWidth'];
    // A lens near by sees the ear where the side of the head is.
    const width = name === 'ear' && camera.lens ? HEAD_WIDTH * body.stature : own;
    points[name] = jitter(project(figure[name], -1, width));
  }
  points['shoulder-l'] = jitter(project(figure.far.shoulder, 1, body.shoulderWidth));
  points['hip-l'] = jitter(project(figure.far.hip, 1, body.hipWidth));
  const floor: FloorLine = [jitter(project([centre[0] - 1.2, 0], 0)), jitter(project([centre[0] + 1.2, 0], 0))];
  const boxes = pose.contacts.flatMap((c) => (c.height ? [{ at: figure[c.at], height: heightOf(c, body) }] : []));
  return {
    picture: { width: camera.width, height: camera.height },
    points,
    floor,
    pixelsPerMetre: camera.pixelsPerMetre,
    figure,
    boxes,
    project,
  };
}

/**
 * A picture across the body: left and right landmarks in pixels, as a perfect finger would place them.
 * @param family one that is looked at from this view
 * @param depthOf how far a point lies towards the camera from the plane of the feet (from above: of the floor), metres; it matters to a
 *   camera that is off square or has a lens, which stands in front of that plane, or over it
 */
export function simulateAcross(
  family: string,
  view: View,
  body: Body,
  faults: AcrossFaults = {},
  end: 'ankle' | 'knee' = 'ankle',
  camera: Camera = DEFAULT_CAMERA,
  depthOf: (name: LandmarkName) => Metres = () => 0,
  pose?: Pose,
): Pick<SimulatedPicture, 'picture' | 'points' | 'pixelsPerMetre'> & {
  metres: Partial<Record<LandmarkName, Point>>;
  /** What the camera is aimed at, metres. */
  centre: Point;
  floor?: FloorLine;
} {
  const metres = acrossPoints(family, view, body, faults, end, pose);
  const all = Object.values(metres);
  const middle = (axis: 0 | 1): number =>
    (Math.min(...all.map((p) => p[axis])) + Math.max(...all.map((p) => p[axis]))) / 2;
  const centre: Point = camera.aim ?? [middle(0), middle(1)];
  const lens = camera.lens && (view === 'above' ? { distance: camera.lens.height, height: centre[1] } : camera.lens);
  const project = (p: Point, towards: Metres): Point => {
    const turn = radians(camera.offSquare);
    const [x, up] = [p[0] - centre[0], p[1] - centre[1] + camera.offset[1]];
    const across = x * Math.cos(turn) - towards * Math.sin(turn) + camera.offset[0];
    const behind = -towards * Math.cos(turn) - x * Math.sin(turn);
    const seen = lens ? throughLens([across, up], behind, centre[1], lens) : ([across, up] as Point);
    const turned = rotate(seen, -camera.roll);
    return [
      camera.width / 2 + turned[0] * camera.pixelsPerMetre,
      camera.height / 2 - turned[1] * camera.pixelsPerMetre,
    ];
  };
  return {
    picture: { width: camera.width, height: camera.height },
    points: Object.fromEntries(
      Object.entries(metres).map(([name, p]) => [name, project(p, depthOf(name as LandmarkName))]),
    ),
    pixelsPerMetre: camera.pixelsPerMetre,
    metres,
    centre,
    ...(view === 'above'
      ? {}
      : { floor: [project([centre[0] - 1.2, 0], 0), project([centre[0] + 1.2, 0], 0)] as FloorLine }),
  };
}
