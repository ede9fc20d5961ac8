/** A clip as it was read: who was found on some frames, and where the points went between. Nothing is concluded from it. */
import { z } from 'zod';
import { distance, type Point, type Seconds } from '../geometry.js';
import type { LandmarkName, View } from '../landmarks.js';
import {
  crossedIn,
  DETECTED_POINTS,
  detectedIndices,
  lengthOf,
  middleOf,
  nearerSide,
  pointsOf,
  type DetectedPerson,
  type Side,
} from './detected.js';
import type { ClipFrame } from './follow.js';

export interface RawFrame {
  t: Seconds;
  /** Who is meant; null: nobody was found; undefined: the detector was not asked. */
  person?: DetectedPerson | null;
  /** By the detector's index: how far the point went since the frame before, px; null where it was lost. */
  moved: Readonly<Record<number, Point | null>>;
}

/** The detector's points that are followed: every one that a landmark is read from. */
export const FOLLOWED: readonly number[] = detectedIndices();

/** The side that is nearer over a whole clip. */
export function nearerOf(frames: readonly RawFrame[]): Side {
  const votes = frames.flatMap(({ person }) => (person ? [nearerSide(person)] : []));
  return votes.filter((side) => side === 'left').length * 2 >= votes.length ? 'left' : 'right';
}

/**
 * What was read, by the names of a view.
 * @param side of a side view, the nearer one
 */
export function clipFrames(frames: readonly RawFrame[], view: View, side: Side): ClipFrame[] {
  const crossed = crossedIn(
    frames.flatMap(({ person }) => (person ? [person] : [])),
    view,
  );
  const named = Object.entries(pointsOf(indexed(), view, side, crossed).points) as [LandmarkName, Point][];
  return frames.map(({ t, person, moved }) => ({
    t,
    ...(person === undefined ? {} : { found: person && pointsOf(person, view, side, crossed) }),
    moved: Object.fromEntries(named.flatMap(([name, [index]]) => (moved[index] ? [[name, moved[index]]] : []))),
  }));
}
/** A person whose points say which they are. */
const indexed = (): DetectedPerson =>
  Array.from({ length: DETECTED_POINTS }, (_, i) => ({ at: [i, 0] as Point, visible: 1 }));

const pair = z.tuple([z.number(), z.number()]).readonly();
/** As it is kept on a device while work on a clip is not finished. */
export const rawFrameSchema = z.object({
  t: z.number(),
  person: z
    .array(z.object({ at: pair, visible: z.number() }))
    .length(DETECTED_POINTS)
    .readonly()
    .nullable()
    .optional(),
  moved: z.record(z.coerce.number(), pair.nullable()).readonly(),
});

/** Frames are the same where their times differ by less: what is read twice has the same times. */
const SAME_FRAME: Seconds = 0.02;
/** Somebody who lies further from who was found before, in shares of their own size, is somebody else. Assumption. */
const ELSEWHERE = 0.25;

/**
 * What a closer look at a part found, laid over what was read before: frames on which nobody had been looked for get who was found.
 * @param closer frames of the part, times on the clock of the whole
 */
export function withCloser(frames: readonly RawFrame[], closer: readonly RawFrame[]): RawFrame[] {
  const known = frames.flatMap((f) => (f.person ? [{ t: f.t, person: f.person }] : []));
  return frames.map((frame) => {
    if (frame.person !== undefined) return frame;
    const found = closer.find((c) => Math.abs(c.t - frame.t) < SAME_FRAME)?.person;
    if (!found) return frame;
    const near = known.reduce<(typeof known)[number] | null>(
      (best, k) => (!best || Math.abs(k.t - frame.t) < Math.abs(best.t - frame.t) ? k : best),
      null,
    );
    const same = !near || distance(middleOf(found), middleOf(near.person)) < ELSEWHERE * lengthOf(near.person);
    return same ? { ...frame, person: found } : frame;
  });
}
