/** The observation file: what was seen and measured, and nothing that is concluded from it. Version 1. */
import { z } from 'zod';
import { baseOf, LANDMARKS, VIEWS, type LandmarkName } from '../landmarks.js';
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
  .meta({
    // Made when it is asked for: the browser never asks.
    get items() {
      return z.toJSONSchema(frameSchema);
    },
  }) as unknown as z.ZodType<Frame[], Frame[]>;
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

const metres = z.number().min(0, 'must not be negative').max(3, 'must be 0–3 m');
const kilograms = z.number().min(0, 'must not be negative').max(300, 'must be 0–300 kg');

/** What can be declared of a set-up: metres, degrees, newtons, kilograms. A version has some of them, see `core/statics/setup.ts`. */
export const setupSchema = z.strictObject({
  elbowAhead: z.number().min(-2, 'must be -2–2 m').max(2, 'must be -2–2 m').optional(),
  handHeight: metres.optional(),
  /** The older name of `handHeight`. */
  surfaceHeight: metres.optional(),
  footHeight: metres.optional(),
  kneeBend: z.number().min(0, 'must be 0–150°').max(150, 'must be 0–150°').optional(),
  bandForce: z.number().min(0, 'must not be negative').max(2000, 'must be 0–2000 N').optional(),
  bandAngle: z.number().min(-180, 'must be -180–180°').max(180, 'must be -180–180°').optional(),
  addedMass: kilograms.optional(),
  edgeDistance: z.number().min(-1, 'must be -1–1 m').max(1, 'must be -1–1 m').optional(),
  rollerSpacing: metres.optional(),
  blockHeight: metres.optional(),
  carriedLeft: kilograms.optional(),
  carriedRight: kilograms.optional(),
  armElevation: z.number().min(-180, 'must be -180–180°').max(180, 'must be -180–180°').optional(),
  legElevation: z.number().min(-90, 'must be -90–180°').max(180, 'must be -90–180°').optional(),
});
export type Setup = z.infer<typeof setupSchema>;

const rungId = z.string().min(1).max(60);
/** Where a split set goes on at another version; the first part is the observation's own. */
export const segmentSchema = z.strictObject({ t: seconds, rung: rungId });
export const repSchema = z.strictObject({
  /** When it was finished. */
  t: seconds,
  clean: z.boolean(),
  /** What broke it. */
  fault: z.string().min(1).max(60).optional(),
});
export const restSchema = z.strictObject({ t: seconds, length: z.number().positive('must be more than 0').max(3600) });
/** Where the camera stood: lens to the body's middle plane, and lens above the floor, metres. */
export const cameraSchema = z.strictObject({
  distance: z.number().min(0.3, 'must be 0.3–50 m').max(50, 'must be 0.3–50 m'),
  height: z.number().min(0, 'must be 0–10 m').max(10, 'must be 0–10 m'),
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
  /** Effort that is seen; no fault. */
  shaking: z.enum(['early', 'late', 'none']).optional(),
});

/** Changes to answers; null takes one back. */
export const evidencePatchSchema = z.strictObject(
  Object.fromEntries(
    Object.entries(evidenceSchema.shape).map(([key, schema]) => [key, schema.unwrap().nullable().optional()]),
  ) as {
    [K in keyof typeof evidenceSchema.shape]: z.ZodOptional<
      z.ZodNullable<ReturnType<(typeof evidenceSchema.shape)[K]['unwrap']>>
    >;
  },
);

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
  'set-anew',
  'rested',
  'support-knees',
  'hollow-arms-free',
  'half-effort',
  'heels-dig',
  'seat-squeezed',
  'ten-breaths',
  'knee-to-wall-straight',
  'frog-lying',
  'outer-hip-hold',
  'side-hold-knees',
  'outward-rotation',
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
  setup: setupSchema.optional(),
  camera: cameraSchema.optional(),
  /** A split set, hard part first; times ascend from 0 and the first version is the observation's. */
  segments: z.array(segmentSchema).min(1).max(20, 'holds more than 20 parts').optional(),
  /** One entry a finished rep, times ascending. */
  reps: z.array(repSchema).max(2000, 'holds more than 2,000 reps').optional(),
  /** Times that the shape was lost and set again. */
  resets: z.number().int('must be a whole number').min(0, 'must not be negative').max(1000).optional(),
  /** Short rests within the set: when each began and how long it was, s. */
  rests: z.array(restSchema).max(500, 'holds more than 500 rests').optional(),
  targetReps: z.number().int('must be a whole number').positive('must be more than 0').max(1000).optional(),
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
  rung?: string;
  setup?: Setup;
  segments?: readonly { t: number; rung: string }[];
  reps?: readonly { t: number; clean: boolean; fault?: string }[];
  rests?: readonly { t: number; length: number }[];
}

/** Two points nearer than this lie on each other, px: no angle can be taken between them. */
const ONE_POINT = 1e-6;

/** Two points of different names that lie on each other; null where there are none. */
function onePoint(points: Frame['points']): [string, string] | null {
  const all = (Object.entries(points) as [LandmarkName, (typeof points)[LandmarkName]][]).flatMap(([name, point]) =>
    point ? [{ name, point }] : [],
  );
  for (let i = 1; i < all.length; i += 1)
    for (let j = 0; j < i; j += 1) {
      const [a, b] = [all[i]!, all[j]!];
      if (Math.abs(a.point[0] - b.point[0]) > ONE_POINT || Math.abs(a.point[1] - b.point[1]) > ONE_POINT) continue;
      if (baseOf(a.name) !== baseOf(b.name)) return [a.name, b.name];
    }
  return null;
}
const holdsSomething = (value: object | undefined): boolean => value !== undefined && Object.keys(value).length > 0;

type Tell = (kind: string, path: PropertyKey[], message: string) => void;
/** The list that a kind of problem is about, where it is not the frames. */
const LISTS: Readonly<Record<string, string>> = { late: 'events', reps: 'reps', rests: 'rests', segments: 'segments' };

/** Rules of split sets, reps and rests, and of what was declared twice. */
function checkParts(value: Checked, tell: Tell): void {
  const { segments, reps, rests, ended, setup } = value;
  if (setup?.surfaceHeight !== undefined && setup.handHeight !== undefined && setup.surfaceHeight !== setup.handHeight)
    tell('twice', ['setup', 'surfaceHeight'], 'is the older name of handHeight, and says something else');
  segments?.forEach((part, i) => {
    if (i === 0 && part.t !== 0) tell('segments', ['segments', 0, 't'], 'must be 0: the first part starts the set');
    if (i === 0 && value.rung !== undefined && part.rung !== value.rung)
      tell('segments', ['segments', 0, 'rung'], `must be the observation's own version, "${value.rung}"`);
    if (i > 0 && part.t <= segments[i - 1]!.t)
      tell('segments', ['segments', i, 't'], `is not later than the part before (${segments[i - 1]!.t} s)`);
    if (ended && part.t > ended.t) tell('segments', ['segments', i, 't'], `is after the end (${ended.t} s)`);
  });
  reps?.forEach((rep, i) => {
    if (i > 0 && rep.t <= reps[i - 1]!.t)
      tell('reps', ['reps', i, 't'], `is not later than the rep before (${reps[i - 1]!.t} s)`);
    if (ended && rep.t > ended.t) tell('reps', ['reps', i, 't'], `is after the end (${ended.t} s)`);
    if (rep.clean && rep.fault !== undefined) tell('reps', ['reps', i, 'fault'], 'is named on a rep that was clean');
  });
  rests?.forEach((rest, i) => {
    const before = rests[i - 1];
    if (before && rest.t < before.t + before.length)
      tell('rests', ['rests', i, 't'], `begins before the rest before it is over (${before.t + before.length} s)`);
    if (ended && rest.t > ended.t) tell('rests', ['rests', i, 't'], `is after the end (${ended.t} s)`);
  });
}

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
    !value.reps?.length &&
    !value.ended &&
    !holdsSomething(value.evidence) &&
    !holdsSomething(value.tests)
  )
    issue('empty', [], 'holds nothing to judge: no frames, events, reps, answers or end');
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
  checkParts(value, issue);
  for (const [kind, n] of told)
    if (n > TOLD)
      context.addIssue({
        code: 'custom',
        path: [LISTS[kind] ?? 'frames'],
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
/** A record as it may be written, before it is checked. */
export type ObservationInput = z.input<typeof observationSchema>;
export type ObservationEvent = z.infer<typeof eventSchema>;
export type Evidence = z.infer<typeof evidenceSchema>;
