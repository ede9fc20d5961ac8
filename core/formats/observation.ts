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
export const eventSchema = z.strictObject({
  t: seconds,
  fault: z.string().min(1).max(60),
  state: z.enum(['on', 'off']),
  severity: z.enum(SEVERITIES).optional(),
});
export const END_REASONS = ['target', 'position-lost', 'coach', 'stopped-early', 'pain'] as const;
export type EndReason = (typeof END_REASONS)[number];

export const athleteSchema = z.strictObject({
  stature: z.number().min(0.5, 'must be 0.5–2.6 m').max(2.6, 'must be 0.5–2.6 m').optional(),
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
  frames: z.array(frameSchema).max(250000, 'holds more than 250,000 frames'),
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

type Frames = {
  frames: readonly { t: number }[];
  picture?: object;
  floor?: readonly [readonly [number, number], readonly [number, number]];
};

/** Rules between fields: frames lie on a picture, times ascend, the floor line has a length. */
export function checkObservation(value: Frames, context: z.core.$RefinementCtx): void {
  if (value.frames.length > 0 && !value.picture)
    context.addIssue({ code: 'custom', path: ['picture'], message: 'is missing: frames lie on a picture' });
  value.frames.forEach((frame, i) => {
    const before = value.frames[i - 1];
    if (!before || frame.t > before.t) return;
    const message =
      frame.t === before.t
        ? `repeats the time of the frame before (${frame.t} s)`
        : `is earlier than the frame before (${before.t} s)`;
    context.addIssue({ code: 'custom', path: ['frames', i, 't'], message });
  });
  if (value.floor && Math.hypot(value.floor[1][0] - value.floor[0][0], value.floor[1][1] - value.floor[0][1]) < 1) {
    context.addIssue({ code: 'custom', path: ['floor'], message: 'its two points lie on each other' });
  }
}

export const observationSchema = z
  .strictObject({
    format: z.literal(OBSERVATION_FORMAT, { error: `must be "${OBSERVATION_FORMAT}"` }),
    version: z.literal(1, { error: `cannot be read; this program reads version ${READABLE_VERSIONS.join(', ')}` }),
    ...observationFields,
  })
  .superRefine(checkObservation);

export type Observation = z.infer<typeof observationSchema>;
export type ObservationEvent = z.infer<typeof eventSchema>;
export type Evidence = z.infer<typeof evidenceSchema>;
