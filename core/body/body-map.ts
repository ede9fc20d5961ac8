/** A standing body seen from the front and from the rear, with the places that people speak of: where something was felt, where care is due. */
import { between, distance, type Metres, type Point } from '../geometry.js';
import { FELT_SITES, type CautionId } from '../formats/catalog.js';
import type { LandmarkName } from '../landmarks.js';
import type { Body } from './anthropometry.js';
import { acrossOutlines } from './across-outline.js';
import type { Outline } from './parts.js';

export type FeltSite = Exclude<(typeof FELT_SITES)[number], 'nowhere'>;
/** Places on the map: what can be felt, and joints that cautions speak of. */
export type MapSite = FeltSite | 'elbows' | 'knees' | 'hips';
/** Where something can be felt. */
export const FELT_PLACES: readonly FeltSite[] = FELT_SITES.filter((site) => site !== 'nowhere');
export type PainSite = FeltSite | 'elbows' | 'knees';
/** Where pain can be: the joints too. */
export const PAIN_PLACES: readonly PainSite[] = [...FELT_PLACES, 'elbows', 'knees'];
export type MapView = 'front' | 'rear';

/** A place: an oval about its middle, metres, x right as drawn, y up, the floor at 0. */
export interface MapPlace {
  site: MapSite;
  at: Point;
  half: readonly [x: Metres, y: Metres];
}
export interface MapFigure {
  outlines: readonly Outline[];
  places: readonly MapPlace[];
  /** What holds all of it, metres. */
  box: { left: Metres; right: Metres; top: Metres };
}

/** Arms are held this far from the body, so that each part has its own place: share of stature at the elbow and at the wrist. */
const ARMS_OUT = { elbow: 0.075, wrist: 0.115 } as const;

function standing(
  body: Body,
): Record<'shoulder' | 'elbow' | 'wrist' | 'hip' | 'knee' | 'ankle' | 'heel' | 'toe' | 'ear', Point> {
  const { stature, lengths } = body;
  const hip: Point = [body.hipWidth / 2, body.ankleHeight + lengths.shank + lengths.thigh];
  const shoulder: Point = [body.shoulderWidth / 2, hip[1] + body.trunk];
  const down = (from: Point, long: Metres, out: Metres): Point => [
    from[0] + out,
    from[1] - Math.sqrt(Math.max(0, long ** 2 - out ** 2)),
  ];
  const elbow = down(shoulder, lengths.upperArm, ARMS_OUT.elbow * stature);
  const ankle: Point = [hip[0] * 1.15, body.ankleHeight];
  return {
    shoulder,
    elbow,
    wrist: down(elbow, lengths.forearm, (ARMS_OUT.wrist - ARMS_OUT.elbow) * stature),
    hip,
    knee: [hip[0] * 1.08, body.ankleHeight + lengths.shank],
    ankle,
    heel: ankle,
    toe: [ankle[0] * 1.35, 0.012 * stature],
    ear: [0.03 * stature, shoulder[1] + body.neck],
  };
}

/** A place and its middle, metres; half size as shares of stature; on both sides, or in the middle. */
interface Told {
  site: MapSite;
  at: Point;
  half: readonly [x: number, y: number];
  pair: boolean;
}

/**
 * The map of a body.
 * @returns outlines and places of the view, metres
 */
export function bodyMap(body: Body, view: MapView): MapFigure {
  const half = standing(body);
  const { stature } = body;
  const points: Partial<Record<LandmarkName, Point>> = {};
  for (const [name, p] of Object.entries(half)) {
    points[`${name}-l` as LandmarkName] = p;
    points[`${name}-r` as LandmarkName] = [-p[0], p[1]];
  }
  const trunkAt = (up: number): number => half.hip[1] + (half.shoulder[1] - half.hip[1]) * up;
  const told = (site: MapSite, at: Point, halfX: number, halfY: number, pair = true): Told => ({
    ...{ site, at, pair },
    half: [halfX, halfY],
  });
  const common: Told[] = [
    told('shoulders', [half.shoulder[0] * 0.98, half.shoulder[1] - 0.01 * stature], 0.034, 0.04),
    told('arms', between(half.shoulder, half.elbow, 0.72), 0.026, 0.062),
    told('elbows', half.elbow, 0.024, 0.026),
    told('wrists', half.wrist, 0.026, 0.036),
    told('knees', half.knee, 0.032, 0.034),
  ];
  const front: Told[] = [
    told('neck', [0, half.shoulder[1] + body.neck * 0.42], 0.032, 0.03, false),
    told('ribs-side', [0.062 * stature, trunkAt(0.5)], 0.024, 0.056),
    told('belly', [0, trunkAt(0.36)], 0.042, 0.082, false),
    told('front-of-hip', [half.hip[0] * 1.12, half.hip[1] + 0.008 * stature], 0.036, 0.036),
    told('hips', [half.hip[0] * 1.12, half.hip[1] + 0.008 * stature], 0.036, 0.036),
    told('front-of-thigh', between(half.hip, half.knee, 0.52), 0.038, 0.085),
  ];
  const rear: Told[] = [
    told('neck', [0, half.shoulder[1] + body.neck * 0.4], 0.032, 0.034, false),
    told('low-back', [0, trunkAt(0.3)], 0.06, 0.055, false),
    told('seat', [half.hip[0] * 0.98, half.hip[1] + 0.012 * stature], 0.044, 0.05),
    told('hamstrings', between(half.hip, half.knee, 0.55), 0.038, 0.085),
    told('calves', between(half.knee, half.ankle, 0.34), 0.032, 0.075),
  ];
  const places = [...(view === 'front' ? front : rear), ...common].flatMap(({ site, at: [x, y], half: [w, h], pair }) =>
    (pair ? [x, -x] : [x]).map((to): MapPlace => ({ site, at: [to, y], half: [w * stature, h * stature] })),
  );
  const reach = half.wrist[0] + 0.06 * stature;
  return {
    outlines: acrossOutlines(points, body, view),
    places,
    box: { left: -reach, right: reach, top: half.ear[1] + 0.11 * stature },
  };
}

const isOf = <S extends MapSite>(of: readonly S[], site: MapSite): site is S =>
  (of as readonly MapSite[]).includes(site);

/**
 * The place that somebody points at: the one whose oval lies nearest, by its own size; a thumb is wider than a wrist.
 * @param p metres, as the places are
 * @param of the places that are asked for
 * @returns null farther than a hand's breadth from every place
 */
export function siteAt<S extends MapSite>(
  { places }: Pick<MapFigure, 'places'>,
  p: Point,
  stature: Metres,
  of: readonly S[],
): S | null {
  let best: { site: S; off: number } | null = null;
  for (const { site, at, half } of places) {
    if (!isOf(of, site)) continue;
    const off = Math.hypot((p[0] - at[0]) / half[0], (p[1] - at[1]) / half[1]);
    if (distance(p, at) < 0.05 * stature + Math.max(...half) && (best === null || off < best.off)) best = { site, off };
  }
  return best?.site ?? null;
}

/** Where a caution is of a place at all. */
const OF_CAUTION: Readonly<Partial<Record<CautionId, MapSite>>> = {
  'low-back': 'low-back',
  neck: 'neck',
  shoulder: 'shoulders',
  wrist: 'wrists',
  elbow: 'elbows',
  hip: 'hips',
  knee: 'knees',
  'abdominal-wall': 'belly',
};
/** The place of a caution; null where it is of the whole person. */
export const siteOfCaution = (caution: CautionId): MapSite | null => OF_CAUTION[caution] ?? null;
