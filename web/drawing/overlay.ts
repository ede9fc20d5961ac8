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

/** A piece of a drawing, as SVG has it: shown by the page, written into a file, or drawn on every frame of a clip. */
export interface Stroke {
  tag: 'line' | 'polyline' | 'circle' | 'text';
  of: Readonly<Record<string, string | number>>;
  text?: string;
}
const lineOf = ([a, b]: readonly [Point, Point], of: Stroke['of']): Stroke => ({
  tag: 'line',
  of: { x1: a[0], y1: a[1], x2: b[0], y2: b[1], ...of },
});
/** Every line has a dark casing, so that it stands out from a light wall and from a dark shirt. */
const cased = (between: readonly [Point, Point], of: Stroke['of'], casing: number): Stroke[] => [
  lineOf(between, { stroke: CASING, 'stroke-width': casing }),
  lineOf(between, of),
];
export const LINE_TONE = '#ff7a33';
const MARK_TONE = '#ffe14d';

/**
 * The measured line over a picture: the taut one dashed, the measured one with its error as width, the floor.
 * @param unit a stroke width that suits the size at which the picture is seen, in its px
 * @param bare without the width of its error, and without its knots
 */
export function strokesOf(
  overlay: Overlay,
  unit: number,
  { tone = LINE_TONE, bare = false }: { tone?: string; bare?: boolean } = {},
): Stroke[] {
  const floor = overlay.floor
    ? cased(overlay.floor, { stroke: '#fff', 'stroke-width': unit * 0.6, 'stroke-dasharray': '8 6' }, unit * 1.5)
    : [];
  if (!overlay.line) return floor;
  const polyline = (of: Stroke['of']): Stroke => ({
    tag: 'polyline',
    of: { points: overlay.line!, fill: 'none', 'stroke-linejoin': 'round', ...of },
  });
  return [
    ...floor,
    polyline({ stroke: CASING, 'stroke-width': unit * 2.4 }),
    ...(bare
      ? []
      : [
          polyline({
            stroke: LINE_TONE,
            'stroke-opacity': 0.4,
            'stroke-width': overlay.band,
            'stroke-linecap': 'round',
          }),
        ]),
    ...cased(
      overlay.ideal!,
      { stroke: '#fff', 'stroke-width': unit, 'stroke-dasharray': `${unit * 3} ${unit * 2}` },
      unit * 2,
    ),
    polyline({ stroke: tone, 'stroke-width': unit * 1.2 }),
    ...(bare
      ? []
      : overlay.knots.map(([cx, cy]): Stroke => ({
          tag: 'circle',
          of: { cx, cy, r: unit * 2.4, fill: LINE_TONE, stroke: CASING, 'stroke-width': unit * 0.7 },
        }))),
  ];
}

/** Words over a picture: light on a dark edge. */
export const wordsOver = (at: Point, text: string, size: number): Stroke => ({
  tag: 'text',
  of: {
    x: at[0],
    y: at[1],
    fill: '#fff',
    stroke: CASING,
    'stroke-width': size / 5,
    'stroke-linejoin': 'round',
    'paint-order': 'stroke',
    'font-size': size,
    'font-weight': 700,
    'font-family': 'sans-serif',
  },
  text,
});
/** A free angle or distance: its lines, its points and what it says. */
export function markStrokes(points: readonly Point[], text: string, unit: number): Stroke[] {
  const lines = points
    .slice(1)
    .flatMap((p, i) => cased([points[i]!, p], { stroke: MARK_TONE, 'stroke-width': unit * 1.2 }, unit * 2.4));
  const at = points.length === 3 ? points[1]! : points.at(-1)!;
  return [
    ...lines,
    ...points.map(([cx, cy]): Stroke => ({
      tag: 'circle',
      of: { cx, cy, r: unit * 2, fill: MARK_TONE, stroke: CASING, 'stroke-width': unit * 0.7 },
    })),
    ...(text ? [wordsOver([at[0] + unit * 4, at[1] - unit * 4], text, unit * 7)] : []),
  ];
}

const SPECIAL: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string | number): string => String(text).replace(/[&<>"]/g, (c) => SPECIAL[c]!);
const markup = ({ tag, of, text }: Stroke): string =>
  `<${tag} ${Object.entries(of)
    .map(([key, value]) => `${key}="${escaped(value)}"`)
    .join(' ')}>${text === undefined ? '' : escaped(text)}</${tag}>`;
/**
 * A drawing as an SVG file.
 * @param picture address of what lies under it, if anything: a data address, so that the file stands alone
 */
export const svgOf = (
  { width, height }: { width: number; height: number },
  strokes: readonly Stroke[],
  picture?: string,
): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${
    picture ? `<image href="${escaped(picture)}" width="${width}" height="${height}"/>` : ''
  }${strokes.map(markup).join('')}</svg>`;
