/** Schemas of the catalogue's records. Shipped data and a studio's own entries are checked by the same ones. */
import { z } from 'zod';
import { VIEWS } from '../landmarks.js';
import { ownDoseSchema } from './dose.js';
import { CONTACT_POINTS, kitPieceSchema } from './kit-piece.js';

const id = z.string().regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'must be lower-case words joined by hyphens');
const text = z.string().min(3).max(600);

export const METHOD_IDS = ['straight', 'hollow', 'quiet', 'short'] as const;
export type MethodId = (typeof METHOD_IDS)[number];
export const SEVERITIES = ['slight', 'clear', 'gross'] as const;
export type Severity = (typeof SEVERITIES)[number];
/** How bad, as a number for comparing: 0 for none, 1 slight, 2 clear, 3 gross. */
export const severityRank = (severity: Severity | null): 0 | 1 | 2 | 3 =>
  severity === null ? 0 : ((SEVERITIES.indexOf(severity) + 1) as 1 | 2 | 3);
/** Whether one is worse than another; none is the mildest. */
export const worse = (a: Severity | null, b: Severity | null): boolean => severityRank(a) > severityRank(b);
/** A fault is stated from this probability on; below it is borderline. */
export const STATED_FROM = 0.8;
/** Whether a finding or verdict is sure enough to be stated. */
export const isStated = (of: { probability: number }): boolean => of.probability >= STATED_FROM;
export const MEND_KINDS = ['cue', 'set-up', 'touch', 'prop', 'lever', 'uneven', 'substitute'] as const;
export type MendKind = (typeof MEND_KINDS)[number];
export const FELT_SITES = [
  'belly',
  'front-of-hip',
  'front-of-thigh',
  'low-back',
  'seat',
  'hamstrings',
  'shoulders',
  'arms',
  'wrists',
  'neck',
  'calves',
  'ribs-side',
  'nowhere',
] as const;
export const CAUSE_IDS = [
  'pattern',
  'lever',
  'abs-endurance',
  'flexor-takeover',
  'flexor-short',
  'glute-quiet',
  'hamstring-short',
  'quad-weak-short-range',
  'shoulder-closed',
  'serratus-weak',
  'shoulder-strength',
  'rotation-limited',
  'flexion-limited',
  'neck-weak',
  'wrist',
  'over-effort',
  'breath',
  'obliques-side',
  'ankle-stiff',
  'calf-short',
  'adductor-short',
  'glute-med-weak',
  'set-up',
  'fatigue-today',
  'lat-pull-weak',
  'pain',
] as const;
export type CauseId = (typeof CAUSE_IDS)[number];
export const CAUTION_IDS = [
  'low-back',
  'neck',
  'shoulder',
  'wrist',
  'elbow',
  'hip',
  'knee',
  'abdominal-wall',
  'pregnancy',
  'blood-pressure',
  'eye-pressure',
  'hypermobility',
  'osteoporosis',
  'under-16',
  'recent-illness',
  'heavier-or-beginner',
] as const;
export type CautionId = (typeof CAUTION_IDS)[number];

const place = z.string().regex(/^[a-z0-9-]+\/[a-z0-9-]+$/, 'must be a position and a version, like hollow/straight');
const degrees = z.number().min(-180).max(180);
const limb = { shoulder: degrees, elbow: degrees, hip: degrees, knee: degrees, ankle: degrees };

export const poseSchema = z.strictObject({
  orientation: z.enum(['prone', 'supine', 'upright']),
  trunk: degrees,
  lumbar: degrees,
  thoracic: degrees,
  neck: degrees,
  pelvicTilt: degrees,
  bladePush: z.number().min(-20).max(40),
  ...limb,
  far: z.strictObject(limb).partial().optional(),
  contacts: z
    .array(
      z.strictObject({
        at: z.enum(CONTACT_POINTS),
        height: z.number().optional(),
      }),
    )
    .max(2),
  support: z.strictObject({ joint: z.enum(['elbow', 'wrist']), ahead: z.number() }).optional(),
  kit: z.array(kitPieceSchema).max(6).optional(),
});

export const familySchema = z.strictObject({
  id,
  name: text,
  orientation: z.enum(['prone', 'supine', 'upright']),
  views: z.array(z.enum(VIEWS)).min(1),
  baseRung: id,
  /** What a good one looks like, from the ground up. */
  good: z.array(text).min(3),
  /** Measures that decide: *inside the limits* is said only when those that the view shows were judged. Empty where the eye decides. */
  decides: z.array(id).default([]),
  /** Fault pads, likeliest first. */
  pads: z.array(id).min(4),
  /** Where the family is normally felt. */
  normalSites: z.array(z.enum(FELT_SITES)),
  defaultMethod: z.enum(METHOD_IDS),
  cautions: z.array(z.enum(CAUTION_IDS)),
});
export type Family = z.infer<typeof familySchema>;

/** The order of a position's fault pads; the others of the position stand behind *more*. Its id is the position's. */
export const padsSchema = z.strictObject({
  id,
  order: z
    .array(id)
    .min(4, 'needs four pads')
    .max(16, 'has room for sixteen pads')
    .refine((list) => new Set(list).size === list.length, 'names a fault twice'),
});
export type Pads = z.infer<typeof padsSchema>;

export const rungSchema = z.strictObject({
  id,
  family: id,
  name: text,
  how: text,
  /** Where the body line ends; `knee` on the knees and with bent knees, where the knee angle is not judged either. */
  chordEnd: z.enum(['ankle', 'knee']),
  support: z.enum(['elbow', 'wrist']),
  /** `trunk` on raised surfaces: the arm stands square to the trunk instead of plumb. */
  stack: z.enum(['floor', 'trunk']),
  /** Metres ahead of the shoulder when nothing was declared. */
  ahead: z.number(),
  overhead: z.boolean(),
  bladesClear: z.boolean(),
  /** The shape that this rung trains, whatever the method says. */
  spine: z.enum(['straight', 'hollow']).optional(),
  /** Seconds proposed as the target; of a version done in reps, about what the target takes. */
  target: z.number().int().positive(),
  /** A version that is counted instead of timed. */
  counted: z
    .strictObject({
      target: z.number().int().positive().max(100),
      /** Seconds up or out, of the pause, down or back. */
      tempo: z.tuple([z.number().min(0).max(20), z.number().min(0).max(20), z.number().min(0).max(20)]),
      what: z.enum(['rep', 'step', 'pull', 'shape']),
    })
    .optional(),
  excludedBy: z.array(z.enum(CAUTION_IDS)),
  pose: poseSchema,
  /** Where a studio's own version stands: on which ladder, and before which version; null: at its end. Derived from loads, never stored. */
  stands: z.strictObject({ on: id, before: place.nullable() }).optional(),
});
export type Rung = z.infer<typeof rungSchema>;

/** A rung of another ladder that has to be held first, or a measure that has to be reached. */
export const crossGateSchema = z.strictObject({
  id,
  /** `family/rung` that asks. */
  to: place,
  /** `family/rung` asked for. */
  from: place,
  /** Holds on one day. */
  sets: z.number().int().min(1).max(10),
  /** Clean seconds. */
  seconds: z.number().positive().max(600),
  says: text,
  /** A measure asked for beside it, degrees. */
  measure: z.strictObject({ id, atLeast: z.number(), says: text }).optional(),
  /** Taken out of force by the studio. */
  off: z.boolean().optional(),
});
export type CrossGate = z.infer<typeof crossGateSchema>;

const limits = z.tuple([z.number(), z.number(), z.number()]);
export type Limits = z.infer<typeof limits>;

export const toleranceSchema = z.strictObject({
  id,
  family: id,
  measure: id,
  fault: id,
  side: z.enum(['above', 'below']),
  /** The method's axis it depends on; null: the same in every method. */
  axis: z.enum(['spine', 'blades', 'head', 'floorBack', 'lean']).nullable(),
  /** slight, clear, gross by the axis' option, or `any`; null: not judged. */
  limits: z.record(z.string(), limits.nullable()),
  /** Judged only on rungs with this property. */
  when: z.enum(['straight-knees', 'overhead', 'blades-clear']).optional(),
  /** Judged only on these rungs; on all when missing. */
  rungs: z.array(id).optional(),
  /**
   * What the limits are counted from instead of nought: the declared distance of the support ahead of the shoulder, or the
   * measure's value on the version's own pose for this body.
   */
  from: z.enum(['declared', 'pose']).optional(),
});
export type Tolerance = z.infer<typeof toleranceSchema>;

/** How a body is placed while a step is done. */
export const POSTURES = [
  'on-the-back',
  'prone',
  'support',
  'side',
  'hang',
  'upside-down',
  'standing',
  'seated',
] as const;
export type Posture = (typeof POSTURES)[number];

export const mendSchema = z.strictObject({
  kind: z.enum(MEND_KINDS),
  say: text,
  /** Only in these positions; in all of the fault's where missing. */
  families: z.array(id).min(1).optional(),
  /** Where it leaves the position's own posture. */
  posture: z.enum(POSTURES).optional(),
  /** The version that it leads to, `family/rung`. */
  to: place.optional(),
  /** Cautions with which this step is left out. */
  excludedBy: z.array(z.enum(CAUTION_IDS)).optional(),
});
export type Mend = z.infer<typeof mendSchema>;

export const faultSchema = z.strictObject({
  id,
  name: text,
  /** Two words for a pad. */
  pad: z.string().min(2).max(22),
  families: z.array(id).min(1),
  seen: text,
  risk: text,
  /** Only at versions with straight knees: nothing of it can be seen where they are bent or on the floor. */
  when: z.literal('straight-knees').optional(),
  /** One step at a time, in the order of {@link MEND_KINDS}. */
  mends: z.array(mendSchema).min(3),
  /** Causes it points to, likeliest first. */
  causes: z.array(z.enum(CAUSE_IDS)).min(1),
});
export type Fault = z.infer<typeof faultSchema>;

export const DOSE_ROLES = [
  'teach',
  'slow-reach',
  'ease',
  'lengthen',
  'wake',
  'short-holds',
  'moderate-holds',
  'maximal-holds',
  'strength-reps',
  'class-reps',
  'newly-loaded',
  'carry',
  'partner',
] as const;
/** Phases of correcting, in their order within a session. */
export const PHASES = ['teach', 'ease', 'lengthen', 'wake', 'use'] as const;
/** Where in a session a drill stands. */
export const PLACES_IN_SESSION = ['warm-up', 'with-main-lift', 'between-sets', 'end', 'after'] as const;
/** Kit whose size follows from the body: a height, a distance, a pull or a weight. */
export const KIT_SIZINGS = [
  'surface',
  'elbows',
  'edge',
  'band',
  'blocks',
  'rollers',
  'carry-both',
  'carry-one',
  'carry-overhead',
] as const;
export type KitSizing = (typeof KIT_SIZINGS)[number];
export const PLANES = ['forward', 'sideways', 'turning'] as const;
export const drillSchema = z.strictObject({
  id,
  name: text,
  families: z.array(id).min(1),
  phase: z.enum(PHASES),
  role: z.enum(DOSE_ROLES),
  causes: z
    .partialRecord(z.enum(CAUSE_IDS), z.union([z.literal(1), z.literal(2), z.literal(3)]))
    .refine((c) => Object.keys(c).length > 0, 'must serve a cause'),
  kit: z.array(id),
  excludedBy: z.array(z.enum(CAUTION_IDS)),
  changedBy: z.partialRecord(z.enum(CAUTION_IDS), text),
  kind: z.enum(['fold', 'hold', 'shape-change', 'brace-and-breathe', 'pull', 'turn', 'lengthen']),
  plane: z.enum(PLANES),
  limbs: z.enum(['both', 'one', 'same-side', 'opposite']),
  space: z.enum(['mat', 'wall', 'standing', 'lane', 'rig']),
  place: z.enum(PLACES_IN_SESSION),
  how: z.array(text).min(2),
  breath: text,
  selfCheck: text,
  watch: z.array(id),
  easier: id.optional(),
  harder: id.optional(),
  minutes: z.number().positive().max(20),
  /** Replaces the role's default dose. */
  dose: ownDoseSchema.optional(),
  /** What of its kit is sized for a body. */
  sizing: z.enum(KIT_SIZINGS).optional(),
  /** The drill this one was copied from; it lends its figure. */
  copiedFrom: id.optional(),
});
export type Drill = z.infer<typeof drillSchema>;

export const methodSchema = z.strictObject({
  id,
  name: text,
  summary: text,
  /** The method this one was copied from. */
  copiedFrom: id.optional(),
  axes: z.strictObject({
    spine: z.enum(['straight', 'hollow']),
    effort: z.enum(['brace', 'draw-in', 'unbraced']),
    floorBack: z.enum(['pressed-flat', 'just-flat', 'natural', 'unforced']),
    breath: z.enum([
      'out-as-limb-goes',
      'out-as-limb-returns',
      'out-both-ways',
      'quiet-in-long-out',
      'hard-blow-at-peak',
    ]),
    bending: z.enum(['used', 'avoided']),
    curlPelvis: z.enum(['quiet', 'tucked']),
    lean: z.enum(['elbows-plumb', 'shoulders-ahead']),
    blades: z.enum(['apart', 'set-back']),
    head: z.enum(['long', 'chin-in', 'supported']),
    hold: z.enum(['short', 'moderate', 'low-load', 'endurance']),
    base: z.enum(['together', 'hip-width']),
    correcting: z.enum(['four-phases', 'position-first']),
    endOfSet: z.enum(['first-break', 'failure-with-spotter']),
    pelvisCue: z.enum(['strong-tuck', 'slight-tuck', 'none']),
    order: z.enum(['hold-first', 'reps-with-pauses']),
  }),
  /** Hold longer than this is not lengthened, seconds. */
  cap: z.number().positive(),
  /** Cue wording that replaces the fault's own first cue. */
  cues: z.record(z.string(), text),
});
export type Method = z.infer<typeof methodSchema>;

/** `drill:id`, `test:id` or `rung:family/id`. */
const entryReference = z
  .string()
  .regex(/^(drill|test):[a-z0-9-]+$|^rung:[a-z0-9-]+\/[a-z0-9-]+$/, 'must be like drill:bridge or rung:hollow/low');

export const cautionSchema = z.strictObject({
  id: z.enum(CAUTION_IDS),
  name: text,
  /** What changes, in the coach's words. */
  effect: text,
  /** What the studio leaves out with this caution, or allows again, beside what the records themselves say. */
  excludes: z.array(entryReference).default([]),
  allows: z.array(entryReference).default([]),
});
export type Caution = z.infer<typeof cautionSchema>;

/** How strongly a fact speaks: factor on the odds of a cause. */
export const WEIGHTS = { '++': 4, '+': 2, '-': 0.5, '--': 0.25 } as const;
export type Weight = keyof typeof WEIGHTS;
const weights = z.partialRecord(z.enum(CAUSE_IDS), z.enum(['++', '+', '-', '--']));

export const causeSchema = z.strictObject({
  id: z.enum(CAUSE_IDS),
  name: text,
  picture: text,
  /** Probability before anything is known about this person. */
  prior: z.number().gt(0).lt(1),
  /** Where it is felt when a hold tires it, so that two drills in a row do not load one link. */
  link: z.enum(['front', 'hip', 'back', 'seat', 'shoulder', 'neck', 'side', 'leg', 'none']),
});
export type Cause = z.infer<typeof causeSchema>;

export const evidenceRowSchema = z.strictObject({
  id,
  /** Facts that must all hold, like `felt:belly` or `onset:late`. */
  when: z.array(z.string().min(3)).min(1),
  /** What the coach reads as the reason. */
  says: text,
  weighs: weights,
});
export type EvidenceRow = z.infer<typeof evidenceRowSchema>;

export const quickTestSchema = z.strictObject({
  id,
  name: text,
  how: z.array(text).min(1),
  positive: text,
  /** Causes it speaks for, the strongest first, and against. */
  for: z.array(z.enum(CAUSE_IDS)).min(1),
  against: z.array(z.enum(CAUSE_IDS)),
  /** Chance of a positive answer under the first cause it is for, and where no cause speaks. */
  errors: z
    .strictObject({ positive: z.number().gt(0).lt(1), base: z.number().gt(0).lt(1) })
    .refine((e) => e.positive > e.base, 'positive must be likelier than the base'),
  seconds: z.number().int().positive().max(240),
  kit: z.array(id),
  excludedBy: z.array(z.enum(CAUTION_IDS)),
  /** A number with a unit instead of yes and no. */
  number: z.strictObject({ unit: z.string(), positive: z.enum(['below', 'above']), limit: z.number() }).optional(),
  /** Only for these families; all when missing. */
  families: z.array(id).optional(),
  /** Only at versions with straight knees: it bends them. */
  when: z.literal('straight-knees').optional(),
});
export type QuickTest = z.infer<typeof quickTestSchema>;
