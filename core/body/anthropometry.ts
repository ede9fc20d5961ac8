/**
 * Segment lengths, masses and centre-of-mass positions.
 *
 * Source of every number in `TABLE`: de Leva P (1996) Adjustments to Zatsiorsky-Seluyanov's segment inertia
 * parameters, J. Biomech. 29:1223–1230, table 4 (women: stature 1.735 m; men: 1.741 m; lengths in mm, masses in % of
 * body mass, centres of mass in % of segment length from the upper or nearer end). The whole trunk is taken from
 * mid-shoulder to mid-hip. Positions that the table does not give (ear, ankle height, skin depth) are modelling
 * assumptions and are marked as such.
 */
import type { Metres } from '../geometry.js';

export type Sex = 'female' | 'male' | 'unspecified';

export const SEGMENTS = [
  'head',
  'upperTrunk',
  'middleTrunk',
  'lowerTrunk',
  'upperArm',
  'forearm',
  'hand',
  'thigh',
  'shank',
  'foot',
] as const;
export type Segment = (typeof SEGMENTS)[number];

interface Row {
  /** mm at the reference stature */
  length: number;
  /** % of body mass, one limb */
  mass: number;
  /** % of length from the upper or nearer end */
  centre: number;
}

const TABLE: Record<'female' | 'male', { stature: number; rows: Record<Segment, Row> }> = {
  female: {
    stature: 1735,
    rows: {
      head: { length: 243.7, mass: 6.68, centre: 48.41 },
      // Mid-shoulder to mid-hip is 497.9 mm; the upper part is what the middle and lower parts leave of it.
      upperTrunk: { length: 497.9 - 205.3 - 181.5, mass: 15.45, centre: 20.77 },
      middleTrunk: { length: 205.3, mass: 14.65, centre: 45.12 },
      lowerTrunk: { length: 181.5, mass: 12.47, centre: 49.2 },
      upperArm: { length: 275.1, mass: 2.55, centre: 57.54 },
      forearm: { length: 264.3, mass: 1.38, centre: 45.59 },
      hand: { length: 78.0, mass: 0.56, centre: 74.74 },
      thigh: { length: 368.5, mass: 14.78, centre: 36.12 },
      shank: { length: 438.6, mass: 4.81, centre: 43.52 },
      foot: { length: 228.3, mass: 1.29, centre: 40.14 },
    },
  },
  male: {
    stature: 1741,
    rows: {
      head: { length: 242.9, mass: 6.94, centre: 50.02 },
      upperTrunk: { length: 515.5 - 215.5 - 145.7, mass: 15.96, centre: 29.99 },
      middleTrunk: { length: 215.5, mass: 16.33, centre: 45.02 },
      lowerTrunk: { length: 145.7, mass: 11.17, centre: 61.15 },
      upperArm: { length: 281.7, mass: 2.71, centre: 57.72 },
      forearm: { length: 268.9, mass: 1.62, centre: 45.74 },
      hand: { length: 86.2, mass: 0.61, centre: 79.0 },
      thigh: { length: 422.2, mass: 14.16, centre: 40.95 },
      shank: { length: 440.3, mass: 4.33, centre: 43.95 },
      foot: { length: 258.1, mass: 1.37, centre: 44.15 },
    },
  },
};

/** Shares of stature that the table does not give. Modelling assumptions, good to about a centimetre. */
const ASSUMED = {
  /** mid-shoulder to ear */
  neck: 0.115,
  /** ankle joint above the sole */
  ankleHeight: 0.039,
  /** wrist to fingertip */
  fingertip: 0.108,
  /** hip joint to the skin of the low back, straight back */
  backDepth: 0.055,
  /** between the two hip joints and between the two shoulder joints */
  hipWidth: 0.1,
  shoulderWidth: 0.19,
} as const;

/** Measured values that replace the table's, in metres and kilograms. */
export interface BodyInput {
  stature?: number;
  mass?: number;
  sex?: Sex;
  lengths?: Partial<Record<Segment, Metres>>;
}

export interface Body {
  stature: Metres;
  /** kg */
  mass: number;
  sex: Sex;
  /** metres */
  lengths: Record<Segment, Metres>;
  /** kg; arms and legs: one limb */
  masses: Record<Segment, number>;
  /** share of the segment's length from its upper or nearer end, 0–1 */
  centres: Record<Segment, number>;
  trunk: Metres;
  neck: Metres;
  ankleHeight: Metres;
  fingertip: Metres;
  backDepth: Metres;
  hipWidth: Metres;
  shoulderWidth: Metres;
}

/** Stature and mass that stand in for a figure when nobody's are known (pictures only, never a verdict). */
export const FIGURE_BODY = { stature: 1.738, mass: 67.5 } as const;

const mean = (segment: Segment, pick: (row: Row, stature: number) => number): number =>
  (pick(TABLE.female.rows[segment], TABLE.female.stature) + pick(TABLE.male.rows[segment], TABLE.male.stature)) / 2;

/**
 * The body of a person: lengths scale with stature, masses with body mass; `unspecified` is the mean of both tables.
 * @param input stature in m, mass in kg, sex; missing values fall back to {@link FIGURE_BODY}
 * @throws RangeError when stature or mass or a length is not a positive finite number
 * @example bodyOf({ stature: 1.741, sex: 'male' }).lengths.thigh // => 0.4222
 */
export function bodyOf(input: BodyInput = {}): Body {
  const stature = input.stature ?? FIGURE_BODY.stature;
  const mass = input.mass ?? FIGURE_BODY.mass;
  const sex = input.sex ?? 'unspecified';
  for (const [name, value] of Object.entries({ stature, mass, ...input.lengths })) {
    if (!(Number.isFinite(value) && value > 0)) throw new RangeError(`${name} must be a positive number`);
  }
  const value = (segment: Segment, pick: (row: Row, stature: number) => number): number =>
    sex === 'unspecified' ? mean(segment, pick) : pick(TABLE[sex].rows[segment], TABLE[sex].stature);
  const each = (f: (segment: Segment) => number): Record<Segment, number> =>
    Object.fromEntries(SEGMENTS.map((segment) => [segment, f(segment)])) as Record<Segment, number>;
  const lengths = each((s) => input.lengths?.[s] ?? value(s, (row, reference) => row.length / reference) * stature);
  return {
    stature,
    mass,
    sex,
    lengths,
    masses: each((s) => (value(s, (row) => row.mass) / 100) * mass),
    centres: each((s) => value(s, (row) => row.centre) / 100),
    trunk: lengths.upperTrunk + lengths.middleTrunk + lengths.lowerTrunk,
    neck: ASSUMED.neck * stature,
    ankleHeight: ASSUMED.ankleHeight * stature,
    fingertip: ASSUMED.fingertip * stature,
    backDepth: ASSUMED.backDepth * stature,
    hipWidth: ASSUMED.hipWidth * stature,
    shoulderWidth: ASSUMED.shoulderWidth * stature,
  };
}
