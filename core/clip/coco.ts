/** Landmark series of other tools, in COCO keypoint order: read, and written. */
import { z } from 'zod';
import type { Pixels, Point, Seconds } from '../geometry.js';
import { InputError, problemsOf, type Problem } from '../formats/problems.js';
import type { BaseLandmark, LandmarkName, Landmarks, View } from '../landmarks.js';
import type { Side } from './detected.js';

/** The seventeen points of the COCO keypoint challenge, in its order; eyes are passed over. */
const ORDER = [
  'nose',
  null,
  null,
  'ear-l',
  'ear-r',
  'shoulder-l',
  'shoulder-r',
  'elbow-l',
  'elbow-r',
  'wrist-l',
  'wrist-r',
  'hip-l',
  'hip-r',
  'knee-l',
  'knee-r',
  'ankle-l',
  'ankle-r',
] as const satisfies readonly (LandmarkName | null)[];

const MAX_FRAMES = 250_000;
/** One person on one picture. `image_id` counts pictures where no time stands. */
const entrySchema = z.object({
  image_id: z.union([z.number(), z.string()]).optional(),
  t: z.number().min(0).max(86400).optional(),
  keypoints: z
    .array(z.number())
    .length(
      3 * ORDER.length,
      `must hold ${3 * ORDER.length} numbers: x, y and a score for each of ${ORDER.length} points`,
    ),
  score: z.number().optional(),
});
const fileSchema = z.array(entrySchema).min(1, 'holds nobody').max(MAX_FRAMES, 'holds more than 250,000 frames');

export interface CocoOptions {
  view: View;
  /** Of a side view; the one with the better scores where left out. */
  side?: Side;
  /** Pictures a second, for files that number their pictures; of files with times it says nothing. */
  fps?: number;
  /** Points below this score are left out. The usual reading of COCO: 0 is not labelled. */
  least?: number;
}

/**
 * A series of landmarks from keypoints in COCO order. Of several people on one picture the one with the highest score counts.
 * @param data parsed JSON: a list of entries with `keypoints` (x, y, score) and `t` in seconds or a numbered `image_id`
 * @returns frames in the order of their times, s and px; points of a side view by the names of the nearer side
 * @throws InputError with a line per problem
 */
export function readCoco(
  data: unknown,
  { view, side, fps, least = 0.05 }: CocoOptions,
): { frames: { t: Seconds; points: Landmarks }[]; side: Side | null } {
  const parsed = fileSchema.safeParse(data, { reportInput: true });
  if (!parsed.success) throw new InputError(problemsOf(parsed.error));
  const problems: Problem[] = [];
  const best = new Map<number, z.infer<typeof entrySchema>>();
  parsed.data.forEach((entry, i) => {
    const count =
      typeof entry.image_id === 'string' ? Number(/(\d+)\D*$/.exec(entry.image_id)?.[1] ?? NaN) : entry.image_id;
    const t = entry.t ?? (fps && count !== undefined ? count / fps : undefined);
    if (t === undefined || !Number.isFinite(t)) {
      if (problems.length < 20)
        problems.push({
          path: `[${i}]`,
          message: fps ? 'has neither a time nor a numbered picture' : 'has no time: give the pictures a second',
        });
      return;
    }
    const known = best.get(t);
    if (!known || (entry.score ?? 0) > (known.score ?? 0)) best.set(t, entry);
  });
  if (problems.length > 0) throw new InputError(problems);
  const entries = [...best].sort((a, b) => a[0] - b[0]);
  const first = entries[0]![0];
  const scoreOf = (of: Side): number =>
    entries.reduce(
      (sum, [, { keypoints }]) =>
        sum +
        ORDER.reduce((s, name, k) => s + (name?.endsWith(of === 'left' ? '-l' : '-r') ? keypoints[3 * k + 2]! : 0), 0),
      0,
    );
  const near = side ?? (scoreOf('left') >= scoreOf('right') ? 'left' : 'right');
  const frames = entries.map(([t, { keypoints }]) => {
    const points: Landmarks = {};
    ORDER.forEach((name, k) => {
      const [x, y, score] = [keypoints[3 * k]!, keypoints[3 * k + 1]!, keypoints[3 * k + 2]!];
      if (!name || score < least) return;
      const at: Point = [x, y];
      if (view !== 'side' || name === 'nose') points[name] = at;
      else if (name.endsWith(near === 'left' ? '-l' : '-r')) points[name.slice(0, -2) as BaseLandmark] = at;
    });
    return { t: t - first, points };
  });
  return { frames, side: view === 'side' ? near : null };
}

/** A series as keypoints in COCO order, with times; what is not known has a score of nought. @param points px */
export function writeCoco(
  frames: readonly { t: Seconds; points: Landmarks }[],
  side: Side | null,
): { t: Seconds; keypoints: Pixels[] }[] {
  return frames.map(({ t, points }) => ({
    t,
    keypoints: ORDER.flatMap((name) => {
      const own =
        name &&
        (points[name] ??
          (name.endsWith(side === 'right' ? '-r' : '-l') ? points[name.slice(0, -2) as BaseLandmark] : undefined));
      return own ? [own[0], own[1], 1] : [0, 0, 0];
    }),
  }));
}
