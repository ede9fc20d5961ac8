/** What was set up before a look, and the record that every look starts from. */
import { z } from 'zod';
import { record } from '../../../core/catalog/index.js';
import { catalog } from '../../data/catalogue.js';
import type { Observation, Setup } from '../../../core/formats/observation.js';
import { cameraSchema, OBSERVATION_FORMAT, setupSchema } from '../../../core/formats/observation.js';
import { METHOD_IDS, type MethodId } from '../../../core/formats/catalog.js';
import { rawFrameSchema } from '../../../core/clip/raw.js';
import { LANDMARKS, VIEWS, type View } from '../../../core/landmarks.js';
import type { LookInput } from '../../../api/observations.js';
import type { Person } from '../../../api/people.js';
import { athleteOf } from '../../../core/person/circumstance.js';
import { layingSchema } from './use-points.js';
import { setup as wording } from '../../../words/pages/bench.js';

export interface BenchSetup {
  position: string;
  rung: string;
  /** The coach's choice for this look; empty: the method in force. */
  method: MethodId | '';
  target: number;
  /** Reps of a counted version; not asked of a timed one. */
  targetReps: number;
  /** What was declared; what is missing is the version's own. */
  knobs: Setup;
  /** The easier version that the set is planned to go on at, and for how long; null where it is one version. */
  rest: { rung: string; seconds: number } | null;
  view: View;
  /** Supporting side, for positions that have one. */
  side: 'left' | 'right' | null;
}

/** Positions done on one side at a time. */
export const SIDED: readonly string[] = ['side-plank', 'edge', 'bird-dog', 'dead-bug', 'single-leg-squat', 'carry'];

/** The view a position is first looked at from. */
export const firstView = (position: string): View => {
  const { views } = record(catalog.families, position);
  return views.includes('side') && position !== 'overhead-squat' ? 'side' : views[0]!;
};

/** What about a set-up no record could hold; null where all is well. */
export function setupProblem(
  { target, targetReps, knobs }: Pick<BenchSetup, 'target' | 'targetReps' | 'knobs'>,
  counted: boolean,
): string | null {
  // A field that was emptied gives no number, whatever its type says.
  if (counted && !(Number.isInteger(targetReps) && targetReps > 0 && targetReps <= 1000)) return wording.theTargetWants;
  if (!counted && (typeof target !== 'number' || !(target > 0 && target <= 3600)))
    return wording.theTargetWantsToSeconds;
  const { error } = setupSchema.safeParse(knobs);
  return error ? wording.theSetUp(error.issues[0]!.message) : null;
}

/** The envelope and the declared things; frames, events and the end are added by what was done. */
export function startRecord(setup: BenchSetup, person: Person | null): Observation {
  return {
    format: OBSERVATION_FORMAT,
    version: 1,
    position: setup.position,
    rung: setup.rung,
    view: setup.view,
    ...(setup.side ? { side: setup.side } : {}),
    ...(setup.method ? { method: setup.method } : {}),
    ...(person ? { athlete: athleteOf(person) } : {}),
    frames: [],
    ...(Object.keys(setup.knobs).length > 0 ? { setup: { ...setup.knobs } } : {}),
  };
}

const pointSchema = z.tuple([z.number(), z.number()]).readonly();
const setupKept = z.object({
  position: z.string(),
  rung: z.string(),
  method: z.enum([...METHOD_IDS, '']),
  target: z.number(),
  targetReps: z.number().default(1),
  knobs: setupSchema.default({}),
  rest: z.object({ rung: z.string(), seconds: z.number() }).nullable().default(null),
  view: z.enum(VIEWS),
  side: z.enum(['left', 'right']).nullable(),
});
const boxSchema = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });
/** Work on a picture that is not kept yet: what was set up, what is laid, what is blurred. Points in picture px. */
export const workSchema = z.object({
  setup: setupKept,
  picture: z.object({ width: z.number().positive(), height: z.number().positive() }),
  /** Where the lens stood; null: not told. */
  lens: cameraSchema.nullable().default(null),
  laying: layingSchema,
  blur: z.array(boxSchema),
});
export type PictureWork = z.infer<typeof workSchema>;
/** What a draft on a picture is of. */
export const pictureDraft = (personId: string): string => `picture/${personId || 'nobody'}`;

/** Work on a clip that is not kept yet: what was read of it, and what a hand set. */
export const clipWorkSchema = z.object({
  setup: setupKept,
  file: z.object({ name: z.string(), size: z.number() }),
  facts: z.object({ width: z.number(), height: z.number(), length: z.number(), rate: z.number() }),
  from: z.number(),
  to: z.number().nullable(),
  region: boxSchema.nullable(),
  lens: cameraSchema.nullable(),
  raw: z.array(rawFrameSchema).readonly(),
  anchors: z.array(z.object({ frame: z.number(), name: z.enum(LANDMARKS), at: pointSchema })).readonly(),
  side: z.enum(['left', 'right']).nullable(),
  /** What was said of single reps. */
  reps: z
    .array(z.object({ turns: z.number(), is: z.string().nullable() }))
    .readonly()
    .default([]),
});
export type ClipWork = z.infer<typeof clipWorkSchema>;
export const clipDraft = (personId: string): string => `clip/${personId || 'nobody'}`;

/** The record in the pixels of a stored picture, which the server may have made smaller. */
export function scaledRecord(record: Observation, width: number, height: number): Observation {
  const k = width / record.picture!.width;
  const at = (p: readonly [number, number]): [number, number] => [p[0] * k, p[1] * k];
  return {
    ...record,
    picture: { width, height },
    floor: record.floor && [at(record.floor[0]), at(record.floor[1])],
    ...(record.landmarkSd === undefined ? {} : { landmarkSd: record.landmarkSd * k }),
    frames: record.frames.map(({ t, points }) => ({
      t,
      points: Object.fromEntries(
        Object.entries(points as Record<string, [number, number]>).map(([name, p]) => [name, at(p)]),
      ),
    })),
  };
}

/** A look, made now unless it is said otherwise. */
export const lookOf = (observation: Observation, over: Partial<LookInput> = {}): LookInput => ({
  id: crypto.randomUUID(),
  startedAt: new Date().toISOString(),
  observation,
  mediaId: null,
  relookOf: null,
  togetherWith: null,
  marks: [],
  anchors: [],
  pad: [],
  note: '',
  fromFile: false,
  confirmed: [],
  ...over,
});
