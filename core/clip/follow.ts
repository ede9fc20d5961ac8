/**
 * Landmarks over a whole clip from what was found on some frames, followed between them, and set by hand on others: for each point the
 * likeliest course, by a Kalman filter forward and the smoother of Rauch, Tung and Striebel back (1965, AIAA J. 3:1445).
 */
import { distance, type Pixels, type Point, type Seconds } from '../geometry.js';
import { baseOf, type BaseLandmark, type LandmarkName, type Landmarks } from '../landmarks.js';
import { median } from '../statistics.js';
import { SURE, type Found } from './detected.js';

/** What is known of a frame. Points in px of the clip's picture. */
export interface ClipFrame {
  t: Seconds;
  /** What the detector found; null: it found nobody; undefined: it was not asked. */
  found?: Pick<Found, 'points' | 'visible'> | null;
  /** How far each point went since the frame before, px; a point that was lost or not followed is not named. */
  moved: Partial<Record<LandmarkName, Point>>;
}
/** A point set by hand on a frame: the surest word. */
export interface Anchor {
  frame: number;
  name: LandmarkName;
  at: Point;
}
export interface FollowedFrame {
  t: Seconds;
  points: Landmarks;
  /** Scatter of each point, 1 SD, px: what the clip itself tells, without what the detector is wrong by all the time. */
  sd: Partial<Record<LandmarkName, Pixels>>;
}

/**
 * How far a found point lies from the joint, 1 SD as a share of the shoulder–ankle distance, by point: root mean square over both axes on
 * 37 of the application's own drawn people. What it makes of angles is tried by `npm run accuracy:detector`; on people in a hall it may be
 * more.
 */
export const DETECTED_SHARE: Readonly<Partial<Record<BaseLandmark, number>>> = {
  toe: 0.03,
  fingertip: 0.055,
  ear: 0.022,
  shoulder: 0.024,
  heel: 0.022,
};
export const DETECTED_REST = 0.018;
export const detectedShare = (name: LandmarkName): number => DETECTED_SHARE[baseOf(name)] ?? DETECTED_REST;
/** Of that, so much scatters from one asking to the next; the rest stays as it is while the body does. Assumption. */
const SCATTERS = 0.35;
/** A point that is hardly seen is this many times less sure. Assumption. */
const GUESSED = 4;
/** A hand sets a point to within this share of the shoulder–ankle distance while following a clip. */
const BY_HAND = 0.004;
/** A followed point drifts by so much a frame, px; one that was lost may go at so many body lengths a second. Assumptions. */
const DRIFT: Pixels = 0.35;
const LOST_SPEED = 0.35;
/** A finding further off than so many of its own scatter is taken as a slip and counts for little. */
const SLIP = 4;
/** Nothing is known of a point so long after it was last seen. */
const FORGOTTEN: Seconds = 1;
/** A point that may be further off than this share of the body is left out. */
const TOO_WIDE = 0.08;

interface Told {
  at: Point;
  sd: Pixels;
}
interface Course {
  at: Point;
  sd: Pixels;
}

/** The likeliest course of one point. @param told by frame; @param step how far it went into each frame, with the scatter of that */
function courseOf(told: readonly (Told | null)[], step: readonly { by: Point; sd: Pixels }[]): Course[] | null {
  const first = told.findIndex((t) => t !== null);
  if (first < 0) return null;
  const n = told.length;
  const [x, y, v] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  const ahead = new Float64Array(n);
  // Before it was first told it may have been anywhere: the smoother brings back what the flow says.
  let [px, py, pv] = [told[first]!.at[0], told[first]!.at[1], 1e8];
  for (let i = 0; i < n; i += 1) {
    if (i > 0) {
      px += step[i]!.by[0];
      py += step[i]!.by[1];
      pv += step[i]!.sd ** 2;
    }
    ahead[i] = pv;
    const here = told[i];
    if (here) {
      const gain = pv / (pv + here.sd ** 2);
      px += gain * (here.at[0] - px);
      py += gain * (here.at[1] - py);
      pv *= 1 - gain;
    }
    [x[i], y[i], v[i]] = [px, py, pv];
  }
  for (let i = n - 2; i >= 0; i -= 1) {
    const gain = v[i]! / ahead[i + 1]!;
    x[i]! += gain * (x[i + 1]! - (x[i]! + step[i + 1]!.by[0]));
    y[i]! += gain * (y[i + 1]! - (y[i]! + step[i + 1]!.by[1]));
    v[i]! += gain * gain * (v[i + 1]! - ahead[i + 1]!);
  }
  return Array.from(x, (_, i) => ({ at: [x[i]!, y[i]!], sd: Math.sqrt(Math.max(0, v[i]!)) }));
}

/** Shoulder to ankle on the frames where both were found, px: what errors are counted in. */
export function bodyLength(frames: readonly ClipFrame[]): Pixels | null {
  const lengths = frames.flatMap(({ found }) => {
    const points = found?.points;
    const shoulder = points?.shoulder ?? points?.['shoulder-l'];
    const ankle = points?.ankle ?? points?.['ankle-l'] ?? points?.knee;
    return shoulder && ankle ? [distance(shoulder, ankle)] : [];
  });
  return lengths.length > 0 ? median(lengths) : null;
}

/** What was followed, with what each point's course was made of: after a point is set, only its own course is worked out anew. */
export interface Followed {
  frames: FollowedFrame[];
  of: readonly ClipFrame[];
  scale: Pixels;
  courses: ReadonlyMap<LandmarkName, { anchors: readonly Anchor[]; course: readonly (Course | null)[] }>;
}
const sameAnchors = (a: readonly Anchor[], b: readonly Anchor[]): boolean =>
  a.length === b.length && a.every((anchor, i) => anchor === b[i]);

/**
 * The points of every frame. Frames on which nothing is known, since nobody was found for long about them, have none.
 * @param frames in the order of their times
 * @param anchors points set by hand
 * @returns a frame for each, in the same order
 * @throws RangeError for an anchor on a frame that is not there
 */
export const follow = (frames: readonly ClipFrame[], anchors: readonly Anchor[] = []): FollowedFrame[] =>
  followAfter(null, frames, anchors).frames;

/**
 * As {@link follow}, from what was followed before: of the same frames, only points whose anchors changed are followed anew.
 * @param before null where nothing was
 */
export function followAfter(
  before: Followed | null,
  frames: readonly ClipFrame[],
  anchors: readonly Anchor[],
): Followed {
  for (const { frame } of anchors) if (!frames[frame]) throw new RangeError(`there is no frame ${frame}`);
  const length = bodyLength(frames);
  // Without anybody found there is no measure of the body but what the hand laid.
  const scale = length ?? spanOf(anchors);
  const known = before?.of === frames && before.scale === scale ? before.courses : new Map<never, never>();
  const names = new Set<LandmarkName>(
    length === null && anchors.length === 0
      ? []
      : [
          ...frames.flatMap(({ found }) => (found ? (Object.keys(found.points) as LandmarkName[]) : [])),
          ...anchors.map((a) => a.name),
        ],
  );
  const courses = new Map(
    [...names].map((name) => {
      const own = anchors.filter((a) => a.name === name);
      const earlier = known.get(name);
      const course =
        earlier && sameAnchors(earlier.anchors, own) ? earlier.course : pointCourse(frames, name, own, scale);
      return [name, { anchors: own, course }] as const;
    }),
  );
  const followed = frames.map(({ t }): FollowedFrame => ({ t, points: {}, sd: {} }));
  for (const [name, { course }] of courses)
    course.forEach((here, i) => {
      if (!here) return;
      followed[i]!.points[name] = here.at;
      followed[i]!.sd[name] = here.sd;
    });
  return { frames: followed, of: frames, scale, courses };
}

/** One point on every frame; null where nothing is known of it. @param own points of it that a hand set */
function pointCourse(
  frames: readonly ClipFrame[],
  name: LandmarkName,
  own: readonly Anchor[],
  scale: Pixels,
): (Course | null)[] {
  const step = frames.map(({ t, moved }, i) => {
    const by = moved[name];
    if (by) return { by, sd: DRIFT };
    const since = i === 0 ? 0 : t - frames[i - 1]!.t;
    return { by: [0, 0] as Point, sd: Math.max(DRIFT, LOST_SPEED * scale * since) };
  });
  const scatter = SCATTERS * detectedShare(name) * scale;
  const detected = frames.map(({ found }): Told | null => {
    const at = found?.points[name];
    if (!at) return null;
    return { at, sd: (found.visible[name] ?? 1) < SURE ? GUESSED * scatter : scatter };
  });
  const free = courseOf(detected, step);
  const off = free ? offsets(own, free) : [];
  const told = detected.map((here, i): Told | null => {
    const anchor = own.findLast((a) => a.frame === i);
    if (anchor) return { at: anchor.at, sd: BY_HAND * scale };
    if (!here) return null;
    // What the detector is wrong by all the time is what the hand says on the frames that it set.
    const by = offsetAt(off, frames, i);
    const slip = distance(here.at, free![i]!.at) > SLIP * here.sd ? GUESSED * SLIP : 1;
    return { at: [here.at[0] + by[0], here.at[1] + by[1]], sd: here.sd * slip };
  });
  const known = told.map((here) => here !== null);
  const course = courseOf(told, step);
  return frames.map((_, i) => {
    const here = course?.[i];
    return here && here.sd <= TOO_WIDE * scale && isNear(known, frames, i) ? here : null;
  });
}

const spanOf = (anchors: readonly Anchor[]): Pixels => {
  const far = anchors.flatMap((a) => anchors.map((b) => (a.frame === b.frame ? distance(a.at, b.at) : 0)));
  return Math.max(1, ...far);
};

/** Whether something was told of a point about a frame. */
function isNear(known: readonly boolean[], frames: readonly ClipFrame[], i: number): boolean {
  const { t } = frames[i]!;
  for (let k = i; k >= 0 && t - frames[k]!.t <= FORGOTTEN; k -= 1) if (known[k]) return true;
  for (let k = i; k < frames.length && frames[k]!.t - t <= FORGOTTEN; k += 1) if (known[k]) return true;
  return false;
}

interface Offset {
  frame: number;
  by: Point;
}
/** How far the hand set a point from where the detector alone would have it. */
const offsets = (anchors: readonly Anchor[], free: readonly Course[]): Offset[] =>
  [...anchors]
    .sort((a, b) => a.frame - b.frame)
    .map(({ frame, at }) => ({ frame, by: [at[0] - free[frame]!.at[0], at[1] - free[frame]!.at[1]] }));

/** Between two frames that a hand set, in proportion; before the first and after the last, as there. */
function offsetAt(off: readonly Offset[], frames: readonly ClipFrame[], i: number): Point {
  const after = off.find((o) => o.frame >= i) ?? off.at(-1);
  const before = off.findLast((o) => o.frame <= i) ?? off[0];
  if (!after || !before) return [0, 0];
  const [from, to] = [frames[before.frame]!.t, frames[after.frame]!.t];
  const share = to > from ? (frames[i]!.t - from) / (to - from) : 0;
  return [before.by[0] + (after.by[0] - before.by[0]) * share, before.by[1] + (after.by[1] - before.by[1]) * share];
}
