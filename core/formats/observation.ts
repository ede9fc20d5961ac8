/** The observation file: what was seen and measured, and nothing that is concluded from it. Version 1. */
import { z } from 'zod';
import { LANDMARKS, VIEWS } from '../landmarks.js';
import { FELT_SITES, METHOD_IDS, SEVERITIES } from './catalog.js';

export const OBSERVATION_FORMAT = 'upright-anchor/observation';
export const READABLE_VERSIONS = [1] as const;

const coordinate = z.number().min(-1e6, 'is too far outside a picture').max(1e6, 'is too far outside a picture');
export const pointSchema = z.tuple([coordinate, coordinate]);
const seconds = z.number().min(0, 'must not be negative').max(86400, 'is longer than a day');

const landmarkKeys = Object.fromEntries(LANDMARKS.map((name) => [name, pointSchema.optional()])) as Record<
  (typeof LANDMARKS)[number],
  z.ZodOptional<typeof pointSchema>
>;
export const landmarksSchema = z.strictObject(landmarkKeys);

export const frameSchema = z.strictObject({ t: seconds, points: landmarksSchema });
type Frame = z.infer<typeof frameSchema>;

const MAX_FRAMES = 250_000;
/** Problems of one kind that are told one by one; more are counted. */
const TOLD = 20;
const NAMES: ReadonlySet<string> = new Set(LANDMARKS);
const inPicture = (v: unknown): boolean => typeof v === 'number' && v >= -1e6 && v <= 1e6;

/**
 * Whether a value is a frame: says the same as {@link frameSchema} about a hundred times faster, so that a long clip is checked in
 * a blink and a hostile one refused in one.
 */
export function isFrame(value: unknown): value is Frame {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const { t, points } = value as { t?: unknown; points?: unknown };
  if (typeof t !== 'number' || !(t >= 0 && t <= 86400)) return false;
  if (typeof points !== 'object' || points === null || Array.isArray(points)) return false;
  for (const key in value) if (key !== 't' && key !== 'points') return false;
  for (const name in points) {
    const point = (points as Record<string, unknown>)[name];
    if (point === undefined && NAMES.has(name)) continue;
    if (!NAMES.has(name) || !Array.isArray(point) || point.length !== 2) return false;
    if (!inPicture(point[0]) || !inPicture(point[1])) return false;
  }
  return true;
}

const framesSchema = z
  .array(z.unknown())
  .max(MAX_FRAMES, 'holds more than 250,000 frames')
  .superRefine((frames, context) => {
    let bad = 0;
    frames.forEach((frame, i) => {
      if (isFrame(frame)) return;
      bad += 1;
      if (bad > TOLD) return;
      const { error } = frameSchema.safeParse(frame, { reportInput: true });
      for (const issue of error?.issues ?? [])
        // What comes after rests on frames being frames.
        context.addIssue({ ...issue, path: [i, ...issue.path], continue: false });
    });
    if (bad > TOLD)
      context.addIssue({ code: 'custom', message: `and ${bad - TOLD} more that are no frames`, continue: false });
  })
  .meta({ items: z.toJSONSchema(frameSchema) }) as unknown as z.ZodType<Frame[], Frame[]>;
export const eventSchema = z.strictObject({
  t: seconds,
  fault: z.string().min(1).max(60),
  state: z.enum(['on', 'off']),
  severity: z.enum(SEVERITIES).optional(),
});
export const END_REASONS = ['target', 'position-lost', 'coach', 'stopped-early', 'pain'] as const;
export type EndReason = (typeof END_REASONS)[number];

/** Smallest stature that the body model can pose: below it some positions cannot be set on their contacts. Metres. */
export const MIN_STATURE = 1;
export const STATURE_WORDS = 'must be 1.0–2.6 m: the body model is for people of a metre and more';

export const athleteSchema = z.strictObject({
  stature: z.number().min(0.5, STATURE_WORDS).max(2.6, STATURE_WORDS).optional(),
  mass: z.number().min(10, 'must be 10–400 kg').max(400, 'must be 10–400 kg').optional(),
  sex: z.enum(['female', 'male', 'unspecified']).optional(),
});

const mended = z.enum(['mended', 'not-mended']);
export const evidenceSchema = z.strictObject({
  'felt-first': z.enum(FELT_SITES).optional(),
  onset: z.enum(['at-once', 'early', 'late']).optional(),
  cue: z.enum(['mended', 'mended-for-a-moment', 'not-mended']).optional(),
  'easier-version': mended.optional(),
  'raised-surface': mended.optional(),
  'straight-against-bent': z.enum(['straight-worse', 'both-bad', 'same']).optional(),
  breath: z.enum(['steady', 'stopped']).optional(),
  sides: z.enum(['even', 'left-worse', 'right-worse']).optional(),
  'pelvic-tilt': z.enum(['forward', 'neutral', 'back']).optional(),
  'back-gap': z.enum(['nothing', 'fingertips', 'flat-hand', 'fist']).optional(),
  cramp: z.enum(FELT_SITES).optional(),
});

export const TEST_IDS = [
  'hand-under-back',
  'hand-under-back-leg',
  'knees-in',
  'arms-down',
  'one-cue',
  'thigh-drop',
  'leg-raise-passive',
  'leg-raise-active',
  'arms-overhead',
  'rock-back',
  'single-leg-bridge',
  'head-nod',
  'wall-push',
  'hang-compare',
  'knee-to-wall',
  'talk',
  'sides-compare',
  'wrist-lean',
  'tucked-crunch',
  'hip-lift',
  'flexion-90',
  'inward-rotation',
  'rib-spread',
] as const;
const testAnswer = z.union([z.enum(['positive', 'negative']), z.number().min(-360).max(1000)], {
  error: 'must be positive, negative or a number',
});
export const testsSchema = z.strictObject(
  Object.fromEntries(TEST_IDS.map((id) => [id, testAnswer.optional()])) as Record<
    (typeof TEST_IDS)[number],
    z.ZodOptional<typeof testAnswer>
  >,
);

/** Changes to test answers; null takes one back. */
export const testPatchSchema = z.partialRecord(z.enum(TEST_IDS), testAnswer.nullable());

/** Everything of an observation but the envelope; the database keeps the same fields. */
export const observationFields = {
  position: z.string().min(1).max(60),
  rung: z.string().min(1).max(60).optional(),
  view: z.enum(VIEWS),
  method: z.enum(METHOD_IDS).optional(),
  athlete: athleteSchema.optional(),
  /** Size of the picture that the points lie on, px; required with frames only. */
  picture: z
    .strictObject({ width: z.number().int().min(1).max(100000), height: z.number().int().min(1).max(100000) })
    .optional(),
  floor: z.tuple([pointSchema, pointSchema]).optional(),
  pixelsPerMetre: z.number().min(1).max(100000).optional(),
  landmarkSd: z.number().min(0).max(1000).optional(),
  frames: framesSchema,
  events: z.array(eventSchema).max(5000, 'holds more than 5,000 events').optional(),
  side: z.enum(['left', 'right']).optional(),
  setup: z
    .strictObject({
      elbowAhead: z.number().min(-2).max(2).optional(),
      surfaceHeight: z.number().min(0).max(3).optional(),
      bandForce: z.number().min(0).max(2000).optional(),
      addedMass: z.number().min(0).max(300).optional(),
    })
    .optional(),
  ended: z.strictObject({ t: seconds, reason: z.enum(END_REASONS) }).optional(),
  target: z.number().positive('must be more than 0').max(3600).optional(),
  evidence: evidenceSchema.optional(),
  tests: testsSchema.optional(),
};

interface Checked {
  frames: readonly Frame[];
  picture?: object;
  athlete?: { stature?: number };
  floor?: readonly [readonly [number, number], readonly [number, number]];
  events?: readonly { t: number }[];
  ended?: { t: number };
  evidence?: object;
  tests?: object;
}

/** Two points nearer than this lie on each other, px: no angle can be taken between them. */
const ONE_POINT = 1e-6;
const baseOf = (name: string): string => name.replace(/-[lr]$/, '');

/** Two points of different names that lie on each other; null where there are none. */
function onePoint(points: Frame['points']): [string, string] | null {
  const all = Object.entries(points).flatMap(([name, point]) => (point ? [{ name, point }] : []));
  for (let i = 1; i < all.length; i += 1)
    for (let j = 0; j < i; j += 1) {
      const [a, b] = [all[i]!, all[j]!];
      if (Math.abs(a.point[0] - b.point[0]) > ONE_POINT || Math.abs(a.point[1] - b.point[1]) > ONE_POINT) continue;
      if (baseOf(a.name) !== baseOf(b.name)) return [a.name, b.name];
    }
  return null;
}
const holdsSomething = (value: object | undefined): boolean => value !== undefined && Object.keys(value).length > 0;

/**
 * Rules between fields: something is there to be judged, frames lie on a picture, times ascend, no two points are one, nothing comes
 * after the end, the floor line has a length.
 */
export function checkObservation(value: Checked, context: z.core.$RefinementCtx): void {
  const told = new Map<string, number>();
  const issue = (kind: string, path: PropertyKey[], message: string): void => {
    const n = (told.get(kind) ?? 0) + 1;
    told.set(kind, n);
    if (n <= TOLD) context.addIssue({ code: 'custom', path, message });
  };
  if (value.athlete?.stature !== undefined && value.athlete.stature < MIN_STATURE)
    issue('stature', ['athlete', 'stature'], STATURE_WORDS);
  if (value.frames.length > 0 && !value.picture) issue('picture', ['picture'], 'is missing: frames lie on a picture');
  if (
    value.frames.length === 0 &&
    !value.events?.length &&
    !value.ended &&
    !holdsSomething(value.evidence) &&
    !holdsSomething(value.tests)
  )
    issue('empty', [], 'holds nothing to judge: no frames, events, answers or end');
  value.frames.forEach((frame, i) => {
    const pair = onePoint(frame.points);
    if (pair) issue('one', ['frames', i, 'points', pair[0]], `lies on ${pair[1]}`);
    const before = value.frames[i - 1];
    if (!before || frame.t > before.t) return;
    issue(
      'time',
      ['frames', i, 't'],
      frame.t === before.t
        ? `repeats the time of the frame before (${frame.t} s)`
        : `is earlier than the frame before (${before.t} s)`,
    );
  });
  value.events?.forEach((event, i) => {
    if (value.ended && event.t > value.ended.t)
      issue('late', ['events', i, 't'], `is after the end (${value.ended.t} s)`);
  });
  if (value.floor && Math.hypot(value.floor[1][0] - value.floor[0][0], value.floor[1][1] - value.floor[0][1]) < 1)
    issue('floor', ['floor'], 'its two points lie on each other');
  for (const [kind, n] of told)
    if (n > TOLD)
      context.addIssue({
        code: 'custom',
        path: [kind === 'late' ? 'events' : 'frames'],
        message: `and ${n - TOLD} more of this kind`,
      });
}

/** A record as it is stored and read again: its fields alone, since rules that came later do not take away what was kept before. */
export const recordSchema = z.strictObject({
  format: z.literal(OBSERVATION_FORMAT, { error: `must be "${OBSERVATION_FORMAT}"` }),
  version: z.literal(1, { error: `cannot be read; this program reads version ${READABLE_VERSIONS.join(', ')}` }),
  ...observationFields,
});
/** A record as it comes in. */
export const observationSchema = recordSchema.superRefine(checkObservation);

export type Observation = z.infer<typeof observationSchema>;
export type ObservationEvent = z.infer<typeof eventSchema>;
export type Evidence = z.infer<typeof evidenceSchema>;
