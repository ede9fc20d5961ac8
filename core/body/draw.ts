/** A placed figure as plain shapes, for templates, drill pictures and the simulated picture alike. */
import { add, type Point } from '../geometry.js';
import type { Body } from './anthropometry.js';
import { placeFigure, shifted, type FigurePoints } from './figure.js';
import { kitOf } from './kit.js';
import type { Pose } from './pose.js';
import type { Camera, SimulatedPicture } from './simulate.js';
import type { FloorLine, Landmarks, View } from '../landmarks.js';
import { acrossOutlines } from './across-outline.js';
import { outlinesOf, trunkOutlines } from './outline.js';
import { smoothPath, type Tone } from './parts.js';

/** A part of a picture: its tone, and its outline as an SVG path. */
export interface Shape {
  tone: Tone;
  path: string;
}

const f = (n: number): string => n.toFixed(1);

/**
 * Shapes of a figure, far limbs first.
 * @param project metres to drawing units: a point, on which side of the middle plane it lies, and how far apart both sides are
 */
export function figureShapes(
  figure: FigurePoints,
  body: Body,
  project: (p: Point, depth: -1 | 0 | 1, width: number) => Point,
): Shape[] {
  return outlinesOf(figure, body).map(({ tone, ring, side, at }) => ({
    tone,
    path: smoothPath(
      ring.map((p) => project(p, side, side === 0 ? 0 : at === 'hips' ? body.hipWidth : body.shoulderWidth)),
    ),
  }));
}

const PAINT: Record<Tone, string> = {
  block: '#d9d3c3',
  line: '#28323a',
  far: '#6d7a80',
  edge: '#20303a',
  skin: '#c58f6b',
  shirt: '#2f6f73',
  shorts: '#28323a',
  shoe: '#e9e4d8',
  hair: '#4a3527',
};

/** The simulated picture as an SVG document: the hall's wall and floor, a mat, the person. */
export function simulatedSvg(shot: SimulatedPicture, body: Body): string {
  const { width, height } = shot.picture;
  const far = 4;
  const corner = (x: number, y: number): string => {
    const p = shot.project([x, y], 0, 0);
    return `${f(p[0])},${f(p[1])}`;
  };
  const xs = [shot.figure.vertex[0], shot.figure.toe[0], shot.figure.wrist[0]];
  const [left, right] = [Math.min(...xs) - 0.2, Math.max(...xs) + 0.2];
  const shapes = figureShapes(shot.figure, body, shot.project);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">`,
    `<rect width="${width}" height="${height}" fill="#d9dcd6"/>`,
    `<polygon points="${corner(-far, 0)} ${corner(far, 0)} ${corner(far, -far)} ${corner(-far, -far)}" fill="#a88f72"/>`,
    `<polygon points="${corner(-far, 0.1)} ${corner(far, 0.1)} ${corner(far, 0)} ${corner(-far, 0)}" fill="#8b959a"/>`,
    `<polygon points="${corner(left, 0)} ${corner(right, 0)} ${corner(right, -0.05)} ${corner(left, -0.05)}" fill="#37556b"/>`,
    ...shot.boxes.map(({ at, height }) => {
      const [x0, x1] = [at[0] - 0.12, at[0] + 0.32];
      return `<polygon points="${corner(x0, 0)} ${corner(x1, 0)} ${corner(x1, height)} ${corner(x0, height)}" fill="#c9a36a" stroke="#8a6a3a"/>`;
    }),
    ...shapes.map(
      (shape) => `<path d="${shape.path}" fill="${PAINT[shape.tone]}" stroke="#20303a" stroke-opacity="0.25"/>`,
    ),
    '</svg>',
  ].join('');
}

/**
 * A picture across the body (front, rear, above) as an SVG document: outlines round the points where the camera sees them.
 * @param seen left and right landmarks, px, and the floor line where the view has one
 */
export function acrossSvg(
  seen: { points: Landmarks; floor?: FloorLine; pixelsPerMetre: number },
  body: Body,
  view: View,
  camera: Camera,
): string {
  const { width, height } = camera;
  const metres = ([x, y]: Point): Point => [x / seen.pixelsPerMetre, (height - y) / seen.pixelsPerMetre];
  const project = ([x, y]: Point): Point => [x * seen.pixelsPerMetre, height - y * seen.pixelsPerMetre];
  const points = Object.fromEntries(Object.entries(seen.points).map(([name, p]) => [name, metres(p)]));
  const shapes = acrossOutlines(points, body, view).map(({ tone, ring }): Shape => ({
    tone,
    path: smoothPath(ring.map(project)),
  }));
  const wall = seen.floor ? (seen.floor[0][1] + seen.floor[1][1]) / 2 : height;
  const ground =
    view === 'above'
      ? `<rect width="${width}" height="${height}" fill="#37556b"/>`
      : `<rect width="${width}" height="${height}" fill="#d9dcd6"/><rect y="${f(wall)}" width="${width}" height="${height}" fill="#a88f72"/>`;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">`,
    ground,
    ...shapes.map((s) => `<path d="${s.path}" fill="${PAINT[s.tone]}" stroke="#20303a" stroke-opacity="0.25"/>`),
    '</svg>',
  ].join('');
}

/** Shapes of poses in one frame, so that two poses of a movement keep their scale and place. Drawing units: 200 a metre. */
export interface DrawnPoses {
  /** How many frames there are. */
  count: number;
  /** The shapes of a frame, drawn when they are first asked for. @throws RangeError for a frame that is not there */
  frame: (i: number) => readonly Shape[];
  /** The figures of the frames, metres, as they are drawn. */
  figures: FigurePoints[];
  box: { x: number; y: number; width: number; height: number };
}
/** Drawing units a metre. */
export const DRAWN_UNIT = 200;
/** A point of a drawn figure in drawing units. */
export const drawnAt = (p: Point): Point => [p[0] * DRAWN_UNIT, -p[1] * DRAWN_UNIT];

/** A figure that is higher off the floor than this hangs, and is shown without it, metres. */
const HANGS = 0.3;

/** How far the seat and the thighs stand out from the hip, share of stature. */
const SEAT = 0.07;

const lowestOf = (figure: FigurePoints): number =>
  Math.min(
    ...[figure, figure.far].flatMap((g) =>
      [g.toe, g.heel, g.wrist, g.elbow, g.knee, g.hip, g.shoulder].map((p) => p[1]),
    ),
  );

/** Frames between two poses kept on the ground: the lowest joint sinks and rises evenly from the first frame to the last. */
function level(figures: FigurePoints[]): FigurePoints[] {
  const last = figures.length - 1;
  if (last < 2) return figures;
  const [from, to] = [lowestOf(figures[0]!), lowestOf(figures[last]!)];
  return figures.map((figure, i) => shifted(figure, [0, from + ((to - from) * i) / last - lowestOf(figure)]));
}

/**
 * The figure as it lies: who rests on the low back alone rolls onto the seat as the trunk comes up, and the seat does not go into the
 * floor. The placed figure knows of bones only.
 */
export function lying(pose: Pose, figure: FigurePoints, body: Body): FigurePoints {
  if (!pose.contacts.every((c) => c.at === 'lowback' && !c.height)) return figure;
  const { trunk, seat } = trunkOutlines(figure, body);
  const ys = [...trunk, ...seat].map((p) => p[1]);
  return shifted(figure, [0, Math.max(0, -Math.min(...ys))]);
}

const straightPath = (ring: readonly Point[]): string => `M${ring.map((p) => `${f(p[0])} ${f(p[1])}`).join('L')}Z`;

/** Draws poses of one body in a common frame, floor at y = 0, y down. */
export function drawPoses(poses: readonly Pose[], body: Body): DrawnPoses {
  const figures = level(poses.map((pose) => placeFigure(pose, body))).map((figure, i) =>
    lying(poses[i]!, figure, body),
  );
  const kit = figures.map((figure, i) => kitOf(poses[i]!, figure, body));
  const points = figures.flatMap((g, i) => [
    ...kit[i]!.flatMap((k) => k.ring),
    ...[-1, 1].map((way): Point => add(g.hip, [way * SEAT * body.stature, 0])),
    g.vertex,
    g.toe,
    g.wrist,
    g.fingertip,
    g.knee,
    g.shoulder,
    g.far.toe,
    g.far.fingertip,
  ]);
  const xs = points.map((p) => p[0] * DRAWN_UNIT);
  const top = Math.max(...points.map((p) => p[1] * DRAWN_UNIT));
  const x = Math.min(...xs) - 24;
  const low = Math.min(...figures.map(lowestOf));
  const drawn: Shape[][] = [];
  return {
    figures,
    count: figures.length,
    frame(i) {
      const [figure, pieces] = [figures[i], kit[i]];
      if (!figure || !pieces) throw new RangeError(`there is no frame ${i}`);
      const shapes = (over: boolean): Shape[] =>
        pieces
          .filter((k) => k.over === over)
          .map(({ tone, ring, smooth }) => ({ tone, path: (smooth ? smoothPath : straightPath)(ring.map(drawnAt)) }));
      return (drawn[i] ??= [...shapes(false), ...figureShapes(figure, body, drawnAt), ...shapes(true)]);
    },
    box: { x, y: -top - 24, width: Math.max(...xs) - x + 24, height: top + (low > HANGS ? 24 - low * DRAWN_UNIT : 34) },
  };
}

const ON_PAPER: Record<Tone, string> = { ...PAINT, edge: '#ffffff' };
/** One pose as an SVG document that fits a box, for print. */
export function poseSvg(pose: Pose, body: Body, width: number, height: number): string {
  const { frame, box } = drawPoses([pose], body);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="${f(box.x)} ${f(box.y)} ${f(box.width)} ${f(box.height)}">`,
    ...frame(0).map((s) => `<path d="${s.path}" fill="${ON_PAPER[s.tone]}"/>`),
    `<path d="M${f(box.x)} 3H${f(box.x + box.width)}" stroke="#55626a" stroke-width="3"/>`,
    '</svg>',
  ].join('');
}
