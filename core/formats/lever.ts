/** Lever queries: the file format of `npm run -s lever`. */
import { z } from 'zod';
import { SEGMENTS } from '../body/anthropometry.js';
import { athleteSchema } from './observation.js';

export const KNOB_IDS = [
  'handHeight',
  'footHeight',
  'elbowAhead',
  'kneeBend',
  'armElevation',
  'legElevation',
  'addedMass',
  'edgeDistance',
  'bandForce',
  'bandAngle',
] as const;
export type KnobId = (typeof KNOB_IDS)[number];

/** A lever is computed for a known body: unlike in a look, stature and mass cannot be left out. */
const leverAthleteSchema = athleteSchema
  .extend({
    lengths: z
      .partialRecord(z.enum(SEGMENTS), z.number().min(0.02, 'must be 0.02–1.2 m').max(1.2, 'must be 0.02–1.2 m'))
      .optional(),
  })
  .required({ stature: true, mass: true });

export const leverQuerySchema = z.strictObject({
  format: z.literal('upright-anchor/lever-query'),
  version: z.literal(1),
  athlete: leverAthleteSchema,
  position: z.string(),
  rung: z.string(),
  /** Metres, degrees, kilograms, newtons; what is missing is the version's own. */
  knobs: z
    .strictObject(
      Object.fromEntries(KNOB_IDS.map((id) => [id, z.number().optional()])) as Record<
        KnobId,
        z.ZodOptional<z.ZodNumber>
      >,
    )
    .default({}),
});
export type LeverQuery = z.infer<typeof leverQuerySchema>;
