/** A placed figure as plain shapes, for templates, drill pictures and the simulated picture alike. */
import { add, between, distance, rotate, scale, subtract, type Point } from '../geometry.js';
import type { Body } from './anthropometry.js';
import { BAR_FROM, heightOf, placeFigure, shifted, type FigurePoints } from './figure.js';
import type { Pose } from './pose.js';
import type { Camera, SimulatedPicture } from './simulate.js';
import type { LandmarkName, View } from '../landmarks.js';

export type Tone = 'block' | 'far' | 'skin' | 'shirt' | 'shorts' | 'shoe' | 'hair';

/** A limb as a tapered capsule (two radii) in the same unit as its points. */
export interface Shape {
  tone: Tone;
  path: string;
}

const f = (n: number): string => n.toFixed(1);

/** Outline of a capsule with radius `ra` at `a` and `rb` at `b`, as an SVG path. */
export function capsulePath(a: Point, b: Point, ra: number, rb: number): string {
  const d = distance(a, b);
  if (d < 1e-6) return circlePath(a, Math.max(ra, rb));
  const along = scale(subtract(b, a), 1 / d);
  const side = rotate(along, 90);
  const [p1, p2] = [add(a, scale(side, ra)), add(b, scale(side, rb))];
  const [p3, p4] = [add(b, scale(side, -rb)), add(a, scale(side, -ra))];
  return `M${f(p1[0])} ${f(p1[1])}L${f(p2[0])} ${f(p2[1])}A${f(rb)} ${f(rb)} 0 0 0 ${f(p3[0])} ${f(p3[1])}L${f(p4[0])} ${f(p4[1])}A${f(ra)} ${f(ra)} 0 0 0 ${f(p1[0])} ${f(p1[1])}Z`;
}

const circlePath = (c: Point, r: number): string =>
  `M${f(c[0] - r)} ${f(c[1])}a${f(r)} ${f(r)} 0 1 0 ${f(2 * r)} 0a${f(r)} ${f(r)} 0 1 0 ${f(-2 * r)} 0Z`;

/** Half widths of the limbs, share of stature. For looks only. */
const R = {
  upperArm: 0.026,
  elbow: 0.021,
  wrist: 0.016,
  hand: 0.014,
  hip: 0.052,
  knee: 0.032,
  ankle: 0.02,
  foot: 0.017,
  toe: 0.011,
  chest: 0.06,
  waist: 0.05,
  pelvis: 0.056,
  head: 0.058,
  neck: 0.03,
};

/**
 * Shapes of a figure, far limbs first.
 * @param project metres to drawing units
 * @param unit drawing units per metre
 */
export function figureShapes(
  figure: FigurePoints,
  body: Body,
  project: (p: Point, depth: -1 | 0 | 1, width: number) => Point,
  unit: number,
): Shape[] {
  const r = (key: keyof typeof R): number => R[key] * body.stature * unit;
  const arm = (p: FigurePoints | FigurePoints['far'], depth: -1 | 1, tone: Tone): Shape[] => {
    const at = (q: Point): Point => project(q, depth, body.shoulderWidth);
    return [
      { tone, path: capsulePath(at(p.shoulder), at(p.elbow), r('upperArm'), r('elbow')) },
      { tone, path: capsulePath(at(p.elbow), at(p.wrist), r('elbow'), r('wrist')) },
      { tone, path: capsulePath(at(p.wrist), at(between(p.wrist, p.fingertip, 0.8)), r('wrist'), r('hand')) },
    ];
  };
  const leg = (p: FigurePoints | FigurePoints['far'], depth: -1 | 1, skin: Tone, shorts: Tone, shoe: Tone): Shape[] => {
    const at = (q: Point): Point => project(q, depth, body.hipWidth);
    return [
      { tone: skin, path: capsulePath(at(p.knee), at(p.ankle), r('knee'), r('ankle')) },
      { tone: shoe, path: capsulePath(at(p.heel), at(p.toe), r('foot'), r('toe')) },
      { tone: skin, path: capsulePath(at(p.hip), at(p.knee), r('hip'), r('knee')) },
      {
        tone: shorts,
        path: capsulePath(at(p.hip), at(between(p.hip, p.knee, 0.55)), r('hip') * 1.04, r('knee') * 1.35),
      },
    ];
  };
  const mid = (q: Point): Point => project(q, 0, 0);
  const headCentre = between(figure.ear, figure.vertex, 0.25);
  return [
    ...arm(figure.far, 1, 'far'),
    ...leg(figure.far, 1, 'far', 'far', 'far'),
    {
      tone: 'skin',
      path: capsulePath(mid(figure.shoulder), mid(between(figure.shoulder, figure.ear, 0.8)), r('neck'), r('neck')),
    },
    { tone: 'hair', path: circlePath(mid(headCentre), r('head') * 1.05) },
    { tone: 'skin', path: circlePath(mid(between(headCentre, figure.nose, 0.28)), r('head') * 0.9) },
    { tone: 'shirt', path: capsulePath(mid(figure.thorax), mid(figure.lumbar), r('chest'), r('waist')) },
    {
      tone: 'shirt',
      path: capsulePath(
        mid(between(figure.shoulder, figure.thorax, 0.2)),
        mid(figure.thorax),
        r('chest') * 0.85,
        r('chest'),
      ),
    },
    { tone: 'shorts', path: capsulePath(mid(figure.lumbar), mid(figure.hip), r('waist'), r('pelvis')) },
    ...leg(figure, -1, 'skin', 'shorts', 'shoe'),
    ...arm(figure, -1, 'skin'),
  ];
}

const PAINT: Record<Tone, string> = {
  block: '#d9d3c3',
  far: '#6d7a80',
  skin: '#c58f6b',
  shirt: '#2f6f73',
  shorts: '#28323a',
  shoe: '#e9e4d8',
  hair: '#4a3527',
};

/** The simulated picture as an SVG document: the hall's wall and floor, a mat, the person. */
export function simulatedSvg(shot: SimulatedPicture, body: Body, camera: Camera): string {
  const { width, height } = shot.picture;
  const far = 4;
  const corner = (x: number, y: number): string => {
    const p = shot.project([x, y], 0, 0);
    return `${f(p[0])},${f(p[1])}`;
  };
  const xs = [shot.figure.vertex[0], shot.figure.toe[0], shot.figure.wrist[0]];
  const [left, right] = [Math.min(...xs) - 0.2, Math.max(...xs) + 0.2];
  const shapes = figureShapes(shot.figure, body, shot.project, camera.pixelsPerMetre);
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
 * A picture across the body (front, rear, above) as an SVG document, from left and right landmarks in metres.
 * @param project metres to pixels
 */
export function acrossSvg(
  points: Partial<Record<LandmarkName, Point>>,
  body: Body,
  view: View,
  camera: Camera,
  project: (p: Point) => Point,
): string {
  const { width, height } = camera;
  const r = (key: keyof typeof R): number => R[key] * body.stature * camera.pixelsPerMetre;
  const limb = (a: LandmarkName, b: LandmarkName, tone: Tone, from: keyof typeof R, to: keyof typeof R): Shape[] =>
    points[a] && points[b] ? [{ tone, path: capsulePath(project(points[a]), project(points[b]), r(from), r(to)) }] : [];
  const mid = (a: LandmarkName, b: LandmarkName): Point => between(points[a]!, points[b]!, 0.5);
  const [shoulders, hips] = [mid('shoulder-l', 'shoulder-r'), mid('hip-l', 'hip-r')];
  const head = points['ear-r'] ? mid('ear-l', 'ear-r') : points['ear-l']!;
  // The far side first: from the front of somebody lying on the left elbow that is the left.
  const sides = (['l', 'r'] as const).flatMap((s): Shape[] => [
    ...limb(`hip-${s}`, `knee-${s}`, 'shorts', 'hip', 'knee'),
    ...limb(`knee-${s}`, `ankle-${s}`, 'skin', 'knee', 'ankle'),
    ...limb(`heel-${s}`, `toe-${s}`, 'shoe', 'foot', 'toe'),
    ...limb(`shoulder-${s}`, `elbow-${s}`, 'skin', 'upperArm', 'elbow'),
    ...limb(`elbow-${s}`, `wrist-${s}`, 'skin', 'elbow', 'wrist'),
  ]);
  const shapes: Shape[] = [
    ...sides,
    ...limb('shoulder-l', 'hip-l', 'shirt', 'waist', 'waist'),
    ...limb('shoulder-r', 'hip-r', 'shirt', 'waist', 'waist'),
    { tone: 'shirt', path: capsulePath(project(shoulders), project(hips), r('chest'), r('waist')) },
    ...limb('hip-l', 'hip-r', 'shorts', 'waist', 'waist'),
    { tone: 'skin', path: capsulePath(project(shoulders), project(head), r('neck'), r('neck')) },
    { tone: view === 'front' ? 'skin' : 'hair', path: circlePath(project(head), r('head')) },
  ];
  const wall = project([0, 0])[1];
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
  frames: Shape[][];
  box: { x: number; y: number; width: number; height: number };
}
const UNIT = 200;

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

/** Blocks under contacts that rest above the floor, as wide as a step bench; above head height a bar. */
function surfacesUnder(pose: Pose, figure: FigurePoints, body: Body, at: (p: Point) => Point): Shape[] {
  const HALF = 0.14;
  return pose.contacts
    .map((c) => ({ ...c, height: heightOf(c, body) }))
    .filter((c) => c.height > 0.02)
    .map((c) => {
      const x = figure[c.at][0] + (c.at === 'wrist' ? 0.05 : 0);
      if (c.height > BAR_FROM) return { tone: 'block', path: circlePath(at([figure[c.at][0], c.height]), 8) };
      const [left, top] = at([x - HALF, c.height]);
      const [right, floor] = at([x + HALF, 0]);
      return { tone: 'block', path: `M${f(left)} ${f(top)}H${f(right)}V${f(floor)}H${f(left)}Z` };
    });
}

/** Draws poses of one body in a common frame, floor at y = 0, y down. */
export function drawPoses(poses: readonly Pose[], body: Body): DrawnPoses {
  const figures = level(poses.map((pose) => placeFigure(pose, body)));
  const points = figures.flatMap((g) => [
    g.vertex,
    g.toe,
    g.wrist,
    g.fingertip,
    g.knee,
    g.shoulder,
    g.far.toe,
    g.far.fingertip,
  ]);
  const xs = points.map((p) => p[0] * UNIT);
  const top = Math.max(...points.map((p) => p[1] * UNIT));
  const x = Math.min(...xs) - 24;
  const at = (p: Point): Point => [p[0] * UNIT, -p[1] * UNIT];
  return {
    frames: figures.map((figure, i) => [
      ...surfacesUnder(poses[i]!, figure, body, at),
      ...figureShapes(figure, body, at, UNIT),
    ]),
    box: { x, y: -top - 24, width: Math.max(...xs) - x + 24, height: top + 34 },
  };
}

/** One pose as an SVG document that fits a box, for print. */
export function poseSvg(pose: Pose, body: Body, width: number, height: number): string {
  const { frames, box } = drawPoses([pose], body);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="${f(box.x)} ${f(box.y)} ${f(box.width)} ${f(box.height)}">`,
    `<path d="M${f(box.x)} 3H${f(box.x + box.width)}" stroke="#55626a" stroke-width="3"/>`,
    ...frames[0]!.map((s) => `<path d="${s.path}" fill="${PAINT[s.tone]}"/>`),
    '</svg>',
  ].join('');
}
